package inky.courier.alert;

import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Sign;
import inky.courier.core.message.Message;
import inky.courier.queue.Queue;
import java.io.IOException;
import java.nio.file.FileStore;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Of Courier itself: room on its disks, and work that fails again and again. */
@Component
class OwnSigns implements SignSource {
    private static final Logger LOG = LoggerFactory.getLogger(OwnSigns.class);
    private static final int FULL = 100;
    private static final long GB = 1L << 30;

    private final Queue queue;
    private final JdbcClient jdbc;

    OwnSigns(Queue queue, JdbcClient jdbc) {
        this.queue = queue;
        this.jdbc = jdbc;
    }

    /** Room of a disk, in bytes. */
    record Room(long free, long all) {
        int percent() {
            return (int) (free * FULL / Math.max(1, all));
        }
    }

    @Override
    public List<Sign> signs(AlertSettings settings, ZonedDateTime now) {
        List<Sign> signs = new ArrayList<>(rooms(
                settings.of(AlertRule.DISK_ROOM, "").amount(),
                List.of(Path.of(System.getProperty("java.io.tmpdir"))),
                OwnSigns::room));
        queue.failing(settings.of(AlertRule.OWN_WORK, "").amount())
                .forEach(failing -> signs.add(new Sign(
                        AlertRule.OWN_WORK,
                        failing.task(),
                        "",
                        Message.of("alert.work").with("what", failing.words()).with("n", failing.failures()),
                        Message.of("alert.work.remedy"),
                        Optional.empty(),
                        List.of())));
        return signs;
    }

    /** @param folders of Courier's own, beside that of the database */
    List<Sign> rooms(int least, List<Path> folders, Function<Path, Optional<Room>> looking) {
        List<Path> all = new ArrayList<>(folders);
        databaseFolder().ifPresent(all::add);
        Set<Room> told = new HashSet<>();
        List<Sign> signs = new ArrayList<>();
        for (Path folder : all) {
            looking.apply(folder)
                    .filter(room -> room.percent() < least && told.add(room))
                    .ifPresent(room -> signs.add(new Sign(
                            AlertRule.DISK_ROOM,
                            folder.toString(),
                            "",
                            Message.of("alert.room")
                                    .with("percent", room.percent())
                                    .with("gb", room.free / GB)
                                    .with("folder", folder.toString()),
                            Message.of("alert.room.remedy"),
                            Optional.empty(),
                            List.of())));
        }
        return signs;
    }

    /** Where the database is on this machine, and lets itself be asked. */
    private Optional<Path> databaseFolder() {
        try {
            return jdbc.sql(
                            "select current_setting('data_directory') where pg_has_role(current_user, 'pg_read_all_settings', 'usage')")
                    .query(String.class)
                    .optional()
                    .map(Path::of)
                    .filter(Files::exists);
        } catch (DataAccessException e) {
            LOG.debug("the database does not say where it is", e);
            return Optional.empty();
        }
    }

    private static Optional<Room> room(Path folder) {
        try {
            FileStore store = Files.getFileStore(folder);
            return Optional.of(new Room(store.getUsableSpace(), store.getTotalSpace()));
        } catch (IOException e) {
            LOG.warn("room of {} is not known: {}", folder, e.getMessage());
            return Optional.empty();
        }
    }
}
