package inky.courier.device.sane;

import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** Words, strings and arrays as they go over the line (SANE standard 1.06 section 5.1), none longer than a scanner has reason for. */
final class SaneWire {
    private static final int MOST_STRING = 64 * 1024;
    private static final int MOST_ITEMS = 4 * 1024;

    private final DataInputStream in;
    private final OutputStream out;
    private ByteArrayOutputStream request = new ByteArrayOutputStream();

    SaneWire(InputStream in, OutputStream out) {
        this.in = new DataInputStream(new BufferedInputStream(in));
        this.out = out;
    }

    /** One of an array, or behind a pointer. */
    interface Reading<T> {
        T read() throws IOException;
    }

    SaneWire word(int word) throws IOException {
        new DataOutputStream(request).writeInt(word);
        return this;
    }

    /** With the zero behind it. */
    SaneWire string(String text) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.ISO_8859_1);
        word(bytes.length + 1);
        request.write(bytes);
        request.write(0);
        return this;
    }

    /** In so many bytes. */
    SaneWire text(String text, int size) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.ISO_8859_1);
        if (size <= bytes.length || size > MOST_STRING) {
            throw new IOException("a text of " + size);
        }
        word(size);
        request.write(Arrays.copyOf(bytes, size));
        return this;
    }

    /** Sends what was written. */
    void send() throws IOException {
        out.write(request.toByteArray());
        out.flush();
        request = new ByteArrayOutputStream();
    }

    int word() throws IOException {
        return in.readInt();
    }

    String string() throws IOException {
        int length = length(MOST_STRING);
        byte[] bytes = in.readNBytes(length);
        if (bytes.length < length) {
            throw new IOException("the far side hung up");
        }
        int end = 0;
        while (end < bytes.length && bytes[end] != 0) {
            end++;
        }
        return new String(bytes, 0, end, StandardCharsets.ISO_8859_1);
    }

    /** What a pointer leads to. */
    <T> Optional<T> pointer(Reading<T> reading) throws IOException {
        return word() == 0 ? Optional.of(reading.read()) : Optional.empty();
    }

    <T> List<T> array(Reading<T> reading) throws IOException {
        int length = length(MOST_ITEMS);
        List<T> items = new ArrayList<>();
        for (int i = 0; i < length; i++) {
            items.add(reading.read());
        }
        return items;
    }

    private int length(int most) throws IOException {
        int length = word();
        if (length < 0 || length > most) {
            throw new IOException("a length of " + length);
        }
        return length;
    }
}
