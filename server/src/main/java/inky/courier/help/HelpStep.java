package inky.courier.help;

import inky.courier.core.message.Message;

/** Where somebody was at a panel when they called. */
public enum HelpStep {
    SIGN_IN,
    NEW_PIN,
    JOBS,
    MINE,
    CONSENT,
    READY,
    SCAN,
    SENT;

    /** Continues "while": {@code choosing a job}. */
    Message words() {
        return Message.of("help.step." + this);
    }
}
