package inky.courier.core.fleet;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import java.util.List;
import java.util.function.Predicate;

/**
 * What a device can do, as it says itself, in words of no protocol.
 *
 * @param makeAndModel as it calls itself
 * @param feederSheets how many sheets its feeder takes; 0 when it has none or does not say
 * @param colour whether it scans in colour; else in grey
 * @param bothSides whether it scans both sides of a sheet
 * @param resolutions in dots per inch, ascending
 * @param media PWG 5101.1 names
 * @param panelPlaces how many jobs its panel shows; 0 when it has no panel
 */
public record DeviceAbilities(
        String makeAndModel,
        boolean feeder,
        boolean glass,
        int feederSheets,
        boolean colour,
        boolean bothSides,
        List<Integer> resolutions,
        List<String> media,
        int panelPlaces,
        boolean cardReader,
        boolean usbPort,
        boolean shelf,
        boolean prints) {
    /** Of one that says nothing of a panel: a browser beside it, or its own, shows ours, which has pages. */
    public static final int PLACES_IN_A_BROWSER = 24;

    /** Of one that has not been asked yet. */
    public static final DeviceAbilities UNKNOWN = ofNothing("Not asked yet");

    /** Of one that sends its scans of its own: nothing is started there from here. */
    public static final DeviceAbilities SENDS = ofNothing("Sends scans by mail");

    private static DeviceAbilities ofNothing(String makeAndModel) {
        return new DeviceAbilities(
                makeAndModel, false, false, 0, false, false, List.of(), List.of(), 0, false, false, false, false);
    }

    /** Resolutions that scans are made at, of which a scanner that names a range has those within it; dots per inch. */
    public static int[] usualResolutions() {
        return new int[] {75, 100, 150, 200, 300, 400, 600, 1200};
    }

    /** A scanner and nothing else. @param holds whether a size fits */
    public static DeviceAbilities ofScanner(
            String makeAndModel,
            boolean feeder,
            boolean glass,
            int feederSheets,
            boolean colour,
            boolean bothSides,
            List<Integer> resolutions,
            Predicate<MediaSize> holds) {
        return new DeviceAbilities(
                makeAndModel,
                feeder,
                glass,
                feederSheets,
                colour,
                bothSides,
                resolutions,
                MediaSizes.standard().stream()
                        .filter(holds)
                        .map(MediaSize::name)
                        .toList(),
                PLACES_IN_A_BROWSER,
                false,
                false,
                false,
                false);
    }

    /** One that does not scan only prints. */
    public boolean scans() {
        return feeder || glass;
    }

    /** Whether paper of a size fits; of a device that does not say, it is taken to. */
    public boolean scans(MediaSize size) {
        List<MediaSize> sizes =
                media.stream().flatMap(name -> MediaSizes.byName(name).stream()).toList();
        return sizes.isEmpty()
                || sizes.stream().anyMatch(one -> one.width() >= size.width() && one.height() >= size.height());
    }
}
