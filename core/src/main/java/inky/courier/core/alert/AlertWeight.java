package inky.courier.core.alert;

/** How much an alert matters, the most first. */
public enum AlertWeight {
    /** Told at once. */
    URGENT,
    /** Told once a day. */
    SOON,
    /** Listed at the desk, told nobody. */
    NOTE
}
