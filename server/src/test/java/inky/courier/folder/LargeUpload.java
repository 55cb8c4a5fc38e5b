package inky.courier.folder;

import inky.courier.core.connection.Encryption;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderSettings;
import inky.courier.destination.Outcome;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** Sends one large file from a small heap; ends with 0 when it was accepted. */
final class LargeUpload {
    static final long BYTES = 300L * 1024 * 1024;

    private LargeUpload() {}

    static List<String> command(FolderAccess access) {
        FolderSettings s = access.settings();
        return List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx512m",
                "-cp",
                System.getProperty("java.class.path"),
                LargeUpload.class.getName(),
                access.kind().name(),
                s.host(),
                Integer.toString(s.port()),
                s.encryption().name(),
                s.path());
    }

    public static void main(String[] args) {
        FolderSettings settings = FarSides.settings(
                args[1], Integer.parseInt(args[2]), args[4], Encryption.valueOf(args[3]), WhenTaken.NUMBER);
        FolderAccess access = FarSides.access(DestinationKind.valueOf(args[0]), settings, FarSides.PASSWORD);
        var file = FarSides.file("large.pdf", BYTES, "", Endless::new);
        Outcome outcome = FarSides.send(
                access, FarSides.consignment(UUID.randomUUID(), Map.of(), List.of(file)), new FarSides.Claimed());
        System.out.println(outcome);
        System.exit(outcome instanceof Outcome.Accepted ? 0 : 1);
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
