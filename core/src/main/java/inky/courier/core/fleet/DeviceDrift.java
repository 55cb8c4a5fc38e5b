package inky.courier.core.fleet;

import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * A setting of a device as it is wanted, and as it is.
 *
 * @param there empty where the device does not tell it
 */
public record DeviceDrift(DeviceField field, String wanted, String there, State state) {
    public enum State {
        /** As it is wanted. */
        SAME,
        /** Otherwise, and Courier can set it. */
        DIFFERS,
        /** Otherwise, and somebody has to set it at the device. */
        BY_HAND,
        /** The device does not tell; Courier can set it all the same. */
        UNTOLD,
        /** The device neither tells it nor lets it be set. */
        UNKNOWN;

        /** Whether it is known to be otherwise than wanted. */
        public boolean isDrift() {
            return this == DIFFERS || this == BY_HAND;
        }
    }

    /** All that is wanted, in the order of the fields. */
    public static List<DeviceDrift> between(Map<DeviceField, String> wanted, DeviceSettings there) {
        Map<DeviceField, String> inOrder = new EnumMap<>(DeviceField.class);
        inOrder.putAll(wanted);
        return inOrder.entrySet().stream()
                .map(one -> of(one.getKey(), one.getValue(), there))
                .toList();
    }

    private static DeviceDrift of(DeviceField field, String wanted, DeviceSettings there) {
        String told = there.told().get(field);
        boolean settable = there.isSettable(field);
        if (told == null) {
            return new DeviceDrift(field, wanted, "", settable ? State.UNTOLD : State.UNKNOWN);
        }
        State state = field.isSame(wanted, told) ? State.SAME : settable ? State.DIFFERS : State.BY_HAND;
        return new DeviceDrift(field, wanted, told, state);
    }
}
