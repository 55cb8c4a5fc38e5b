package inky.courier.mail;

import inky.courier.connection.DailyProbes;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.Probes;
import inky.courier.core.Invalid;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.mail.PortAdvice;
import inky.courier.core.message.Message;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.destination.RouteMended;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.vault.Vault;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** The mail servers of the office. */
@Service
public class MailServers implements DailyProbes.Visited {

    private final MailServerRepository servers;
    private final Probes probes;
    private final Vault vault;
    private final SetUp setUp;
    private final Cached<List<MailServerView>> all;
    private final Live live;
    private final Clock clock;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;
    private final MailTokens tokens;

    MailServers(
            MailServerRepository servers,
            Probes probes,
            Vault vault,
            SetUp setUp,
            Live live,
            Clock clock,
            ApplicationEventPublisher events,
            TransactionTemplate transaction,
            MailTokens tokens) {
        this.servers = servers;
        this.probes = probes;
        this.vault = vault;
        this.setUp = setUp;
        this.live = live;
        this.all = new Cached<>(live, this::read, "mail-server");
        this.clock = clock;
        this.events = events;
        this.transaction = transaction;
        this.tokens = tokens;
    }

    /**
     * @param fingerprint SHA-256 of the certificate to trust, where exactly that is wanted
     * @param password absent to keep the one that is there
     * @param sizeLimitMb what the server takes; 0 when only the server itself decides
     * @param tokenEndpoint where tokens are had, for a sign-in by bearer token; the password is then the refresh token
     * @param clientSecret of a client that has one; absent to keep the one that is there, empty to have none
     */
    public record MailServerForm(
            String name,
            String host,
            int port,
            Encryption encryption,
            CertificateCheck certificateCheck,
            String fingerprint,
            MailSignIn signIn,
            String account,
            @Nullable String password,
            String sender,
            boolean senderIsPerson,
            int sizeLimitMb,
            @Nullable String tokenEndpoint,
            @Nullable String clientId,
            @Nullable String clientSecret) {
        @Override
        public String toString() {
            return "MailServerForm[" + host + ":" + port + "]";
        }
    }

    /** @param hasPassword whether one is kept; it is never shown */
    public record MailServerView(
            UUID id,
            String name,
            String host,
            int port,
            Encryption encryption,
            CertificateCheck certificateCheck,
            String fingerprint,
            MailSignIn signIn,
            String account,
            boolean hasPassword,
            String sender,
            boolean senderIsPerson,
            int sizeLimitMb,
            String tokenEndpoint,
            String clientId,
            boolean hasClientSecret,
            Message advice,
            @Nullable ProbeReport lastProbe,
            String version) {
        /** What a message may weigh, in MB of 1024 KB: the less of what was set and what the server announced; 0 where neither says. */
        public int limitMb() {
            int announced = lastProbe == null ? 0 : lastProbe.announcedSizeMb();
            return sizeLimitMb == 0 || announced == 0
                    ? Math.max(sizeLimitMb, announced)
                    : Math.min(sizeLimitMb, announced);
        }
    }

    @Transactional(readOnly = true)
    public List<MailServerView> list() {
        return all.get();
    }

    private List<MailServerView> read() {
        return LongList.ordered(servers.findAll().stream().map(this::view), MailServerView::name);
    }

    @Transactional(readOnly = true)
    public MailServerView get(UUID id) {
        return view(find(id));
    }

    @Transactional(readOnly = true)
    public Optional<String> nameOf(UUID id) {
        return servers.findById(id).map(server -> server.name);
    }

    @Transactional
    public MailServerView add(MailServerForm form) {
        return save(UUID.randomUUID(), form, Optional.empty(), "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public MailServerView change(UUID id, MailServerForm form, String version) {
        return save(id, form, Optional.of(find(id)), version);
    }

    /** The commonest repair: the account has a new password. What waits goes at once. */
    @Transactional
    public MailServerView changePassword(UUID id, String password) {
        MailServer server = find(id);
        if (password.isEmpty() || password.length() > MailForms.LONGEST_SECRET) {
            throw Invalid.of("mail.password", "password");
        }
        setUp.change(
                Wish.put(server.item()).with(Map.of(MailServer.PASSWORD, vault.sealText(password, secretContext(id)))));
        return get(id);
    }

    @EventListener
    @Transactional
    public void keep(MailTokens.Renewed renewed) {
        for (MailServer server : servers.findAll()) {
            if (server.signIn == MailSignIn.BEARER
                    && server.tokenEndpoint.equals(renewed.tokenEndpoint())
                    && server.account.equals(renewed.account())) {
                server.secret = vault.sealText(renewed.refreshToken(), secretContext(server.id));
                servers.saveAndFlush(server);
            }
        }
    }

    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.MAIL_SERVER, id)));
    }

    /** Tries settings that are not saved; a kept password is used only at the host it was kept for. */
    public ProbeReport probe(@Nullable UUID id, MailServerForm form, String testTo) {
        Submission submission = transaction.execute(status -> {
            byte[] kept = id == null ? null : keptSecret(find(id), form);
            byte[] client = id == null ? null : keptClientSecret(find(id), form);
            MailServerItem draft = MailForms.item(UUID.randomUUID(), form);
            draft.check(Office.EMPTY);
            return submission(
                    draft,
                    form.password() != null ? form.password() : open(id, kept),
                    form.clientSecret() != null ? form.clientSecret() : openClient(id, client));
        });
        return new MailProbe(submission, MailForms.recipient(testTo), clock, tokens).run();
    }

    /** Tries a server as it is saved, and keeps what was found. */
    public ProbeReport probe(UUID id, String testTo) {
        Submission submission = transaction.execute(status -> saved(find(id)));
        ProbeReport report = new MailProbe(submission, MailForms.recipient(testTo), clock, tokens).run();
        transaction.executeWithoutResult(status -> {
            probes.keep(id, report);
            live.tell("mail-server", id);
            if (report.passed()) {
                events.publishEvent(new RouteMended(id));
            }
        });
        return report;
    }

    @Transactional(readOnly = true)
    public List<ProbeReport> history(UUID id) {
        return probes.history(find(id).id);
    }

    @Override
    @Transactional(readOnly = true)
    public List<UUID> routes() {
        return servers.findAll().stream().map(server -> server.id).toList();
    }

    @Override
    public ProbeReport visit(UUID routeId) {
        ProbeReport report = ask(routeId);
        transaction.executeWithoutResult(status -> {
            probes.keep(routeId, report);
            live.tell("mail-server", routeId);
            if (report.passed()) {
                events.publishEvent(new RouteMended(routeId));
            }
        });
        return report;
    }

    /** Asks a server how it is; nothing arrives anywhere. */
    ProbeReport ask(UUID id) {
        Submission submission = transaction.execute(status -> saved(find(id)));
        return new MailProbe(submission, "", clock, tokens).ask();
    }

    @Transactional(readOnly = true)
    Optional<Submission> submission(UUID id) {
        return servers.findById(id).map(this::saved);
    }

    private MailServerView save(UUID id, MailServerForm form, Optional<MailServer> saved, String version) {
        Map<String, byte[]> secrets = new HashMap<>();
        MailForms.checkSecrets(form);
        byte[] kept = saved.map(server -> keptSecret(server, form)).orElse(null);
        byte[] client = saved.map(server -> keptClientSecret(server, form)).orElse(null);
        byte[] wantedClient = vault.change(client, form.clientSecret(), clientContext(id));
        if (wantedClient != saved.map(server -> server.clientSecret).orElse(null)) {
            secrets.put(MailServer.CLIENT_SECRET, wantedClient == null ? new byte[0] : wantedClient);
        }
        if (form.password() != null && !form.password().isEmpty()) {
            secrets.put(MailServer.PASSWORD, vault.sealText(form.password(), secretContext(id)));
        } else if (form.signIn() != MailSignIn.NONE && kept == null) {
            MailForms.item(id, form).check(setUp.office());
            throw new Invalid(
                    "mail.password",
                    "password",
                    Message.of("problem.mail.password.password"),
                    Message.of("problem.mail.password.password.remedy"));
        }
        Wish wish = Wish.put(MailForms.item(id, form)).of(version);
        setUp.change(secrets.isEmpty() ? wish : wish.with(secrets));
        return get(id);
    }

    /** @throws Invalid when the form sends the kept password to another host than the one it was entered for */
    private static byte[] keptSecret(MailServer server, MailServerForm form) {
        boolean moved = !server.host.equalsIgnoreCase(form.host().strip())
                || !server.account.equals(form.account().strip())
                || !server.tokenEndpoint.equals(MailForms.text(form.tokenEndpoint()));
        if (moved && form.password() == null && form.signIn() != MailSignIn.NONE) {
            throw new Invalid(
                    "mail.password",
                    "password",
                    Message.of("problem.mail.password.elsewhere"),
                    Message.of("problem.mail.password.elsewhere.remedy"));
        }
        return server.secret;
    }

    /** @throws Invalid when the form would show the kept secret at another address, or as another client */
    @Nullable
    private static byte[] keptClientSecret(MailServer server, MailServerForm form) {
        if (form.signIn() != MailSignIn.BEARER) {
            return null;
        }
        boolean same = server.tokenEndpoint.equals(MailForms.text(form.tokenEndpoint()))
                && server.clientId.equals(MailForms.text(form.clientId()));
        if (!same && server.clientSecret != null && form.clientSecret() == null) {
            throw Invalid.of("mail.client-secret", "clientSecret");
        }
        return server.clientSecret;
    }

    private String openSecret(MailServer server) {
        return server.secret == null ? "" : vault.openText(server.secret, secretContext(server.id));
    }

    private String open(@Nullable UUID id, @Nullable byte[] secret) {
        return id == null || secret == null ? "" : vault.openText(secret, "mail-server:" + id);
    }

    private String openClient(@Nullable UUID id, @Nullable byte[] secret) {
        return id == null || secret == null ? "" : vault.openText(secret, clientContext(id));
    }

    static String clientContext(UUID id) {
        return "mail-client:" + id;
    }

    static String secretContext(UUID id) {
        return "mail-server:" + id;
    }

    private Submission saved(MailServer s) {
        return submission(s.item(), openSecret(s), openClient(s.id, s.clientSecret));
    }

    private static Submission submission(MailServerItem s, String password, String clientSecret) {
        return new Submission(
                s.name(),
                s.host(),
                s.port(),
                s.encryption(),
                s.certificateCheck(),
                s.fingerprint(),
                s.signIn(),
                s.account(),
                password,
                new TokenSource(s.tokenEndpoint(), s.clientId(), clientSecret),
                s.sender(),
                s.senderIsPerson(),
                s.sizeLimitMb());
    }

    private MailServer find(UUID id) {
        return servers.findById(id).orElseThrow(() -> Refusal.notFound("mail server"));
    }

    private MailServerView view(MailServer s) {
        ProbeReport last = probes.last(s.id).orElse(null);
        return new MailServerView(
                s.id,
                s.name,
                s.host,
                s.port,
                s.encryption,
                s.certificateCheck,
                s.fingerprint,
                s.signIn,
                s.account,
                s.secret != null,
                s.sender,
                s.senderIsPerson,
                s.sizeLimitMb,
                s.tokenEndpoint,
                s.clientId,
                s.clientSecret != null,
                PortAdvice.of(s.port, s.encryption).orElse(Message.none()),
                last,
                SetUp.versionOf(s.item()));
    }
}
