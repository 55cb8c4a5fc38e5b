package inky.courier.intake.transfer;

import inky.courier.core.intake.ScanFormat;
import inky.courier.core.office.InboxItem;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.NotTaken;
import inky.courier.intake.inbox.IncomingFiles;
import inky.courier.intake.inbox.IncomingFiles.Sent;
import inky.courier.store.WorkFolders;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What a device sees while it is signed in: a folder that is empty but for one for each job, and gone when it leaves. A file whose name is
 * that of a scan is taken when it has come; any other when it gets such a name, as devices do that write under another until they are
 * done, or when the device leaves.
 */
final class DropFolder {
    private static final Logger LOG = LoggerFactory.getLogger(DropFolder.class);

    /** Of those that are no scans, so many are told of. */
    private static final int MOST_REFUSED = 20;

    private final Path root;
    private final InboxItem inbox;
    private final Way way;
    private final InetAddress source;
    private final Predicate<String> saysJob;
    private final IncomingFiles files;
    private final WorkFolders folders;
    private final Set<Path> settled = new HashSet<>();

    private DropFolder(
            Path root,
            InboxItem inbox,
            Way way,
            InetAddress source,
            Predicate<String> saysJob,
            IncomingFiles files,
            WorkFolders folders) {
        this.root = root;
        this.inbox = inbox;
        this.way = way;
        this.source = source;
        this.saysJob = saysJob;
        this.files = files;
        this.folders = folders;
    }

    /** @param jobs names of the folders that there are @param saysJob whether another one may be */
    static DropFolder make(
            InboxItem inbox,
            Way way,
            InetAddress source,
            List<String> jobs,
            Predicate<String> saysJob,
            IncomingFiles files,
            WorkFolders folders)
            throws IOException {
        Path root = folders.make().toRealPath();
        for (String job : jobs) {
            Files.createDirectory(root.resolve(job));
        }
        return new DropFolder(root, inbox, way, source, saysJob, files, folders);
    }

    Path root() {
        return root;
    }

    /**
     * Somebody looks for something there. Devices cannot make the folder that they are told to save into; one whose name says a job, and
     * perhaps a person, is there when it is asked for.
     */
    void lookedFor(Path path) throws IOException {
        if (path.startsWith(root) && !path.equals(root)) {
            Path folder = root.resolve(root.relativize(path).getName(0));
            if (Files.notExists(folder) && saysJob.test(folder.getFileName().toString())) {
                Files.createDirectory(folder);
            }
        }
    }

    /** It is another file from now on. */
    synchronized void writing(Path file) {
        settled.remove(file);
    }

    /** All of it has come. @throws NotTaken when it is no scan, or cannot be kept now */
    synchronized void written(Path file) throws NotTaken {
        if (ScanFormat.named(file.getFileName().toString()).isPresent()) {
            take(file, file);
        }
    }

    /** It gets another name. @throws NotTaken as {@link #written} */
    synchronized void renaming(Path from, Path to) throws NotTaken {
        if (settled.contains(from)) {
            settled.add(to);
        } else if (Files.isRegularFile(from)
                && ScanFormat.named(to.getFileName().toString()).isPresent()) {
            take(from, to);
            settled.add(to);
        }
    }

    private void take(Path file, Path as) throws NotTaken {
        Path within = root.relativize(as);
        String folder = within.getNameCount() > 1 ? within.getName(0).toString() : "";
        settled.add(file);
        try {
            files.take(new Sent(
                    inbox, way, Optional.of(source), folder, as.getFileName().toString(), file));
        } catch (NotTaken e) {
            if (e.isForNow()) {
                settled.remove(file);
            } else {
                // Some devices do not hear what is answered, but look whether their file is there.
                remove(file);
            }
            throw e;
        }
        forgetContent(file);
    }

    private static void remove(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            LOG.warn("{} stays until its device leaves: {}", file, e.getMessage());
        }
    }

    /** Devices look whether all of it has come; how long it is stays. */
    private static void forgetContent(Path file) {
        try (RandomAccessFile content = new RandomAccessFile(file.toFile(), "rw")) {
            long length = content.length();
            content.setLength(0);
            content.setLength(length);
        } catch (IOException e) {
            LOG.warn("{} stays until its device leaves: {}", file, e.getMessage());
        }
    }

    /** The device leaves: what it has not named like a scan is one if it looks like one. */
    synchronized void end() {
        try {
            for (Path file : unsettled()) {
                try {
                    take(file, file);
                } catch (NotTaken e) {
                    LOG.debug("{} is not taken: {}", file, e.getMessage());
                }
            }
        } catch (IOException e) {
            LOG.warn("{} cannot be read: {}", root, e.getMessage());
        } finally {
            folders.remove(root);
        }
    }

    private List<Path> unsettled() throws IOException {
        try (Stream<Path> all = Files.walk(root)) {
            return all.filter(file -> Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS))
                    .filter(file -> !settled.contains(file) && file.toFile().length() > 0)
                    .limit(MOST_REFUSED)
                    .toList();
        }
    }
}
