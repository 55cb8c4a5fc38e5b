package inky.courier.destination;

import inky.courier.core.delivery.Setback;
import inky.courier.core.message.Message;
import java.util.List;

/** What came of a try to deliver. */
public sealed interface Outcome {
    /**
     * The far side has taken it.
     *
     * @param words where it is now, for people; empty when the destination says it already
     * @param bytes as sent over the line
     * @param known whether the far side could be asked, so that it is there exactly once
     */
    record Accepted(String reply, Message words, long bytes, boolean known, List<Recipient> recipients)
            implements Outcome {
        public static Accepted by(String reply, long bytes) {
            return new Accepted(reply, Message.none(), bytes, false, List.of());
        }
    }

    /** It has not. @param recipients who has it all the same, and who has not */
    record NotAccepted(Setback setback, List<Recipient> recipients) implements Outcome {
        public NotAccepted(Setback setback) {
            this(setback, List.of());
        }
    }

    /** Nobody knows: all had been sent when the line broke. */
    record Unknown(Setback setback, List<Recipient> recipients) implements Outcome {}

    /** It is too large as it is, and shall be made again with what costs least and fits. @param limit bytes for its files */
    record MakeSmaller(Setback setback, long limit) implements Outcome {}

    /**
     * @param message which of the messages that the recipient is to get; empty where there is one
     * @param sentence why not; empty for who has it
     */
    record Recipient(String address, String message, boolean accepted, Message sentence, String reply) {
        public Recipient {
            // Those that were kept when every leg was one message do not say which.
            message = message == null ? "" : message;
        }
    }
}
