package inky.courier.connection;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;

/** A stream from a far side that says no more than it may; one that goes on breaks. */
public final class Bounded extends FilterInputStream {
    private long left;

    /** @param bytes how many may come */
    public Bounded(InputStream in, long bytes) {
        super(in);
        this.left = bytes;
    }

    /** More may come from here on. */
    public void allow(long bytes) {
        left += bytes;
    }

    @Override
    public int read() throws IOException {
        int one = in.read();
        count(one < 0 ? 0 : 1);
        return one;
    }

    @Override
    public int read(byte[] target, int offset, int length) throws IOException {
        int some = in.read(target, offset, length);
        count(Math.max(0, some));
        return some;
    }

    private void count(int bytes) throws IOException {
        left -= bytes;
        if (left < 0) {
            throw new IOException("the far side says more than it may");
        }
    }
}
