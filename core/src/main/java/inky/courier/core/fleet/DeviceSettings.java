package inky.courier.core.fleet;

import inky.courier.core.text.PlainText;
import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;

/**
 * What a device says of its own settings.
 *
 * @param told values by field; a field that it does not tell is absent
 * @param settable fields that can be set from outside
 * @param page where a person sets the others, on the device itself; empty where it names none
 */
public record DeviceSettings(Map<DeviceField, String> told, List<DeviceField> settable, String page) {
    public static final DeviceSettings UNKNOWN = new DeviceSettings(Map.of(), List.of(), "");

    /** In letters. */
    private static final int LONGEST = 255;

    public DeviceSettings {
        Map<DeviceField, String> known = new EnumMap<>(DeviceField.class);
        if (told != null) {
            told.forEach((field, value) -> known.put(field, PlainText.line(value, LONGEST)));
        }
        told = Collections.unmodifiableMap(known);
        settable = settable == null ? List.of() : List.copyOf(new TreeSet<>(settable));
        page = Objects.requireNonNullElse(page, "");
    }

    /** Whether it says that it scans by itself, and not through Courier. */
    public boolean isLocalOnly() {
        return DeviceMode.LOCAL_ONLY.keyword().equals(told.get(DeviceField.MODE));
    }

    public boolean isSettable(DeviceField field) {
        return settable.contains(field);
    }

    /** With what another protocol tells of the same device, where this one says nothing. */
    public DeviceSettings or(DeviceSettings other) {
        Map<DeviceField, String> both = new EnumMap<>(DeviceField.class);
        both.putAll(other.told);
        both.putAll(told);
        return new DeviceSettings(both, settable, page.isEmpty() ? other.page : page);
    }
}
