package inky.courier.harness;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import java.util.concurrent.atomic.AtomicLong;

/** A far side that means no good: it says something, and then nothing, everything, or nonsense. */
public final class Hostile implements AutoCloseable {
    /** What it does when it has said its first words. */
    public enum Manner {
        /** Keeps the line and says no more. */
        SILENT,
        /** Says its last words again and again, a byte a second. */
        SLOW,
        /** Says its last words again and again, without end. */
        ENDLESS,
        /** Any bytes at all, without end. */
        GARBAGE,
        /** Hangs up. */
        CLOSING
    }

    private static final long MOST = 256L * 1024 * 1024;

    private final ServerSocket door;
    private final AtomicLong said = new AtomicLong();

    /**
     * @param asked whether it waits for a request before it says anything
     * @param first its first words
     * @param then what it says again and again when it is endless
     */
    public Hostile(Manner manner, boolean asked, String first, String then) throws IOException {
        door = new ServerSocket(0, 50, InetAddress.getByName("127.40.9.30"));
        Daemons.run(() -> {
            while (!door.isClosed()) {
                Socket line = door.accept();
                Daemons.run(() -> treat(line, manner, asked, first, then));
            }
        });
    }

    public String address() {
        return "127.40.9.30";
    }

    public int port() {
        return door.getLocalPort();
    }

    /** How many bytes anybody took from it. */
    public long said() {
        return said.get();
    }

    private void treat(Socket line, Manner manner, boolean asked, String first, String then) throws Exception {
        try (line;
                OutputStream out = line.getOutputStream()) {
            if (asked && line.getInputStream().read(new byte[8192]) < 0) {
                return;
            }
            say(out, first.getBytes(StandardCharsets.ISO_8859_1));
            byte[] words = then.repeat(1 + 8192 / Math.max(1, then.length())).getBytes(StandardCharsets.ISO_8859_1);
            Random random = new Random(5);
            while (manner == Manner.ENDLESS || manner == Manner.GARBAGE) {
                if (manner == Manner.GARBAGE) {
                    random.nextBytes(words);
                }
                say(out, words);
                if (said.get() > MOST) {
                    return;
                }
            }
            for (int i = 0; manner == Manner.SLOW; i++) {
                Thread.sleep(1_000);
                say(out, Arrays.copyOfRange(words, i % words.length, i % words.length + 1));
            }
            if (manner == Manner.SILENT) {
                Thread.sleep(600_000);
            }
        }
    }

    private void say(OutputStream out, byte[] words) throws IOException {
        out.write(words);
        out.flush();
        said.addAndGet(words.length);
    }

    @Override
    public void close() throws IOException {
        door.close();
    }
}
