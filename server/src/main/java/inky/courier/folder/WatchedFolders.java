package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.Deadline;
import inky.courier.connection.FarSideException;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.core.transfer.UploadName;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderAccounts;
import inky.courier.destination.Folders.FolderEntry;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Looks into folders on servers for files that others have put there. */
@Component
public class WatchedFolders {
    private final List<FolderProtocol> protocols;
    private final FolderAccounts accounts;

    WatchedFolders(List<FolderProtocol> protocols, FolderAccounts accounts) {
        this.protocols = protocols;
        this.accounts = accounts;
    }

    /** What can be done there; all paths are below the folder that is looked into. */
    public interface Inside {
        /** Files and folders; what is on its way there by Courier itself is left out. */
        List<FolderEntry> list(FolderPath folder) throws IOException;

        /** @throws IOException where it has more bytes than it was listed with */
        void fetch(FolderPath file, Path into, long bytes) throws IOException;

        void remove(FolderPath file) throws IOException;

        /** Into a folder beside it, that is made where it is missing; one of the same name there is replaced. */
        void moveInto(String folder, FolderPath file) throws IOException;
    }

    /** What is done there. */
    public interface Look<T> {
        T at(Inside inside) throws IOException;
    }

    /**
     * @param destination whose server it is
     * @param below the folder of the destination
     * @param longest how long it may take as a whole
     * @throws FarSideException saying what the far side refused
     */
    public <T> T into(UUID destination, FolderPath below, Duration longest, Look<T> look) throws FarSideException {
        FolderAccess access = accounts.access(destination)
                .orElseThrow(() -> new FarSideException(TransferCause.FOLDER_NOT_FOUND, "the destination was deleted"));
        FolderProtocol protocol = protocols.stream()
                .filter(one -> one.kinds().contains(access.kind()))
                .findFirst()
                .orElseThrow();
        ConnectionTrace trace = new ConnectionTrace(protocol.trust(access));
        FolderPath root = FolderTemplate.of(access.settings().path()).fixed().then(below);
        try (RemoteFolder far = protocol.open(access, trace);
                var ignored = Deadline.of(longest, far)) {
            return look.at(new Opened(far, root, access.settings().makeFolders(), trace));
        } catch (FarSideException e) {
            throw e;
        } catch (IOException e) {
            throw new FarSideException(ConnectionCause.LINE_LOST, "");
        }
    }

    private record Opened(RemoteFolder far, FolderPath root, boolean makesFolders, ConnectionTrace trace)
            implements Inside {
        private static final List<String> ITSELF = List.of(".", "..");

        @Override
        public List<FolderEntry> list(FolderPath folder) throws IOException {
            return trace.at(TransferStep.FOLDER, () -> inside(folder)).stream()
                    .filter(entry -> !UploadName.isUnderWay(entry.name()) && !ITSELF.contains(entry.name()))
                    .toList();
        }

        /** A folder that Courier may make is there for the device from the first look on. */
        private List<FolderEntry> inside(FolderPath folder) throws IOException {
            if (makesFolders && folder.isRoot() && far.find(root).isEmpty()) {
                far.makeAll(root);
            }
            return far.list(root.then(folder));
        }

        @Override
        public void fetch(FolderPath file, Path into, long bytes) throws IOException {
            trace.does(TransferStep.READ_BACK, () -> {
                try (InputStream in = far.read(root.then(file));
                        OutputStream out = Files.newOutputStream(into)) {
                    // One more, to see that it has grown
                    long came = in.transferTo(new LimitedOutput(out, bytes));
                    if (came != bytes) {
                        throw new FarSideException(TransferCause.CONTENT_DIFFERS, file.text());
                    }
                }
            });
        }

        @Override
        public void remove(FolderPath file) throws IOException {
            trace.does(TransferStep.REMOVED, () -> far.remove(root.then(file)));
        }

        @Override
        public void moveInto(String folder, FolderPath file) throws IOException {
            FolderPath beside = root.then(file).parent().then(folder);
            trace.does(TransferStep.RENAMED, () -> {
                far.makeAll(beside);
                far.rename(root.then(file), beside.then(file.name()), true);
            });
        }
    }

    /** What grows while it is read is not whole yet. */
    private static final class LimitedOutput extends OutputStream {
        private final OutputStream out;
        private long left;

        LimitedOutput(OutputStream out, long most) {
            this.out = out;
            this.left = most;
        }

        @Override
        public void write(int b) throws IOException {
            write(new byte[] {(byte) b}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            left -= length;
            if (left < 0) {
                throw new FarSideException(TransferCause.CONTENT_DIFFERS, "it grows");
            }
            out.write(bytes, from, length);
        }
    }
}
