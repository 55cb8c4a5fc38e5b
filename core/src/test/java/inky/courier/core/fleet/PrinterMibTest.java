package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.fleet.PrinterMib.Alert;
import inky.courier.core.message.Languages;
import java.util.HexFormat;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PrinterMibTest {
    /**
     * RFC 3805 section 2.2.13.2.2, "Overall Printer Status Table" (RFC 1759 section 2.2.13.2), from memory: hrDeviceStatus,
     * hrPrinterStatus and hrPrinterDetectedErrorState of each row, with the bits of RFC 2790 and RFC 3805.
     */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '"',
            value = {
                "idle                 | 2 | 3 | 00   | READY   | Ready.",
                "busy                 | 2 | 4 | 00   | BUSY    | It is at work.",
                "standby              | 2 | 1 | 00   | READY   | Ready.",
                "low paper            | 3 | 3 | 80   | CARE    | A paper tray is nearly empty.",
                "low toner, printing  | 3 | 4 | 20   | CARE    | Toner is low.",
                "service requested    | 3 | 3 | 01   | CARE    | It asks for service.",
                "jammed               | 5 | 1 | 04   | STOPPED | Paper jam.",
                "no paper             | 5 | 1 | 40   | STOPPED | A paper tray is empty.",
                "no toner             | 5 | 1 | 10   | STOPPED | Toner is empty.",
                "cover open           | 5 | 1 | 08   | STOPPED | A door is open.",
                "unavailable          | 5 | 1 | 00   | STOPPED | It has stopped without giving a reason.",
                "off-line             | 5 | 1 | 02   | STOPPED | It has been taken offline.",
                "moving on-line       | 5 | 5 | 00   | BUSY    | It is at work.",
                "tray missing         | 5 | 1 | 0080 | STOPPED | A paper tray is missing.",
                "output missing       | 5 | 1 | 0040 | STOPPED | An output tray is missing.",
                "supply missing       | 5 | 1 | 0020 | STOPPED | A toner or ink cartridge is missing.",
                "output nearly full   | 3 | 3 | 0010 | CARE    | The output tray is nearly full.",
                "output full          | 5 | 1 | 0008 | STOPPED | The output tray is full.",
                "one tray empty       | 3 | 3 | 0004 | CARE    | A paper tray is empty.",
                "maintenance overdue  | 3 | 3 | 0002 | CARE    | It asks for service.",
            })
    void theTableOfCombinations(
            String name, int device, int printer, String errors, DeviceCondition.State state, String words) {
        PrinterMib.State told = PrinterMib.state(device, printer, HexFormat.of().parseHex(errors), List.of());
        DeviceCondition condition = DeviceCondition.of(told.printerState(), told.reasons(), false);
        assertEquals(state, condition.state());
        assertEquals(words, condition.sentence().in(Languages.FIRST));
    }

    /** Codes of the IANA Printer MIB and the reasons of PWG 5100.9 section 6 for them, from memory; groups where the code has none. */
    @ParameterizedTest
    @CsvSource({
        "3, 6, cover-open",
        "5, 6, interlock-open",
        "8, 13, media-jam",
        "8, 8, media-jam",
        "501, 6, door-open",
        "13, 8, media-empty",
        "12, 8, media-low",
        "9, 8, input-tray-missing",
        "15, 9, output-area-full",
        "14, 9, output-area-almost-full",
        "13, 11, marker-supply-empty",
        "12, 11, marker-supply-low",
        "15, 11, marker-waste-full",
        "807, 8, media-low",
        "808, 8, media-empty",
        "809, 8, media-needed",
        "801, 8, input-tray-missing",
        "903, 9, output-area-full",
        "1101, 11, toner-empty",
        "1104, 11, toner-low",
        "1107, 11, marker-waste-almost-full",
        "1109, 11, marker-waste-full",
        "1111, 10, opc-near-eol",
        "1112, 10, opc-life-over",
        "1113, 10, developer-low",
        "1114, 10, developer-empty",
        "1002, 10, fuser-over-temp",
        "1115, 11, marker-supply-missing"
    })
    void alertsAreTheReasonsOfIpp(int code, int group, String reason) {
        assertEquals(
                List.of(reason + "-error"), reasons(2, new byte[1], new Alert(3, group, code, "in its own words")));
        assertEquals(List.of(reason + "-warning"), reasons(2, new byte[1], new Alert(4, group, code, "")));
        DeviceCondition condition = DeviceCondition.of(5, List.of(reason + "-error"), false);
        assertTrue(!condition.sentence().in(Languages.FIRST).startsWith("It reports"), "it has words of ours");
    }

    @Test
    void whatIsNoTroubleSaysNothingAndWhatIsUnknownSpeaksForItself() {
        // Power saver, a closed cover, a changed configuration
        for (int code : List.of(23, 4, 7, 507)) {
            assertEquals(List.of("none"), reasons(2, new byte[0], new Alert(4, 5, code, "Sleep mode on")));
        }
        assertEquals(List.of("none"), reasons(2, new byte[0], new Alert(1, 5, 1, "neither warning nor critical")));
        PrinterMib.State own =
                PrinterMib.state(5, 1, new byte[0], List.of(new Alert(3, 30, 1, "Fold-unit: lever up\u0007!")));
        assertEquals(
                "It reports: Fold-unit: lever up.",
                DeviceCondition.of(own.printerState(), own.reasons(), false)
                        .sentence()
                        .in(Languages.FIRST));
    }

    @Test
    void theGravestAlertComesFirstAndBitsAddOnlyWhatNoAlertHasSaid() {
        assertEquals(
                List.of("media-jam-error", "toner-low-warning", "media-empty-error"),
                reasons(
                        5,
                        HexFormat.of().parseHex("6404"),
                        new Alert(4, 11, 1104, "Toner low"),
                        new Alert(3, 13, 8, "Jam in the fuser")));
    }

    /** A scanner on top works while its printer is out of paper; and what the scanner itself says is graver than that. */
    @Test
    void aPrinterThatStopsDoesNotStopTheScanner() {
        PrinterMib.State noPaper = PrinterMib.state(5, 1, new byte[] {0x40}, List.of());
        DeviceCondition ready = DeviceCondition.of(3, List.of("none"), true);
        DeviceCondition jammed = DeviceCondition.of(5, List.of("input-media-jam-error"), true);
        assertEquals(
                "A paper tray is empty. Scanning works.",
                ready.with(noPaper, true, true).sentence().in(Languages.FIRST));
        assertEquals(DeviceCondition.State.CARE, ready.with(noPaper, true, true).state());
        assertEquals(jammed, jammed.with(noPaper, true, true));
        assertEquals(
                DeviceCondition.State.STOPPED, ready.with(noPaper, false, true).state());
        assertEquals(
                "A paper tray is empty.",
                ready.with(noPaper, true, false).sentence().in(Languages.FIRST));
        PrinterMib.State printing = PrinterMib.state(2, 4, new byte[0], List.of());
        assertEquals(ready, ready.with(printing, true, true), "who wants to scan can");
    }

    @Test
    void whateverADeviceTellsHasAState() {
        Random random = new Random(17);
        for (int n = 0; n < 2_000; n++) {
            byte[] errors = new byte[random.nextInt(5)];
            random.nextBytes(errors);
            List<Alert> alerts = IntStream.range(0, random.nextInt(60))
                    .mapToObj(i -> new Alert(
                            random.nextInt(),
                            random.nextInt(20),
                            random.nextInt(1200),
                            "\u0000\ud800 x".repeat(random.nextInt(40))))
                    .toList();
            PrinterMib.State state = PrinterMib.state(random.nextInt(8), random.nextInt(8), errors, alerts);
            assertTrue(state.printerState() >= 3 && state.printerState() <= 5);
            assertTrue(!state.reasons().isEmpty());
            DeviceCondition.of(state.printerState(), state.reasons(), true)
                    .sentence()
                    .in(Languages.FIRST);
        }
    }

    private static List<String> reasons(int device, byte[] errors, Alert... alerts) {
        return PrinterMib.state(device, 3, errors, List.of(alerts)).reasons();
    }
}
