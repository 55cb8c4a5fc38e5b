package inky.courier.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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
    private static final Pattern NAME = Pattern.compile("inky-courier-work-(\\d{1,10})-.+");

    /** Those of other applications in this process are no business of this one; tests have several. */
    private static final Set<Path> OF_THIS_PROCESS = ConcurrentHashMap.newKeySet();

    private final Path own;

    WorkFolders() {
        long pid = ProcessHandle.current().pid();
        try {
            removeThoseOfTheDead(Path.of(System.getProperty("java.io.tmpdir")), pid);
            // Its name cannot be guessed, and nobody else may look in.
            own = Files.createTempDirectory("inky-courier-work-" + pid + "-");
            OF_THIS_PROCESS.add(own);
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

    private void removeThoseOfTheDead(Path all, long ownPid) throws IOException {
        List<Path> found;
        try (Stream<Path> list = Files.list(all)) {
            found = list.filter(path -> !OF_THIS_PROCESS.contains(path)).toList();
        }
        for (Path folder : found) {
            Matcher name = NAME.matcher(folder.getFileName().toString());
            // In a container, the process before often had the same number.
            if (name.matches() && (Long.parseLong(name.group(1)) == ownPid || !isAlive(name.group(1)))) {
                remove(folder);
                LOG.info("removed what a process that ended had left in {}", folder);
            }
        }
    }

    private static boolean isAlive(String pid) {
        return ProcessHandle.of(Long.parseLong(pid))
                .filter(ProcessHandle::isAlive)
                .isPresent();
    }
}
