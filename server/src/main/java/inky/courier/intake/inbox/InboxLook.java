package inky.courier.intake.inbox;

import inky.courier.connection.FarSideException;
import inky.courier.core.intake.ScanFormat;
import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.InboxItem;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.Folders.FolderEntry;
import inky.courier.folder.WatchedFolders;
import inky.courier.folder.WatchedFolders.Inside;
import inky.courier.intake.Addressees;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.NotTaken;
import inky.courier.live.Live;
import inky.courier.queue.Queue;
import inky.courier.store.WorkFolders;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Looks into folders for scans. A file counts when it is whole: it stands still for a while, and ends as its format does. It is removed when
 * its pages are kept; that they are is known by then, so that a file is taken once, whatever breaks in between.
 */
@Component
class InboxLook {
    /** Where files are put that are no scans. */
    static final String ASIDE = "refused";

    /** What stands still for so long is not being written. */
    private static final Duration SETTLES = Duration.ofSeconds(5);

    /** Devices add page after page to a file of this format, and it is whole after each. */
    private static final Duration TIFF_SETTLES = Duration.ofSeconds(30);

    /** What is not whole after so long will not be. */
    private static final Duration GIVEN_UP = Duration.ofMinutes(10);

    private static final Duration USUAL_PAUSE = Duration.ofSeconds(15);
    private static final Duration PAUSE_WHILE_WRITTEN = Duration.ofSeconds(5);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(10);
    private static final Duration LONGEST_LOOK = Duration.ofMinutes(10);
    private static final int MOST_FILES = 100;

    private final InboxRepository inboxes;
    private final InboxFileRepository files;
    private final IncomingFiles incoming;
    private final Addressees addressees;
    private final WatchedFolders watched;
    private final WorkFolders folders;
    private final Queue queue;
    private final Live live;
    private final Clock clock;
    private final TransactionTemplate transaction;

    InboxLook(
            InboxRepository inboxes,
            InboxFileRepository files,
            IncomingFiles incoming,
            Addressees addressees,
            WatchedFolders watched,
            WorkFolders folders,
            Queue queue,
            Live live,
            Clock clock,
            TransactionTemplate transaction) {
        this.inboxes = inboxes;
        this.files = files;
        this.incoming = incoming;
        this.addressees = addressees;
        this.watched = watched;
        this.folders = folders;
        this.queue = queue;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** A task for each folder whose time has come. */
    void round() {
        inboxes.due(DestinationItem.NOTHING, clock.instant()).forEach(id -> queue.add(InboxTasks.LOOK, id));
    }

    /** Looks into one. Only one instance does at a time. */
    void look(UUID id) {
        Optional<InboxItem> inbox = inboxes.findById(id).map(Inbox::item).filter(InboxItem::looks);
        if (inbox.isEmpty()) {
            return;
        }
        Visit visit = new Visit(inbox.get());
        Message trouble = Message.none();
        try {
            watched.into(inbox.get().destinationId(), FolderPath.of(inbox.get().folder()), LONGEST_LOOK, visit::look);
        } catch (FarSideException e) {
            trouble = e.setback().sentence();
        }
        looked(id, trouble, visit.hasMore);
    }

    private void looked(UUID id, Message trouble, boolean hasMore) {
        transaction.executeWithoutResult(status -> inboxes.findById(id).ifPresent(inbox -> {
            boolean changed = !trouble.equals(inbox.trouble) || inbox.lookedAt == null;
            inbox.lookedAt = clock.instant();
            inbox.trouble = trouble;
            inbox.troubleSince =
                    trouble.isEmpty() ? null : Objects.requireNonNullElse(inbox.troubleSince, inbox.lookedAt);
            inbox.failures = trouble.isEmpty() ? 0 : inbox.failures + 1;
            inbox.nextLookAt = inbox.lookedAt.plus(pause(inbox.failures, hasMore));
            if (changed) {
                live.tell(Inboxes.KIND, id);
            }
        }));
    }

    private static Duration pause(int failures, boolean hasMore) {
        if (failures > 0) {
            Duration grown = USUAL_PAUSE.multipliedBy(1L << Math.min(failures, 6));
            return grown.compareTo(LONGEST_PAUSE) < 0 ? grown : LONGEST_PAUSE;
        }
        return hasMore ? PAUSE_WHILE_WRITTEN : USUAL_PAUSE;
    }

    /** A file as it is listed. @param folder in the inbox; empty for none */
    private record Found(String folder, FolderEntry entry) {
        String path() {
            return folder.isEmpty() ? entry.name() : folder + "/" + entry.name();
        }

        FolderPath at() {
            return folder.isEmpty()
                    ? FolderPath.ROOT.then(entry.name())
                    : FolderPath.ROOT.then(folder).then(entry.name());
        }

        ScanFormat format() {
            return ScanFormat.named(entry.name()).orElseThrow();
        }
    }

    /** One look into one folder. */
    private final class Visit {
        private final InboxItem inbox;

        /** Whether something is there that was not taken yet. */
        private boolean hasMore;

        Visit(InboxItem inbox) {
            this.inbox = inbox;
        }

        void look(Inside inside) throws IOException {
            Map<String, InboxFile> known = new HashMap<>(files.findByInboxId(inbox.id()).stream()
                    .collect(Collectors.toMap(file -> file.path, file -> file)));
            int taken = 0;
            for (Found one : found(inside)) {
                if (taken >= MOST_FILES) {
                    hasMore = true;
                    known.remove(one.path());
                } else if (visit(inside, one, seen(one, Optional.ofNullable(known.remove(one.path()))))) {
                    taken++;
                }
            }
            files.deleteAll(known.values());
        }

        /** Scans here, and in the folders that say a job; the oldest first. */
        private List<Found> found(Inside inside) throws IOException {
            List<Found> found = new ArrayList<>();
            List<FolderEntry> here = inside.list(FolderPath.ROOT);
            add(found, "", here);
            for (FolderEntry folder : here) {
                if (folder.folder() && addressees.namesJob(folder.name())) {
                    add(found, folder.name(), inside.list(FolderPath.ROOT.then(folder.name())));
                }
            }
            found.sort(
                    Comparator.comparing((Found one) -> one.entry().changedAt()).thenComparing(Found::path));
            return found;
        }

        private static void add(List<Found> found, String folder, List<FolderEntry> entries) {
            entries.stream()
                    .filter(entry ->
                            !entry.folder() && ScanFormat.named(entry.name()).isPresent())
                    .forEach(entry -> found.add(new Found(folder, entry)));
        }

        /** What is known of it; anew where it is another file than before. */
        private InboxFile seen(Found one, Optional<InboxFile> before) {
            FolderEntry entry = one.entry();
            InboxFile file = before.orElseGet(InboxFile::new);
            boolean isSame =
                    before.isPresent() && file.bytes == entry.bytes() && file.changedAt.equals(entry.changedAt());
            if (isSame) {
                return file;
            }
            if (before.isEmpty()) {
                file.id = UUID.randomUUID();
                file.inboxId = inbox.id();
                file.path = one.path();
            }
            file.bytes = entry.bytes();
            file.changedAt = entry.changedAt();
            file.taken = false;
            file.why = Message.none();
            return still(file);
        }

        /** From now on. */
        private InboxFile still(InboxFile file) {
            file.since = clock.instant();
            return files.save(file);
        }

        /** @return whether it was brought here, which takes long */
        private boolean visit(Inside inside, Found one, InboxFile file) throws IOException {
            if (file.taken) {
                removed(inside, one, file);
            } else if (!file.why.isEmpty()) {
                // It was said, and stays until it is changed.
                return false;
            } else if (file.bytes > IncomingFiles.MOST_BYTES) {
                refused(inside, one, file, IncomingFiles.tooLarge());
            } else if (isStill(file, one.format() == ScanFormat.TIFF ? TIFF_SETTLES : SETTLES)) {
                take(inside, one, file);
                return true;
            } else {
                hasMore = true;
            }
            return false;
        }

        private boolean isStill(InboxFile file, Duration time) {
            Instant now = clock.instant();
            return !file.since.plus(time).isAfter(now);
        }

        private void take(Inside inside, Found one, InboxFile file) throws IOException {
            Path folder = folders.make();
            try {
                Path here = folder.resolve("file");
                inside.fetch(one.at(), here, file.bytes);
                IncomingFiles.Sent sent = sent(one, here);
                IncomingFiles.requireWhole(here);
                incoming.takeNew(sent, scan -> {
                    file.taken = true;
                    files.saveAndFlush(file);
                });
                removed(inside, one, file);
            } catch (NotTaken e) {
                if (e.isForNow() || !isStill(file, GIVEN_UP) && isCut(e)) {
                    hasMore = true;
                } else {
                    refused(inside, one, file, e.why());
                }
            } catch (FarSideException e) {
                if (!e.setback().cause().equals(TransferCause.CONTENT_DIFFERS.name())) {
                    throw e;
                }
                // It has changed since it was listed.
                still(file);
                hasMore = true;
            } finally {
                folders.remove(folder);
            }
        }

        private IncomingFiles.Sent sent(Found one, Path here) {
            return new IncomingFiles.Sent(
                    inbox,
                    Way.FOLDER,
                    Optional.empty(),
                    one.folder(),
                    one.entry().name(),
                    here);
        }

        private static boolean isCut(NotTaken why) {
            return why.why().equals(Message.of("problem.intake.cut"));
        }

        private void removed(Inside inside, Found one, InboxFile file) throws IOException {
            inside.remove(one.at());
            files.delete(file);
        }

        /** It is put aside, so that nobody looks at it again; where that cannot be, it stays, and is not tried again. */
        private void refused(Inside inside, Found one, InboxFile file, Message why) {
            incoming.refused(sent(one, Path.of("")), why);
            file.why = why;
            files.save(file);
            try {
                inside.moveInto(ASIDE, one.at());
                files.delete(file);
            } catch (IOException e) {
                live.tell(Inboxes.KIND, inbox.id());
            }
        }
    }
}
