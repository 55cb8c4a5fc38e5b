package inky.courier.intake.inbox;

import inky.courier.core.message.Message;
import inky.courier.core.office.InboxItem;
import inky.courier.setup.ItemRow;
import jakarta.annotation.Nullable;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;
import org.hibernate.annotations.OptimisticLock;

@Entity
class Inbox implements ItemRow<InboxItem> {
    static final String PASSWORD = "password";

    @Id
    UUID id;

    @Version
    Long version;

    String name;
    String account;

    /** The password, sealed. */
    byte[] secret;

    UUID destinationId;
    String folder;
    UUID deviceId;
    UUID jobId;
    UUID personId;
    Instant createdAt;

    // What was found there is nobody's change of the set-up.
    @Nullable
    @OptimisticLock(excluded = true)
    Instant lookedAt;

    @OptimisticLock(excluded = true)
    Instant nextLookAt;

    /** How often in a row it could not be looked into. */
    @OptimisticLock(excluded = true)
    int failures;

    /** Why not; empty for nothing. */
    @OptimisticLock(excluded = true)
    Message trouble = Message.none();

    /** Absent for nothing. */
    @Nullable
    @OptimisticLock(excluded = true)
    Instant troubleSince;

    static Inbox of(UUID id, Instant now) {
        Inbox inbox = new Inbox();
        inbox.id = id;
        inbox.createdAt = now;
        inbox.nextLookAt = now;
        return inbox;
    }

    @Override
    public InboxItem item() {
        return new InboxItem(id, name, account, destinationId, folder, deviceId, jobId, personId);
    }

    @Override
    public void take(InboxItem item) {
        name = item.name();
        account = item.account();
        destinationId = item.destinationId();
        folder = item.folder();
        deviceId = item.deviceId();
        jobId = item.jobId();
        personId = item.personId();
        failures = 0;
        trouble = Message.none();
        troubleSince = null;
    }

    @Override
    public Map<String, byte[]> secrets() {
        Map<String, byte[]> secrets = new HashMap<>();
        secrets.put(PASSWORD, secret);
        return secrets;
    }

    @Override
    public void keepSecrets(Map<String, byte[]> sealed) {
        byte[] password = sealed.get(PASSWORD);
        secret = password == null || password.length == 0 ? null : password;
    }
}
