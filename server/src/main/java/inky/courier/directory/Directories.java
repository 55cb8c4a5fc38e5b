package inky.courier.directory;

import inky.courier.connection.DailyProbes;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.Probes;
import inky.courier.core.Invalid;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.message.Message;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.DirectoryItem.Attributes;
import inky.courier.core.office.DirectoryItem.TakesPeople;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.vault.Vault;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** The directories of the office. */
@Service
public class Directories implements DailyProbes.Visited {
    private static final int LONGEST_SECRET = 500;
    private static final String KIND = "directory";

    private final DirectoryRepository rows;
    private final Probes probes;
    private final Vault vault;
    private final SetUp setUp;
    private final Cached<List<DirectoryView>> all;
    private final Live live;
    private final Clock clock;
    private final TransactionTemplate transaction;

    Directories(
            DirectoryRepository rows,
            Probes probes,
            Vault vault,
            SetUp setUp,
            Live live,
            Clock clock,
            TransactionTemplate transaction) {
        this.rows = rows;
        this.probes = probes;
        this.vault = vault;
        this.setUp = setUp;
        this.live = live;
        this.all = new Cached<>(live, this::read, KIND);
        this.clock = clock;
        this.transaction = transaction;
    }

    /** As {@link DirectoryItem}. @param password absent to keep the one that is there */
    public record DirectoryForm(
            String name,
            String host,
            int port,
            Encryption encryption,
            CertificateCheck certificateCheck,
            String fingerprint,
            String account,
            @Nullable String password,
            String base,
            String filter,
            Attributes attributes,
            String groupOf,
            String groupFilter,
            List<String> groups,
            TakesPeople takesPeople,
            String time,
            boolean search) {
        @Override
        public String toString() {
            return "DirectoryForm[" + host + ":" + port + "]";
        }
    }

    /** @param hasPassword whether one is kept; it is never shown */
    public record DirectoryView(
            UUID id,
            String name,
            String host,
            int port,
            Encryption encryption,
            CertificateCheck certificateCheck,
            String fingerprint,
            String account,
            boolean hasPassword,
            String base,
            String filter,
            Attributes attributes,
            String groupOf,
            String groupFilter,
            List<String> groups,
            TakesPeople takesPeople,
            String time,
            boolean search,
            @Nullable ProbeReport lastProbe,
            String version) {}

    @Transactional(readOnly = true)
    public List<DirectoryView> list() {
        return all.get();
    }

    private List<DirectoryView> read() {
        return LongList.ordered(rows.findAll().stream().map(this::view), DirectoryView::name);
    }

    @Transactional(readOnly = true)
    public DirectoryView get(UUID id) {
        return view(find(id));
    }

    @Transactional
    public DirectoryView add(DirectoryForm form) {
        return save(UUID.randomUUID(), form, null, "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public DirectoryView change(UUID id, DirectoryForm form, String version) {
        return save(id, form, find(id), version);
    }

    /** People who came from it stay. */
    @Transactional
    public void delete(UUID id) {
        find(id);
        setUp.change(Wish.remove(new Reference(ItemKind.DIRECTORY, id)));
    }

    /** Tries settings that are not saved; a kept password is used only at the host and for the account it was kept for. */
    public ProbeReport probe(@Nullable UUID id, DirectoryForm form) {
        LdapLine.Access access = transaction.execute(status -> {
            DirectoryItem draft = item(UUID.randomUUID(), form);
            draft.check(Office.EMPTY);
            Directory saved = id == null ? null : find(id);
            String password = form.password();
            if (password == null) {
                password = saved == null ? "" : kept(saved, form);
            }
            return new LdapLine.Access(draft, password);
        });
        return new DirectoryProbe(access, clock).run();
    }

    /** Tries a directory as it is saved, and keeps what was found. */
    @Override
    public ProbeReport visit(UUID id) {
        ProbeReport report = new DirectoryProbe(access(id), clock).run();
        transaction.executeWithoutResult(status -> {
            probes.keep(id, report);
            live.tell(KIND, id);
        });
        return report;
    }

    @Override
    @Transactional(readOnly = true)
    public List<UUID> routes() {
        return rows.findAll().stream().map(row -> row.id).toList();
    }

    @Transactional(readOnly = true)
    public List<ProbeReport> history(UUID id) {
        return probes.history(find(id).id);
    }

    LdapLine.Access access(UUID id) {
        return transaction.execute(status -> access(find(id)));
    }

    private LdapLine.Access access(Directory row) {
        return new LdapLine.Access(row.item(), open(row));
    }

    private String open(Directory row) {
        return row.secret == null || row.account.isEmpty() ? "" : vault.openText(row.secret, secretContext(row.id));
    }

    private DirectoryView save(UUID id, DirectoryForm form, @Nullable Directory saved, String version) {
        DirectoryItem item = item(id, form);
        item.check(setUp.office());
        String password = form.password();
        if (password != null && password.length() > LONGEST_SECRET) {
            throw Invalid.of("directory.password", "password");
        }
        Wish wish = Wish.put(item).of(version);
        if (password != null && !password.isEmpty()) {
            wish = wish.with(Map.of(Directory.PASSWORD, vault.sealText(password, secretContext(id))));
        } else if (!item.account().isEmpty()
                && (saved == null || kept(saved, form).isEmpty())) {
            throw Invalid.of("directory.password", "password");
        }
        setUp.change(wish);
        return get(id);
    }

    /** @throws Invalid when the form would send the kept password to another host, or as another account */
    private String kept(Directory saved, DirectoryForm form) {
        boolean moved = !saved.host.equalsIgnoreCase(form.host().strip())
                || !saved.account.equals(form.account().strip());
        if (moved && !form.account().isBlank() && saved.secret != null) {
            throw new Invalid(
                    "directory.password",
                    "password",
                    Message.of("problem.directory.password.elsewhere"),
                    Message.of("problem.directory.password.elsewhere.remedy"));
        }
        return open(saved);
    }

    private static DirectoryItem item(UUID id, DirectoryForm form) {
        return new DirectoryItem(
                id,
                form.name(),
                form.host(),
                form.port(),
                form.encryption(),
                form.certificateCheck(),
                form.fingerprint(),
                form.account(),
                form.base(),
                form.filter(),
                form.attributes(),
                form.groupOf(),
                form.groupFilter(),
                form.groups(),
                form.takesPeople(),
                form.time(),
                form.search());
    }

    static String secretContext(UUID id) {
        return "directory:" + id;
    }

    private Directory find(UUID id) {
        return rows.findById(id).orElseThrow(() -> Refusal.notFound(KIND));
    }

    private DirectoryView view(Directory row) {
        DirectoryItem item = row.item();
        return new DirectoryView(
                row.id,
                item.name(),
                item.host(),
                item.port(),
                item.encryption(),
                item.certificateCheck(),
                item.fingerprint(),
                item.account(),
                row.secret != null,
                item.base(),
                item.filter(),
                item.attributes(),
                item.groupOf(),
                item.groupFilter(),
                item.groups(),
                item.takesPeople(),
                item.time(),
                item.search(),
                probes.last(row.id).orElse(null),
                SetUp.versionOf(item));
    }
}
