package inky.courier.core.fleet;

import inky.courier.core.text.PlainText;

/**
 * What a device tells of itself beside what it can and how it is; empty and 0 where it does not.
 *
 * @param description of itself, in its own words
 * @param printed sides since it was made
 * @param display what stands on its display
 */
public record DeviceDetails(String description, String serialNumber, long printed, String display) {
    public static final DeviceDetails NONE = new DeviceDetails("", "", 0, "");

    /** In letters. */
    private static final int LONGEST = 200;

    public DeviceDetails {
        description = PlainText.line(description, LONGEST);
        serialNumber = PlainText.line(serialNumber, LONGEST);
        printed = Math.max(0, printed);
        display = PlainText.line(display, LONGEST);
    }
}
