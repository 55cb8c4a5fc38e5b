package inky.courier.core.job;

/** Whether something is asked for at the device. */
public enum Asked {
    NO,
    /** It may stay unanswered. */
    OPTIONAL,
    /** Nothing goes before it is answered. */
    REQUIRED
}
