package inky.courier.core.fleet;

import java.util.List;

/**
 * What a device can do, as it says itself over IPP.
 *
 * @param makeAndModel IPP's {@code printer-make-and-model}
 * @param feederSheets how many sheets its feeder takes; 0 when it has none
 * @param colourModes keywords of {@code input-color-mode-supported}
 * @param sides keywords of {@code input-sides-supported}
 * @param resolutions in dots per inch, ascending
 * @param media PWG 5101.1 names
 * @param panelPlaces how many jobs its panel shows; 0 when it has no panel
 */
public record DeviceAbilities(
        String makeAndModel,
        boolean feeder,
        boolean glass,
        int feederSheets,
        List<String> colourModes,
        List<String> sides,
        List<Integer> resolutions,
        List<String> media,
        int panelPlaces,
        boolean cardReader,
        boolean usbPort,
        boolean shelf,
        boolean prints) {
    /** Of one that has not been asked yet. */
    public static final DeviceAbilities UNKNOWN = new DeviceAbilities(
            "Not asked yet",
            false,
            false,
            0,
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            0,
            false,
            false,
            false,
            false);

    /** One that does not scan only prints. */
    public boolean scans() {
        return feeder || glass;
    }

    public boolean turnsSheets() {
        return sides.stream().anyMatch(side -> side.startsWith("two-sided"));
    }

    public boolean scansColour() {
        return colourModes.contains("color");
    }
}
