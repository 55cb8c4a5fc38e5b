package inky.courier.intake.inbox;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.InboxItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.core.text.PlainText;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.vault.Vault;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Where files arrive that devices send. */
@Service
public class Inboxes {
    static final String KIND = "inbox";
    private static final int SHORTEST_PASSWORD = 8;
    private static final int LONGEST_PASSWORD = 200;

    private final InboxRepository rows;
    private final InboxFileRepository files;
    private final Vault vault;
    private final SetUp setUp;
    private final Live live;
    private final Clock clock;

    Inboxes(InboxRepository rows, InboxFileRepository files, Vault vault, SetUp setUp, Live live, Clock clock) {
        this.rows = rows;
        this.files = files;
        this.vault = vault;
        this.setUp = setUp;
        this.live = live;
        this.clock = clock;
    }

    /**
     * As {@link InboxItem}.
     *
     * @param account absent or empty for a folder that is looked into
     * @param password absent to keep the one that is there
     * @param destinationId absent for an account
     */
    public record InboxForm(
            String name,
            @Nullable String account,
            @Nullable String password,
            @Nullable UUID destinationId,
            @Nullable String folder,
            @Nullable UUID deviceId,
            @Nullable UUID jobId,
            @Nullable UUID personId) {
        @Override
        public String toString() {
            return "InboxForm[" + name + "]";
        }
    }

    /**
     * @param hasPassword whether one is kept; it is never shown
     * @param lookedAt absent for an account, and before the first look
     * @param trouble why it cannot be looked into; empty for nothing
     * @param left files that stay where they are, and why
     */
    public record InboxView(
            UUID id,
            String name,
            String account,
            boolean hasPassword,
            @Nullable UUID destinationId,
            String folder,
            @Nullable UUID deviceId,
            @Nullable UUID jobId,
            @Nullable UUID personId,
            @Nullable Instant lookedAt,
            Message trouble,
            List<LeftFile> left,
            String version) {}

    public record LeftFile(String path, Message why) {}

    @Transactional(readOnly = true)
    public List<InboxView> list() {
        return LongList.ordered(rows.findAll().stream().map(this::view), InboxView::name);
    }

    @Transactional(readOnly = true)
    public InboxView get(UUID id) {
        return view(find(id));
    }

    @Transactional
    public InboxView add(InboxForm form) {
        return save(UUID.randomUUID(), form, false, "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public InboxView change(UUID id, InboxForm form, String version) {
        return save(id, form, find(id).secret != null, version);
    }

    @Transactional
    public void delete(UUID id) {
        find(id);
        setUp.change(Wish.remove(new Reference(ItemKind.INBOX, id)));
    }

    /** It is looked into at once, whenever its time would have come. */
    @Transactional
    public InboxView lookNow(UUID id) {
        Inbox inbox = find(id);
        inbox.nextLookAt = clock.instant();
        rows.saveAndFlush(inbox);
        live.tell(KIND, id);
        return view(inbox);
    }

    private InboxView save(UUID id, InboxForm form, boolean hasPassword, String version) {
        InboxItem item = new InboxItem(
                id,
                form.name(),
                form.account(),
                form.destinationId(),
                form.folder(),
                form.deviceId(),
                form.jobId(),
                form.personId());
        String password = Objects.requireNonNullElse(form.password(), "");
        item.check(setUp.office());
        Wish wish = Wish.put(item).of(version);
        if (item.looks()) {
            wish = hasPassword ? wish.with(Map.of(Inbox.PASSWORD, new byte[0])) : wish;
        } else if (!password.isEmpty() || !hasPassword) {
            requirePassword(password);
            wish = wish.with(Map.of(Inbox.PASSWORD, vault.sealText(password, InboxTable.secretContext(id))));
        }
        setUp.change(wish);
        return get(id);
    }

    private static void requirePassword(String password) {
        if (password.length() < SHORTEST_PASSWORD
                || password.length() > LONGEST_PASSWORD
                || !PlainText.isLine(password)) {
            throw Invalid.of("inbox.password", "password");
        }
    }

    /** The one whose account this is, with its password. It takes as long for one that does not exist. */
    @Transactional(readOnly = true)
    public Optional<InboxItem> signIn(String account, String password) {
        Optional<Inbox> inbox = account.isEmpty() ? Optional.empty() : rows.findByAccount(account);
        String kept = inbox.filter(one -> one.secret != null)
                .map(one -> vault.openText(one.secret, InboxTable.secretContext(one.id)))
                .orElse("");
        boolean isRight =
                MessageDigest.isEqual(kept.getBytes(StandardCharsets.UTF_8), password.getBytes(StandardCharsets.UTF_8));
        return inbox.filter(one -> isRight && !kept.isEmpty()).map(Inbox::item);
    }

    /** A folder that cannot be looked into, and since when. */
    public record InboxTrouble(UUID id, String name, Message why, Instant since) {}

    @Transactional(readOnly = true)
    public List<InboxTrouble> troubles() {
        return rows.findByTroubleSinceNotNull().stream()
                .map(row -> new InboxTrouble(row.id, row.name, row.trouble, row.troubleSince))
                .toList();
    }

    /** Whether any folder is looked into. */
    public boolean look() {
        return setUp.office().all(InboxItem.class).stream().anyMatch(InboxItem::looks);
    }

    /** Whether there is such an account. */
    @Transactional(readOnly = true)
    public boolean hasAccount(String account) {
        return !account.isEmpty() && rows.findByAccount(account).isPresent();
    }

    private Inbox find(UUID id) {
        return rows.findById(id).orElseThrow(() -> Refusal.notFound(KIND));
    }

    private InboxView view(Inbox row) {
        InboxItem item = row.item();
        return new InboxView(
                row.id,
                item.name(),
                item.account(),
                row.secret != null,
                item.looks() ? item.destinationId() : null,
                item.folder(),
                item.device().orElse(null),
                item.job().orElse(null),
                item.person().orElse(null),
                row.lookedAt,
                row.trouble,
                files.findByInboxId(row.id).stream()
                        .filter(file -> !file.why.isEmpty())
                        .map(file -> new LeftFile(file.path, file.why))
                        .toList(),
                SetUp.versionOf(item));
    }
}
