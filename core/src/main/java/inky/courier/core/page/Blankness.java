package inky.courier.core.page;

import inky.courier.core.message.Message;

/**
 * Whether a side has nothing on it that a person would miss: the odds, from which each {@link BlankSensitivity} decides.
 *
 * @param odds natural logarithm of the odds that something is on it
 * @param content what would be missed
 * @param marks what is on it where nothing would be missed
 * @param inkMm2 area of what counts as content, in square millimetres
 */
public record Blankness(double odds, Message content, Message marks, double inkMm2) {
    /** Odds of what is beyond doubt. */
    private static final double CERTAIN = 100;

    /** A side that has something on it, whatever else may be there. */
    static Blankness written(Message content, double inkMm2) {
        return new Blankness(CERTAIN, content, Message.none(), inkMm2);
    }

    public boolean isBlank(BlankSensitivity sensitivity) {
        return odds <= sensitivity.least();
    }

    /** What was found that decides, as a message. */
    public Message reason(BlankSensitivity sensitivity) {
        return isBlank(sensitivity) ? marks : content;
    }
}
