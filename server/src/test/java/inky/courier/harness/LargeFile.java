package inky.courier.harness;

import inky.courier.destination.Consignment.FileToSend;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;

/** A file of 160 MB that lies nowhere, and a process with a heap that would not hold it. */
public final class LargeFile {
    public static final long BYTES = 160L * 1024 * 1024;

    private LargeFile() {}

    private static final String SHA_256 = sha256();

    private static String sha256() {
        try (InputStream in = new Endless()) {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] block = new byte[1 << 16];
            for (int read = in.read(block); read >= 0; read = in.read(block)) {
                digest.update(block, 0, read);
            }
            return HexFormat.of().formatHex(digest.digest());
        } catch (IOException | NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    public static FileToSend pdf() {
        return new FileToSend("large.pdf", "application/pdf", BYTES, 1, SHA_256, Endless::new);
    }

    /** Runs a class by itself with a heap of 128 MB. @return what it said, when it ended with 0 */
    public static String inASmallHeap(Class<?> main, String... args) throws IOException, InterruptedException {
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx128m",
                "-cp",
                System.getProperty("java.class.path"),
                main.getName()));
        command.addAll(List.of(args));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        if (process.waitFor() != 0) {
            throw new AssertionError(said);
        }
        return said;
    }

    /** So many bytes, made as they are read. */
    private static final class Endless extends InputStream {
        private long left = BYTES;

        @Override
        public int read() {
            return left-- > 0 ? 7 : -1;
        }

        @Override
        public int read(byte[] target, int offset, int length) {
            if (left <= 0) {
                return -1;
            }
            int count = (int) Math.min(left, length);
            left -= count;
            return count;
        }
    }
}
