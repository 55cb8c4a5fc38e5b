package inky.courier.core.profile;

import inky.courier.core.message.Message;
import java.util.Locale;

/** Where the paper lies. */
public enum PaperSource {
    FEEDER,
    /** One side at a time. */
    GLASS;

    public Message words() {
        return Message.of("profile.source." + name().toLowerCase(Locale.ROOT));
    }
}
