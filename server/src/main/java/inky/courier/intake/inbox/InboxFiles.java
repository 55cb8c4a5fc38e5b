package inky.courier.intake.inbox;

import inky.courier.connection.FarSideException;
import inky.courier.core.intake.ScanFormat;
import inky.courier.core.message.Message;
import inky.courier.core.office.InboxItem;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.Folders.FolderEntry;
import inky.courier.folder.WatchedFolders.Inside;
import inky.courier.intake.Addressees;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.NotTaken;
import inky.courier.live.Live;
import inky.courier.store.WorkFolders;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/**
 * Files in folders that are looked into. One counts when it is whole: it stands still for a while, and ends as its format does. It is removed
 * when its pages are kept; that they are is known by then, so that a file is taken once, whatever breaks in between.
 */
@Component
class InboxFiles {
    /** Where files are put that are no scans. */
    static final String ASIDE = "refused";

    /** What stands still for so long is not being written. */
    private static final Duration SETTLES = Duration.ofSeconds(5);

    /** Devices add page after page to a file of this format, and it is whole after each. */
    private static final Duration TIFF_SETTLES = Duration.ofSeconds(30);

    /** What is not whole after so long will not be. */
    private static final Duration GIVEN_UP = Duration.ofMinutes(10);

    /** Brought here in one look. */
    private static final int MOST_FILES = 100;

    private final InboxFileRepository rows;
    private final IncomingFiles incoming;
    private final Addressees addressees;
    private final WorkFolders folders;
    private final Live live;
    private final Clock clock;

    InboxFiles(
            InboxFileRepository rows,
            IncomingFiles incoming,
            Addressees addressees,
            WorkFolders folders,
            Live live,
            Clock clock) {
        this.rows = rows;
        this.incoming = incoming;
        this.addressees = addressees;
        this.folders = folders;
        this.live = live;
        this.clock = clock;
    }

    /** What became of a file in a look. */
    private enum Done {
        /** It was brought here, which takes long. */
        FETCHED,
        /** It may be one later. */
        WAITS,
        /** There is nothing more to do for it. */
        SETTLED
    }

    /** A file as it is listed. @param folder in the inbox; empty for none */
    private record Found(InboxItem inbox, String folder, FolderEntry entry) {
        String path() {
            return at().text();
        }

        FolderPath at() {
            FolderPath within = folder.isEmpty() ? FolderPath.ROOT : FolderPath.ROOT.then(folder);
            return within.then(entry.name());
        }

        /** As exact as the database keeps it; some servers tell more. */
        Instant changedAt() {
            return entry.changedAt().truncatedTo(ChronoUnit.MILLIS);
        }

        IncomingFiles.Sent sent(Path here) {
            return new IncomingFiles.Sent(inbox, Way.FOLDER, Optional.empty(), folder, entry.name(), here);
        }
    }

    /** Takes those that are whole. @return whether something is there that may be one later */
    boolean take(InboxItem inbox, Inside inside) throws IOException {
        Map<String, InboxFile> known = new HashMap<>(
                rows.findByInboxId(inbox.id()).stream().collect(Collectors.toMap(file -> file.path, file -> file)));
        int fetched = 0;
        boolean waits = false;
        for (Found one : found(inbox, inside)) {
            Optional<InboxFile> before = Optional.ofNullable(known.remove(one.path()));
            Done done = fetched < MOST_FILES ? visit(inside, one, seen(one, before)) : Done.WAITS;
            fetched += done == Done.FETCHED ? 1 : 0;
            waits |= done == Done.WAITS;
        }
        rows.deleteAll(known.values());
        return waits;
    }

    /** Scans here, and in the folders that say a job; the oldest first. */
    private List<Found> found(InboxItem inbox, Inside inside) throws IOException {
        List<Found> found = new ArrayList<>();
        List<FolderEntry> here = inside.list(FolderPath.ROOT);
        scans(here).forEach(entry -> found.add(new Found(inbox, "", entry)));
        for (FolderEntry folder : here) {
            if (folder.folder() && addressees.namesJob(folder.name())) {
                scans(inside.list(FolderPath.ROOT.then(folder.name())))
                        .forEach(entry -> found.add(new Found(inbox, folder.name(), entry)));
            }
        }
        found.sort(Comparator.comparing(Found::changedAt).thenComparing(Found::path));
        return found;
    }

    private static Stream<FolderEntry> scans(List<FolderEntry> entries) {
        return entries.stream()
                .filter(entry ->
                        !entry.folder() && ScanFormat.named(entry.name()).isPresent());
    }

    /** What is known of it; anew where it is another file than before. */
    private InboxFile seen(Found one, Optional<InboxFile> before) {
        InboxFile file = before.orElseGet(InboxFile::new);
        boolean isSame =
                before.isPresent() && file.bytes == one.entry().bytes() && file.changedAt.equals(one.changedAt());
        if (isSame) {
            return file;
        }
        if (before.isEmpty()) {
            file.id = UUID.randomUUID();
            file.inboxId = one.inbox().id();
            file.path = one.path();
        }
        file.bytes = one.entry().bytes();
        file.changedAt = one.changedAt();
        file.taken = false;
        file.cut = false;
        file.why = Message.none();
        return stillFromNow(file);
    }

    private InboxFile stillFromNow(InboxFile file) {
        file.since = clock.instant();
        return rows.save(file);
    }

    private Done visit(Inside inside, Found one, InboxFile file) throws IOException {
        if (file.taken) {
            removed(inside, one, file);
            return Done.SETTLED;
        }
        if (!file.why.isEmpty()) {
            // It was said, and stays until it is changed.
            return Done.SETTLED;
        }
        if (file.bytes > IncomingFiles.MOST_BYTES) {
            refused(inside, one, file, IncomingFiles.tooLarge());
            return Done.SETTLED;
        }
        if (file.cut) {
            // It is not brought here again before there is more of it.
            return isStill(file, GIVEN_UP) ? givenUp(inside, one, file) : Done.WAITS;
        }
        boolean isTiff = ScanFormat.named(one.entry().name()).equals(Optional.of(ScanFormat.TIFF));
        return isStill(file, isTiff ? TIFF_SETTLES : SETTLES) ? fetch(inside, one, file) : Done.WAITS;
    }

    private Done givenUp(Inside inside, Found one, InboxFile file) {
        refused(inside, one, file, NotTaken.cut().why());
        return Done.SETTLED;
    }

    private boolean isStill(InboxFile file, Duration time) {
        return !file.since.plus(time).isAfter(clock.instant());
    }

    private Done fetch(Inside inside, Found one, InboxFile file) throws IOException {
        Path folder = folders.make();
        try {
            Path here = folder.resolve("file");
            inside.fetch(one.at(), here, file.bytes);
            IncomingFiles.requireWhole(here);
            incoming.takeNew(one.sent(here), scan -> {
                file.taken = true;
                rows.saveAndFlush(file);
            });
            removed(inside, one, file);
            return Done.FETCHED;
        } catch (NotTaken e) {
            if (e.isCut()) {
                file.cut = true;
                rows.save(file);
                return Done.WAITS;
            }
            if (!e.isForNow()) {
                refused(inside, one, file, e.why());
                return Done.FETCHED;
            }
            return Done.WAITS;
        } catch (FarSideException e) {
            if (!e.setback().cause().equals(TransferCause.CONTENT_DIFFERS.name())) {
                throw e;
            }
            // It has changed since it was listed.
            stillFromNow(file);
            return Done.WAITS;
        } finally {
            folders.remove(folder);
        }
    }

    private void removed(Inside inside, Found one, InboxFile file) throws IOException {
        inside.remove(one.at());
        rows.delete(file);
    }

    /** It is put aside, so that nobody looks at it again; where that cannot be, it stays, and is not tried again. */
    private void refused(Inside inside, Found one, InboxFile file, Message why) {
        incoming.refused(one.sent(Path.of("")), why);
        file.why = why;
        rows.save(file);
        try {
            inside.moveInto(ASIDE, one.at());
            rows.delete(file);
        } catch (IOException e) {
            live.tell(Inboxes.KIND, one.inbox().id());
        }
    }
}
