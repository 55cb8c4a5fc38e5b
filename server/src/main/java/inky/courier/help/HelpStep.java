package inky.courier.help;

/** Where somebody was at a panel when they called. */
public enum HelpStep {
    SIGN_IN,
    NEW_PIN,
    JOBS,
    MINE,
    CONSENT,
    READY,
    SCAN,
    SENT
}
