package inky.courier.alert;

import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Sign;
import inky.courier.core.message.Message;
import inky.courier.drift.Drift;
import inky.courier.drift.Drift.DeviceSettingsRow;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Of devices that are set otherwise than wanted: one for all, since they are mended together. */
@Component
class DriftSigns implements SignSource {
    private static final int NAMED = 5;

    private final Drift drift;

    DriftSigns(Drift drift) {
        this.drift = drift;
    }

    @Override
    public List<Sign> signs(AlertSettings settings, ZonedDateTime now) {
        List<DeviceSettingsRow> drifted = drift.drifted();
        if (drifted.isEmpty()) {
            return List.of();
        }
        String names =
                drifted.stream().limit(NAMED).map(DeviceSettingsRow::name).collect(Collectors.joining(", "));
        return List.of(new Sign(
                AlertRule.DRIFT,
                "",
                "",
                Message.of("alert.drift")
                        .with("count", drifted.size())
                        .with("names", names)
                        .with("more", Math.max(0, drifted.size() - NAMED)),
                Message.of("alert.drift.remedy"),
                Optional.empty(),
                drifted.stream()
                        .map(row -> new Sign.Concern("fleet", row.id().toString(), row.name()))
                        .toList()));
    }
}
