package inky.courier.core.fleet;

import inky.courier.core.message.Message;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.Set;
import java.util.regex.Pattern;

/** The state of a device as a person understands it. */
public record DeviceCondition(State state, Message sentence) {
    public enum State {
        READY,
        BUSY,
        CARE,
        /** Its firmware is being updated: nobody can scan there, and it must not be switched off. */
        UPDATING,
        STOPPED,
        UNREACHABLE
    }

    public static final DeviceCondition UNREACHABLE =
            new DeviceCondition(State.UNREACHABLE, Message.of("device.unreachable"));

    public static final DeviceCondition UPDATING = new DeviceCondition(State.UPDATING, Message.of("device.updating"));

    public static final DeviceCondition BUSY = new DeviceCondition(State.BUSY, Message.of("device.busy"));

    /** Devices are asked more often ({@link LookPause}); what is older than this is no longer how it is. */
    private static final Duration FRESH = Duration.ofMinutes(5);

    /** IPP's {@code printer-state}: RFC 8011 section 5.4.11. */
    private static final int PROCESSING = 4;

    private static final int HALTED = 5;

    /** The reasons of RFC 8011 section 5.4.12, PWG 5100.9 and PWG 5100.17 that have words of ours, without their severity suffix; and of other protocols. */
    private static final Set<String> REASONS = Set.of(
            "media-jam",
            "input-media-jam",
            "input-pick",
            "multiple-feed",
            "cover-open",
            "door-open",
            "paused",
            "shutdown",
            "media-empty",
            "media-low",
            "toner-low",
            "toner-empty",
            "spool-area-full",
            "interlock-open",
            "offline",
            "service-needed",
            "input-tray-missing",
            "output-tray-missing",
            "output-area-almost-full",
            "output-area-full",
            "media-needed",
            "marker-supply-low",
            "marker-supply-empty",
            "marker-supply-missing",
            "marker-waste-almost-full",
            "marker-waste-full",
            "fuser-over-temp",
            "fuser-under-temp",
            "opc-near-eol",
            "opc-life-over",
            "developer-low",
            "developer-empty");

    private static final Pattern KEYWORD = Pattern.compile("[a-z0-9-]+");

    /** Whether nobody can scan or print there now. */
    public boolean stops() {
        return state == State.STOPPED || state == State.UNREACHABLE || state == State.UPDATING;
    }

    /** How it looks now, when it was last heard of then: a state without a fresh answer is shown as an old one. */
    public DeviceCondition asOf(Instant heard, Instant now) {
        if (state == State.UNREACHABLE
                || state == State.UPDATING
                || heard == null
                || !heard.plus(FRESH).isBefore(now)) {
            return this;
        }
        long minutes = Duration.between(heard, now).toMinutes();
        Message silent = minutes < 120
                ? Message.of("device.silent.minutes").with("n", minutes)
                : Message.of("device.silent.hours").with("n", minutes / 60);
        return new DeviceCondition(State.CARE, silent.with("then", sentence));
    }

    /**
     * @param printerState 3 idle, 4 processing, 5 stopped
     * @param reasons keywords of {@code printer-state-reasons}; the gravest decides the sentence
     * @param scans whether it has a scanner, which most reasons do not concern
     */
    public static DeviceCondition of(int printerState, Collection<String> reasons, boolean scans) {
        String gravest = reasons.stream()
                .filter(reason -> !reason.equals("none"))
                .min(Comparator.comparingInt(DeviceCondition::rank))
                .orElse("none");
        Message sentence = sentence(gravest);
        if (printerState == HALTED) {
            return new DeviceCondition(State.STOPPED, gravest.equals("none") ? Message.of("device.stopped") : sentence);
        }
        if (!gravest.equals("none") && rank(gravest) < 2) {
            return new DeviceCondition(State.CARE, scans ? sentence.and(Message.of("device.still-scans")) : sentence);
        }
        return printerState == PROCESSING ? BUSY : new DeviceCondition(State.READY, Message.of("device.ready"));
    }

    /**
     * The same with what its printer says of itself by another protocol: the graver of both. Of a device that scans, a printer that has
     * stopped is no reason to stay away from it.
     *
     * @param scans whether it has a scanner
     * @param isOfScanner whether this condition is what the scanner itself says
     */
    public DeviceCondition with(PrinterMib.State printer, boolean scans, boolean isOfScanner) {
        int state = scans ? Math.min(printer.printerState(), PROCESSING) : printer.printerState();
        boolean halted = printer.printerState() == HALTED;
        DeviceCondition other = of(state, printer.reasons(), scans && (isOfScanner || !halted));
        boolean nothingElse = !isOfScanner && this.state == State.READY;
        return nothingElse || other.state.compareTo(this.state) > 0 && other.state != State.BUSY ? other : this;
    }

    /** RFC 8011: a reason without suffix counts as an error. */
    private static int rank(String reason) {
        return reason.endsWith("-report") ? 2 : reason.endsWith("-warning") ? 1 : 0;
    }

    private static Message sentence(String reason) {
        String bare = reason.replaceFirst("-(error|warning|report)$", "");
        return REASONS.contains(bare)
                ? Message.of("device.reason." + bare)
                : Message.of("device.reason.other")
                        .with("reason", KEYWORD.matcher(bare).matches() ? bare.replace('-', ' ') : bare);
    }
}
