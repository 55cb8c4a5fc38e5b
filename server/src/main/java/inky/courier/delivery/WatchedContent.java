package inky.courier.delivery;

import inky.courier.store.ContentLost;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** Tells whether it was the store that failed, where a connector sees only that reading did. */
final class WatchedContent extends FilterInputStream {
    private static final Logger LOG = LoggerFactory.getLogger(WatchedContent.class);
    private final AtomicBoolean lost;

    WatchedContent(InputStream in, AtomicBoolean lost) {
        super(in);
        this.lost = lost;
    }

    @Override
    public int read() throws IOException {
        byte[] one = new byte[1];
        return read(one, 0, 1) < 0 ? -1 : one[0] & 0xff;
    }

    @Override
    public int read(byte[] target, int offset, int length) throws IOException {
        try {
            return in.read(target, offset, length);
        } catch (ContentLost e) {
            LOG.error("it cannot be sent whole", e);
            lost.set(true);
            throw e;
        }
    }
}
