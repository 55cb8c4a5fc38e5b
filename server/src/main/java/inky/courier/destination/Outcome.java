package inky.courier.destination;

import inky.courier.core.delivery.Lasting;

/** What came of a try to deliver. */
public sealed interface Outcome {
    /** The far side has taken it. @param bytes as sent over the line */
    record Accepted(String reply, long bytes) implements Outcome {}

    /**
     * It has not.
     *
     * @param cause stable, for grouping
     * @param reply the far side's own words; empty when it said none
     */
    record NotAccepted(String cause, String sentence, String remedy, Lasting lasting, String reply)
            implements Outcome {}
}
