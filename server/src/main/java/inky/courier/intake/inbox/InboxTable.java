package inky.courier.intake.inbox;

import inky.courier.core.office.InboxItem;
import inky.courier.core.office.ItemKind;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import java.util.UUID;
import org.springframework.stereotype.Component;

@Component
class InboxTable extends EntityTable<Inbox, InboxItem> {
    private final InboxRepository rows;
    private final InboxFileRepository files;
    private final Clock clock;

    InboxTable(InboxRepository rows, InboxFileRepository files, Clock clock) {
        super(ItemKind.INBOX, InboxItem.class, rows, id -> Inbox.of(id, clock.instant()));
        this.rows = rows;
        this.files = files;
        this.clock = clock;
    }

    static String secretContext(UUID id) {
        return "inbox:" + id;
    }

    @Override
    public String sealedFor(UUID id, String name) {
        return secretContext(id);
    }

    /** It may be another folder now, and is looked into at once. */
    @Override
    protected void stored(UUID id) {
        rows.findById(id).ifPresent(inbox -> inbox.nextLookAt = clock.instant());
        files.deleteByInboxIdAndTakenFalse(id);
    }
}
