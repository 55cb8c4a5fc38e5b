package inky.courier.core.page;

import inky.courier.core.message.Message;
import java.util.Locale;

/** What made a mark on a page. Everything but {@link #CONTENT} may be on a blank side. */
enum MarkCause {
    CONTENT,
    DUST,
    HAIR,
    FOLD,
    SHADOW,
    HOLE,
    STAPLE,
    OTHER_SIDE,
    RULE,
    STREAK,
    TEXTURE;

    /** "3 specks of dust"; what is not counted is only named. */
    Message words(int count) {
        Message what = Message.of("page.mark." + name().toLowerCase(Locale.ROOT).replace('_', '-'));
        return this == OTHER_SIDE || this == TEXTURE ? what : what.with("n", count);
    }
}
