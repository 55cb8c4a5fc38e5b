package inky.courier.core.page;

import inky.courier.core.message.Message;
import java.util.Locale;

/** What lies on the glass, as told from the page itself. */
public enum Kind {
    DOCUMENT,
    RECEIPT,
    CARD,
    PHOTO;

    /** For programs: a file's part, a line of a report. */
    public String code() {
        return name().toLowerCase(Locale.ROOT);
    }

    public Message words() {
        return Message.of("page.kind." + code());
    }
}
