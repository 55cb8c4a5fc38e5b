package inky.courier.store;

import java.io.IOException;
import java.util.UUID;

/** Something that was kept is no longer there, or not as it was; reading it again will not help. */
public final class ContentLost extends IOException {
    public ContentLost(UUID content, String what) {
        super("content " + content + ": " + what);
    }
}
