package inky.courier.core.fleet;

import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.Map;

/** The state of a device as a person understands it. */
public record DeviceCondition(State state, String sentence) {
    public enum State {
        READY,
        BUSY,
        CARE,
        STOPPED,
        UNREACHABLE
    }

    public static final DeviceCondition UNREACHABLE =
            new DeviceCondition(State.UNREACHABLE, "It does not answer. Is it switched on and on the network?");

    /** Devices are asked twice a minute; what is older than this is no longer how it is. */
    private static final Duration FRESH = Duration.ofMinutes(5);

    /** IPP's {@code printer-state}: RFC 8011 section 5.4.11. */
    private static final int PROCESSING = 4;

    private static final int HALTED = 5;

    /** Sentences for the reasons of RFC 8011 section 5.4.12, without their severity suffix. */
    private static final Map<String, String> REASONS = Map.ofEntries(
            Map.entry("media-jam", "Paper jam."),
            Map.entry("input-media-jam", "Paper jam in the feeder."),
            Map.entry("cover-open", "A cover is open."),
            Map.entry("door-open", "A door is open."),
            Map.entry("paused", "Somebody has paused it."),
            Map.entry("shutdown", "It is shutting down."),
            Map.entry("media-empty", "A paper tray is empty."),
            Map.entry("media-low", "A paper tray is nearly empty."),
            Map.entry("toner-low", "Toner is low."),
            Map.entry("toner-empty", "Toner is empty."),
            Map.entry("spool-area-full", "Its storage is full."));

    /** How it looks now, when it was last heard of then: a state without a fresh answer is shown as an old one. */
    public DeviceCondition asOf(Instant heard, Instant now) {
        if (state == State.UNREACHABLE || heard == null || !heard.plus(FRESH).isBefore(now)) {
            return this;
        }
        long minutes = Duration.between(heard, now).toMinutes();
        String ago = minutes < 120
                ? minutes + " minutes"
                : Duration.between(heard, now).toHours() + " hours";
        return new DeviceCondition(State.CARE, "Not heard of for " + ago + ". Then: " + sentence);
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
        String sentence = sentence(gravest);
        if (printerState == HALTED) {
            return new DeviceCondition(
                    State.STOPPED, gravest.equals("none") ? "It has stopped without giving a reason." : sentence);
        }
        if (!gravest.equals("none") && rank(gravest) < 2) {
            return new DeviceCondition(State.CARE, scans ? sentence + " Scanning works." : sentence);
        }
        return printerState == PROCESSING
                ? new DeviceCondition(State.BUSY, "It is at work.")
                : new DeviceCondition(State.READY, "Ready.");
    }

    /** RFC 8011: a reason without suffix counts as an error. */
    private static int rank(String reason) {
        return reason.endsWith("-report") ? 2 : reason.endsWith("-warning") ? 1 : 0;
    }

    private static String sentence(String reason) {
        String bare = reason.replaceFirst("-(error|warning|report)$", "");
        return REASONS.getOrDefault(bare, "It reports: " + bare.replace('-', ' ') + ".");
    }
}
