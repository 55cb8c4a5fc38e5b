package inky.courier.standins;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/**
 * An invented make of device and what it can do.
 *
 * @param feederSheets 0 when it has no feeder
 * @param panelPlaces how many jobs its panel shows
 * @param stores whether it has a shelf
 * @param ipp whether its scanner speaks IPP; eSCL they all speak
 * @param setFromOutside whether its settings can be set over IPP; at itself all can be
 * @param trays for paper to write on; 0 where it writes on none
 * @param toners their colours
 * @param firmware versions that there are, the oldest first; empty for one that tells none
 */
public record DeviceModel(
        String name,
        int feederSheets,
        boolean glass,
        boolean twoSided,
        boolean colour,
        List<Integer> resolutions,
        List<String> media,
        int panelPlaces,
        boolean cardReader,
        boolean usbPort,
        boolean stores,
        boolean prints,
        boolean ipp,
        boolean setFromOutside,
        int trays,
        List<String> toners,
        List<String> firmware) {
    private static final int SHEETS_IN_A_TRAY = 500;
    private static final List<String> BLACK = List.of("black");
    private static final List<String> FOUR_COLOURS = List.of("black", "cyan", "magenta", "yellow");
    private static final List<String> UP_TO_A4 = List.of(
            "iso_a4_210x297mm", "iso_a5_148x210mm", "iso_a6_105x148mm", "na_letter_8.5x11in", "na_legal_8.5x14in");
    private static final List<String> UP_TO_A3 = List.of(
            "iso_a3_297x420mm",
            "iso_a4_210x297mm",
            "iso_a5_148x210mm",
            "iso_a6_105x148mm",
            "na_letter_8.5x11in",
            "na_legal_8.5x14in",
            "na_ledger_11x17in");

    private static final Map<String, DeviceModel> MODELS = Map.of(
            "alder-m30",
                    new DeviceModel(
                            "Alder M30",
                            100,
                            true,
                            true,
                            true,
                            List.of(100, 150, 200, 300, 400, 600),
                            UP_TO_A4,
                            11,
                            true,
                            true,
                            false,
                            true,
                            true,
                            true,
                            2,
                            BLACK,
                            List.of("2.9.4", "2.10.0", "2.10.2")),
            "alder-m60c",
                    new DeviceModel(
                            "Alder M60c",
                            150,
                            true,
                            true,
                            true,
                            List.of(100, 150, 200, 300, 400, 600),
                            UP_TO_A3,
                            17,
                            true,
                            true,
                            true,
                            true,
                            true,
                            true,
                            4,
                            FOUR_COLOURS,
                            List.of("4.1.0", "4.2.0")),
            "sorrel-d2",
                    new DeviceModel(
                            "Sorrel D2",
                            50,
                            true,
                            false,
                            true,
                            List.of(100, 150, 200, 300),
                            UP_TO_A4,
                            11,
                            false,
                            true,
                            false,
                            false,
                            true,
                            true,
                            1,
                            BLACK,
                            List.of("1.8", "1.9")),
            "sorrel-f1",
                    new DeviceModel(
                            "Sorrel F1",
                            100,
                            true,
                            true,
                            false,
                            List.of(100, 150, 200, 300, 600),
                            UP_TO_A4,
                            5,
                            false,
                            false,
                            false,
                            false,
                            true,
                            false,
                            2,
                            BLACK,
                            List.of("1.3.1")),
            "borage-s1",
                    new DeviceModel(
                            "Borage S1",
                            60,
                            true,
                            true,
                            true,
                            List.of(100, 200, 300, 600),
                            UP_TO_A4,
                            0,
                            false,
                            false,
                            false,
                            false,
                            false,
                            false,
                            0,
                            List.of(),
                            List.of()),
            "tansy-p1",
                    new DeviceModel(
                            "Tansy P1",
                            0,
                            false,
                            false,
                            false,
                            List.of(),
                            UP_TO_A4,
                            0,
                            false,
                            false,
                            false,
                            true,
                            true,
                            false,
                            1,
                            BLACK,
                            List.of("3.0.7")));

    /** One without a scanner only prints. */
    public boolean scans() {
        return !resolutions.isEmpty();
    }

    /** The larger ones do. */
    public boolean staples() {
        return prints && stores;
    }

    /** All full. */
    Stock stock() {
        return new Stock(trays, SHEETS_IN_A_TRAY, toners);
    }

    /** How large its glass is: as large as the larger of A3 and A4 that it takes. */
    Sheet.Extent glassSize() {
        boolean large = media.contains("iso_a3_297x420mm");
        return new Sheet.Extent(large ? 297 : 210, large ? 420 : 297);
    }

    public static Optional<DeviceModel> named(String name) {
        return Optional.ofNullable(MODELS.get(name.toLowerCase(Locale.ROOT).replace(' ', '-')));
    }
}
