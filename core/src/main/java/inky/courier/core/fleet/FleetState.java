package inky.courier.core.fleet;

import java.util.Collection;

/** How a device is for those who look after it, the worst first. */
public enum FleetState {
    /** Nobody can scan or print there. */
    STOPPED,
    /** It does not answer. */
    AWAY,
    /** It works and wants something, or will soon. */
    CARE,
    WELL;

    /** A supply that may be out within so many days is worth a look: it has to be ordered. */
    public static final int SOON_DAYS = 5;

    /** @param forecasts of its supplies */
    public static FleetState of(DeviceCondition.State condition, Collection<SupplyForecast> forecasts) {
        return switch (condition) {
            case STOPPED -> STOPPED;
            case UNREACHABLE -> AWAY;
            case CARE, UPDATING -> CARE;
            case READY, BUSY -> forecasts.stream().anyMatch(forecast -> forecast.early() <= SOON_DAYS) ? CARE : WELL;
        };
    }
}
