package inky.courier.core.fleet;

import inky.courier.core.text.PlainText;
import java.util.List;
import java.util.Objects;

/**
 * What a device says of its firmware.
 *
 * @param version that it runs; empty where it does not tell
 * @param offered versions to which it can be updated from outside; empty where it cannot
 * @param updating whether an update is under way, during which it must not be switched off
 * @param progress of that update, 0 to 100
 */
public record DeviceFirmware(String version, List<String> offered, boolean updating, int progress) {
    public static final DeviceFirmware UNKNOWN = new DeviceFirmware("", List.of(), false, 0);

    /** In letters. */
    public static final int LONGEST_VERSION = 40;

    private static final int MOST_OFFERED = 50;

    public DeviceFirmware {
        version = PlainText.line(Objects.requireNonNullElse(version, ""), LONGEST_VERSION);
        offered = offered == null
                ? List.of()
                : offered.stream()
                        .filter(Objects::nonNull)
                        .map(one -> PlainText.line(one, LONGEST_VERSION))
                        .filter(one -> !one.isEmpty())
                        .distinct()
                        .limit(MOST_OFFERED)
                        .sorted(VersionOrder.INSTANCE)
                        .toList();
        progress = updating ? Math.max(0, Math.min(100, progress)) : 0;
    }

    public boolean offers(String wanted) {
        return offered.stream().anyMatch(one -> VersionOrder.INSTANCE.compare(one, wanted) == 0);
    }

    public boolean runs(String wanted) {
        return !version.isEmpty() && VersionOrder.INSTANCE.compare(version, wanted) == 0;
    }
}
