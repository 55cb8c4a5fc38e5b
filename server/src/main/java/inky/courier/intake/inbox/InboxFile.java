package inky.courier.intake.inbox;

import inky.courier.core.message.Message;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.UUID;

/** A file in a folder that is looked into, while it stands there. */
@Entity
class InboxFile {
    @Id
    UUID id;

    UUID inboxId;

    /** Below the inbox. */
    String path;

    long bytes;
    Instant changedAt;

    /** Since when it has been as it is. */
    Instant since;

    /** Its pages are kept; what remains is to remove it. */
    boolean taken;

    /** It was looked at, and ends too early. */
    boolean cut;

    /** Why it stays where it is; empty while it does not. */
    Message why = Message.none();
}
