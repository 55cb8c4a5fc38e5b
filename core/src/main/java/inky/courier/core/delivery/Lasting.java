package inky.courier.core.delivery;

/** Whether a later try of what failed can succeed. */
public enum Lasting {
    /** Goes away by itself: try again, with growing pauses. */
    PASSES,
    /** Goes when somebody mends the set-up: ask seldom, and go at once when it is mended. */
    UNTIL_MENDED,
    /** Cannot go as it is. */
    FOR_GOOD
}
