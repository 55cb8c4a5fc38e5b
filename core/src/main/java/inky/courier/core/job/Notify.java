package inky.courier.core.job;

/** When the person who scanned is told by mail what became of it. */
public enum Notify {
    NEVER,
    /** When somebody has to do something. */
    ON_FAILURE,
    /** Also when all has arrived. */
    ALWAYS
}
