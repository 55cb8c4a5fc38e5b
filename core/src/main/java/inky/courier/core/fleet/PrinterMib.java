package inky.courier.core.fleet;

import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * How a printer is by the Host Resources MIB (RFC 2790 section 4) and the Printer MIB (RFC 3805), said as IPP says it: a {@code
 * printer-state} with {@code printer-state-reasons}, so that both lead to the same words.
 */
public final class PrinterMib {
    private static final int IDLE = 3;
    private static final int PROCESSING = 4;
    private static final int HALTED = 5;

    /** Of alerts that are looked at; a device with more has one that decides among them. */
    public static final int MOST_ALERTS = 40;

    /** Of an alert's own words. */
    private static final int LONGEST = 120;

    private static final int BITS = 8;

    private PrinterMib() {}

    /** {@code hrDeviceStatus}: RFC 2790. */
    private static final int TESTING = 4;

    private static final int DOWN = 5;

    /** {@code hrPrinterStatus}: RFC 2790. */
    private static final int PRINTING = 4;

    private static final int WARM_UP = 5;

    /** {@code prtAlertSeverityLevel}: RFC 3805. */
    private static final int CRITICAL = 3;

    private static final int WARNS = 4;

    /** Groups of alerts, {@code prtAlertGroup}: IANA Printer MIB. */
    private static final int INPUT = 8;

    private static final int OUTPUT = 9;
    private static final int MARKER_SUPPLIES = 11;

    /**
     * Bits of {@code hrPrinterDetectedErrorState} from the highest on (RFC 2790, completed by RFC 3805): the reason of IPP for each, and
     * whether it only foretells something.
     */
    private static final List<Fault> FAULTS = List.of(
            new Fault("media-low", true),
            new Fault("media-empty", false),
            new Fault("toner-low", true),
            new Fault("toner-empty", false),
            new Fault("door-open", false),
            new Fault("media-jam", false),
            new Fault("offline", false),
            new Fault("service-needed", true),
            new Fault("input-tray-missing", false),
            new Fault("output-tray-missing", false),
            new Fault("marker-supply-missing", false),
            new Fault("output-area-almost-full", true),
            new Fault("output-area-full", false),
            new Fault("media-empty", true),
            new Fault("service-needed", true));

    private record Fault(String reason, boolean foretells) {}

    /** {@code prtAlertCode} of the IANA Printer MIB, with the reason that PWG 5100.9 gives it. */
    private static final Map<Integer, String> REASONS = Map.ofEntries(
            Map.entry(3, "cover-open"),
            Map.entry(5, "interlock-open"),
            Map.entry(8, "media-jam"),
            Map.entry(501, "door-open"),
            Map.entry(504, "shutdown"),
            Map.entry(801, "input-tray-missing"),
            Map.entry(807, "media-low"),
            Map.entry(808, "media-empty"),
            Map.entry(809, "media-needed"),
            Map.entry(810, "media-needed"),
            Map.entry(813, "media-needed"),
            Map.entry(901, "output-tray-missing"),
            Map.entry(902, "output-area-almost-full"),
            Map.entry(903, "output-area-full"),
            Map.entry(1001, "fuser-under-temp"),
            Map.entry(1002, "fuser-over-temp"),
            Map.entry(1101, "toner-empty"),
            Map.entry(1102, "marker-supply-empty"),
            Map.entry(1103, "marker-supply-empty"),
            Map.entry(1104, "toner-low"),
            Map.entry(1105, "marker-supply-low"),
            Map.entry(1106, "marker-supply-low"),
            Map.entry(1107, "marker-waste-almost-full"),
            Map.entry(1108, "marker-waste-almost-full"),
            Map.entry(1109, "marker-waste-full"),
            Map.entry(1110, "marker-waste-full"),
            Map.entry(1111, "opc-near-eol"),
            Map.entry(1112, "opc-life-over"),
            Map.entry(1113, "developer-low"),
            Map.entry(1114, "developer-empty"),
            Map.entry(1115, "marker-supply-missing"),
            Map.entry(1301, "output-tray-missing"),
            Map.entry(1302, "output-area-almost-full"),
            Map.entry(1303, "output-area-full"));

    /** Codes whose meaning is in the group of what they are about: missing, nearly empty, empty, nearly full, full. */
    private static final Map<Integer, Map<Integer, String>> REASONS_IN_GROUPS = Map.of(
            INPUT, Map.of(9, "input-tray-missing", 12, "media-low", 13, "media-empty"),
            OUTPUT, Map.of(9, "output-tray-missing", 14, "output-area-almost-full", 15, "output-area-full"),
            MARKER_SUPPLIES,
                    Map.of(
                            9, "marker-supply-missing",
                            10, "marker-supply-low",
                            11, "marker-supply-empty",
                            12, "marker-supply-low",
                            13, "marker-supply-empty",
                            14, "marker-waste-almost-full",
                            15, "marker-waste-full"));

    /** Codes for something that went well, or that concerns nobody: closed, changed, switched on, saving power, warming up. */
    private static final List<Integer> NO_TROUBLE =
            List.of(4, 6, 7, 19, 20, 23, 24, 25, 27, 502, 503, 505, 506, 507, 802, 803, 804, 805, 806, 1005);

    /** A row of {@code prtAlertTable}. @param description in the device's own words */
    public record Alert(int severity, int group, int code, String description) {}

    /** @param printerState 3 idle, 4 processing, 5 stopped; @param reasons the gravest first */
    public record State(int printerState, List<String> reasons) {}

    /**
     * @param deviceStatus {@code hrDeviceStatus}
     * @param printerStatus {@code hrPrinterStatus}
     * @param errors {@code hrPrinterDetectedErrorState}; bits that are missing are not set
     */
    public static State state(int deviceStatus, int printerStatus, byte[] errors, List<Alert> alerts) {
        int state = printerState(deviceStatus, printerStatus);
        List<String> reasons = new ArrayList<>(alerts.stream()
                .limit(MOST_ALERTS)
                .sorted(Comparator.comparing(alert -> alert.severity == CRITICAL ? 0 : 1))
                .flatMap(alert -> reason(alert).stream())
                .distinct()
                .toList());
        Set<String> known = reasons.stream().map(PrinterMib::bare).collect(Collectors.toCollection(HashSet::new));
        IntStream.range(0, FAULTS.size())
                .filter(bit -> isSet(errors, bit))
                .mapToObj(FAULTS::get)
                .filter(fault -> known.add(fault.reason))
                .map(fault -> fault.reason + (state == HALTED && !fault.foretells ? "-error" : "-warning"))
                .forEach(reasons::add);
        return new State(state, reasons.isEmpty() ? List.of("none") : List.copyOf(reasons));
    }

    /** The table of combinations in RFC 3805 section 2.2.13.2 (as in RFC 1759), from memory. */
    private static int printerState(int deviceStatus, int printerStatus) {
        if (deviceStatus == DOWN) {
            return printerStatus == WARM_UP ? PROCESSING : HALTED;
        }
        boolean works = printerStatus == PRINTING || printerStatus == WARM_UP || deviceStatus == TESTING;
        return works ? PROCESSING : IDLE;
    }

    private static boolean isSet(byte[] bits, int bit) {
        int octet = bit / BITS;
        return octet < bits.length && (bits[octet] >> (BITS - 1 - bit % BITS) & 1) == 1;
    }

    private static Optional<String> reason(Alert alert) {
        boolean grave = alert.severity == CRITICAL;
        if (!grave && (alert.severity != WARNS || NO_TROUBLE.contains(alert.code))) {
            return Optional.empty();
        }
        String ownWords = PlainText.line(alert.description, LONGEST).replaceFirst("[\\s.!]+$", "");
        return Optional.ofNullable(REASONS.get(alert.code))
                .or(() ->
                        Optional.ofNullable(REASONS_IN_GROUPS.get(alert.group)).map(group -> group.get(alert.code)))
                .or(() -> Optional.of(ownWords).filter(words -> !words.isEmpty()))
                .map(reason -> reason + (grave ? "-error" : "-warning"));
    }

    private static String bare(String reason) {
        return reason.replaceFirst("-(error|warning)$", "");
    }
}
