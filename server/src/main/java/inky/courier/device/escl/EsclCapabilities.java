package inky.courier.device.escl;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.media.MediaSize;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.Sides;
import jakarta.annotation.Nullable;
import java.net.URI;
import java.net.URISyntaxException;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * What a scanner can do, as its ScannerCapabilities say: eSCL, the trade's published protocol for driverless scanning; its documents
 * are written here from memory.
 *
 * @param model as it calls itself
 * @param glass empty where it has none
 * @param oneSided by the feeder; empty where it has none
 * @param bothSides by the feeder; empty where it scans one
 * @param feederSheets 0 where it does not say
 * @param adminUri of the page where it is set up; empty where it names none
 */
record EsclCapabilities(
        String model,
        Optional<Input> glass,
        Optional<Input> oneSided,
        Optional<Input> bothSides,
        int feederSheets,
        String adminUri) {
    private static final String COLOUR = "RGB24";
    private static final String GREY = "Grayscale8";

    /** How much a size may reach beyond what is scanned, in 300ths of an inch: A4 on a glass of 216 x 297 mm by a rounded figure. */
    private static final int TOLERANCE = 12;

    /** From where paper is scanned. @param width of the largest region in 300ths of an inch, the unit of its regions */
    record Input(int width, int height, Set<String> colourModes, Set<Integer> resolutions) {
        boolean holds(MediaSize size) {
            return units(size.width()) <= width + TOLERANCE && units(size.height()) <= height + TOLERANCE;
        }

        /** What it is told for a colour mode; grey where it knows no colour, and the other way round. */
        String told(ColourMode mode) {
            boolean colour = mode == ColourMode.AS_FOUND || mode == ColourMode.COLOUR;
            String wanted = colour ? COLOUR : GREY;
            String other = colour ? GREY : COLOUR;
            return colourModes.contains(wanted) || !colourModes.contains(other) ? wanted : other;
        }
    }

    /** @param hundredths of a millimetre @return 300ths of an inch */
    static int units(int hundredths) {
        return (int) Math.round(hundredths * 300 / 2540.0);
    }

    static EsclCapabilities of(EsclDocument document) {
        Map<String, EsclDocument> profiles = new HashMap<>();
        for (EsclDocument profile : document.all("SettingProfile")) {
            if (!profile.attribute("name").isEmpty()) {
                profiles.put(profile.attribute("name"), profile);
            }
        }
        return new EsclCapabilities(
                document.text("MakeAndModel"),
                document.first("PlatenInputCaps").map(caps -> input(caps, profiles)),
                document.first("AdfSimplexInputCaps").map(caps -> input(caps, profiles)),
                document.first("AdfDuplexInputCaps").map(caps -> input(caps, profiles)),
                document.number("FeederCapacity").orElse(0),
                document.text("AdminURI"));
    }

    /** Settings stand in it, or in a profile elsewhere that it refers to. */
    private static Input input(EsclDocument caps, Map<String, EsclDocument> profiles) {
        List<EsclDocument> settings = Stream.concat(
                        Stream.of(caps),
                        caps.all("SettingProfile").stream()
                                .map(profile -> profiles.get(profile.attribute("ref")))
                                .filter(java.util.Objects::nonNull))
                .toList();
        return new Input(
                caps.number("MaxWidth").orElse(0),
                caps.number("MaxHeight").orElse(0),
                settings.stream()
                        .flatMap(part -> part.all("ColorMode").stream())
                        .map(EsclDocument::text)
                        .collect(Collectors.toSet()),
                settings.stream()
                        .flatMap(part -> resolutions(part).boxed())
                        .collect(Collectors.toCollection(TreeSet::new)));
    }

    private static IntStream resolutions(EsclDocument settings) {
        IntStream discrete = settings.all("DiscreteResolution").stream()
                .filter(one -> one.number("XResolution").equals(one.number("YResolution")))
                .flatMapToInt(one -> one.number("XResolution").stream());
        IntStream ranges = settings.all("XResolutionRange").stream()
                .flatMapToInt(range -> IntStream.of(DeviceAbilities.usualResolutions())
                        .filter(dpi -> dpi >= range.number("Min").orElse(dpi)
                                && dpi <= range.number("Max").orElse(dpi)));
        return IntStream.concat(discrete, ranges);
    }

    private Stream<Input> inputs() {
        return Stream.of(oneSided, bothSides, glass).flatMap(Optional::stream);
    }

    Optional<Input> input(PaperSource source, Sides sides) {
        if (source == PaperSource.GLASS) {
            return glass;
        }
        return sides.both() ? bothSides : oneSided.or(() -> bothSides);
    }

    /** Where its administrator sets it up; null where it names no such page. */
    @Nullable
    URI adminPage() {
        try {
            return adminUri.isEmpty() ? null : new URI(adminUri);
        } catch (URISyntaxException e) {
            return null;
        }
    }

    DeviceAbilities abilities() {
        boolean feeder = oneSided.isPresent() || bothSides.isPresent();
        // What can be scanned from wherever the paper lies.
        Set<Integer> resolutions = new TreeSet<>();
        inputs().forEach(input -> resolutions.addAll(input.resolutions));
        inputs().forEach(input -> resolutions.retainAll(input.resolutions));
        return DeviceAbilities.ofScanner(
                model.isEmpty() ? "Unnamed model" : model,
                feeder,
                glass.isPresent(),
                feederSheets,
                inputs().anyMatch(input -> input.colourModes.contains(COLOUR)),
                bothSides.isPresent(),
                List.copyOf(resolutions),
                size -> inputs().anyMatch(input -> input.holds(size)));
    }
}
