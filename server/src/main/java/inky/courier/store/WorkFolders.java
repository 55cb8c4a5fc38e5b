package inky.courier.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Folders for files that are being made. They lie below one that belongs to this process, so that the next process finds
 * and removes what one that was killed has left lying about.
 */
@Component
public class WorkFolders {
    private static final Logger LOG = LoggerFactory.getLogger(WorkFolders.class);
    private static final String PREFIX = "inky-courier-work-";

    private final Path own;

    WorkFolders() {
        Path all = Path.of(System.getProperty("java.io.tmpdir"));
        own = all.resolve(PREFIX + ProcessHandle.current().pid());
        try {
            removeThoseOfTheDead(all);
            Files.createDirectories(own);
            own.toFile().deleteOnExit();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public Path make() throws IOException {
        return Files.createTempDirectory(own, "made");
    }

    public void empty(Path folder) throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            for (Path file : files.toList()) {
                Files.deleteIfExists(file);
            }
        }
    }

    /** Removes a folder and what is in it. */
    public void remove(Path folder) {
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.deleteIfExists(path);
            }
        } catch (IOException e) {
            LOG.warn("{} could not be removed: {}", folder, e.getMessage());
        }
    }

    private void removeThoseOfTheDead(Path all) throws IOException {
        List<Path> found;
        try (Stream<Path> list = Files.list(all)) {
            found = list.filter(path -> path.getFileName().toString().matches(PREFIX + "\\d{1,10}"))
                    .toList();
        }
        for (Path folder : found) {
            long pid = Long.parseLong(folder.getFileName().toString().substring(PREFIX.length()));
            boolean alive = ProcessHandle.of(pid).filter(ProcessHandle::isAlive).isPresent();
            if (!alive || folder.equals(own)) {
                remove(folder);
                LOG.info("removed what a process that ended had left in {}", folder);
            }
        }
    }
}
