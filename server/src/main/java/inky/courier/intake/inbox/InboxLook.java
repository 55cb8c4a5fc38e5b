package inky.courier.intake.inbox;

import inky.courier.connection.FarSideException;
import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.InboxItem;
import inky.courier.core.transfer.FolderPath;
import inky.courier.folder.WatchedFolders;
import inky.courier.live.Live;
import inky.courier.queue.Queue;
import java.time.Clock;
import java.time.Duration;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Looks into folders for scans, and keeps what came of it: a folder that cannot be looked into is asked less and less. */
@Component
class InboxLook {
    private static final Duration USUAL_PAUSE = Duration.ofSeconds(15);
    private static final Duration PAUSE_WHILE_WRITTEN = Duration.ofSeconds(5);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(10);
    private static final Duration LONGEST_LOOK = Duration.ofMinutes(10);

    private final InboxRepository inboxes;
    private final InboxFiles files;
    private final WatchedFolders watched;
    private final Queue queue;
    private final Live live;
    private final Clock clock;
    private final TransactionTemplate transaction;

    InboxLook(
            InboxRepository inboxes,
            InboxFiles files,
            WatchedFolders watched,
            Queue queue,
            Live live,
            Clock clock,
            TransactionTemplate transaction) {
        this.inboxes = inboxes;
        this.files = files;
        this.watched = watched;
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
        Message trouble = Message.none();
        boolean waits = false;
        try {
            waits = watched.into(
                    inbox.get().destinationId(),
                    FolderPath.of(inbox.get().folder()),
                    LONGEST_LOOK,
                    inside -> files.take(inbox.get(), inside));
        } catch (FarSideException e) {
            trouble = e.setback().sentence();
        }
        looked(id, trouble, waits);
    }

    private void looked(UUID id, Message trouble, boolean waits) {
        transaction.executeWithoutResult(status -> inboxes.findById(id).ifPresent(inbox -> {
            boolean changed = !trouble.equals(inbox.trouble) || inbox.lookedAt == null;
            inbox.lookedAt = clock.instant();
            inbox.trouble = trouble;
            inbox.troubleSince =
                    trouble.isEmpty() ? null : Objects.requireNonNullElse(inbox.troubleSince, inbox.lookedAt);
            inbox.failures = trouble.isEmpty() ? 0 : inbox.failures + 1;
            inbox.nextLookAt = inbox.lookedAt.plus(pause(inbox.failures, waits));
            if (changed) {
                live.tell(Inboxes.KIND, id);
            }
        }));
    }

    private static Duration pause(int failures, boolean waits) {
        if (failures > 0) {
            Duration grown = USUAL_PAUSE.multipliedBy(1L << Math.min(failures, 6));
            return grown.compareTo(LONGEST_PAUSE) < 0 ? grown : LONGEST_PAUSE;
        }
        return waits ? PAUSE_WHILE_WRITTEN : USUAL_PAUSE;
    }
}
