package inky.courier.mail;

import inky.courier.audit.ChangeLog;
import inky.courier.connection.DailyProbes;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.Probes;
import inky.courier.core.Invalid;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.mail.PortAdvice;
import inky.courier.dependents.Dependents;
import inky.courier.destination.RouteMended;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.vault.Vault;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.util.List;
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
    private final Dependents dependents;
    private final ChangeLog changes;
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
            Dependents dependents,
            ChangeLog changes,
            Live live,
            Clock clock,
            ApplicationEventPublisher events,
            TransactionTemplate transaction,
            MailTokens tokens) {
        this.servers = servers;
        this.probes = probes;
        this.vault = vault;
        this.dependents = dependents;
        this.changes = changes;
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
            String advice,
            @Nullable ProbeReport lastProbe) {}

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
        MailServer server = new MailServer();
        server.createdAt = clock.instant();
        return save(server, form, null);
    }

    @Transactional
    public MailServerView change(UUID id, MailServerForm form) {
        MailServer server = find(id);
        return save(server, form, withoutProbe(view(server)));
    }

    /** The commonest repair: the account has a new password. What waits goes at once. */
    @Transactional
    public MailServerView changePassword(UUID id, String password) {
        MailServer server = find(id);
        if (password.isEmpty() || password.length() > 500) {
            throw new Invalid(
                    "mail.password", "password", "There is no password here.", "Enter the account's new password.");
        }
        server.secret = vault.sealText(password, secretContext(server));
        servers.saveAndFlush(server);
        changes.record("mail server", id, server.name, "password", "a new password");
        events.publishEvent(new RouteMended(id));
        live.tell("mail-server", id);
        return view(server);
    }

    @EventListener
    @Transactional
    public void keep(MailTokens.Renewed renewed) {
        for (MailServer server : servers.findAll()) {
            if (server.signIn == MailSignIn.BEARER
                    && server.tokenEndpoint.equals(renewed.tokenEndpoint())
                    && server.account.equals(renewed.account())) {
                server.secret = vault.sealText(renewed.refreshToken(), secretContext(server));
                servers.saveAndFlush(server);
            }
        }
    }

    @Transactional
    public void delete(UUID id) {
        MailServer server = find(id);
        dependents.letGo(Dependents.Kind.MAIL_SERVER, id, server.name);
        servers.delete(server);
        probes.forget(id);
        changes.record("mail server", id, server.name, withoutProbe(view(server)), null);
        live.tell("mail-server", id);
    }

    /** Tries settings that are not saved; a kept password is used only at the host it was kept for. */
    public ProbeReport probe(@Nullable UUID id, MailServerForm form, String testTo) {
        Submission submission = transaction.execute(status -> {
            MailServer draft = new MailServer();
            byte[] kept = id == null ? null : keptSecret(find(id), form);
            byte[] client = id == null ? null : keptClientSecret(find(id), form);
            put(form, draft);
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

    private MailServerView save(MailServer server, MailServerForm form, @Nullable Object before) {
        byte[] kept = server.secret == null ? null : keptSecret(server, form);
        byte[] client = server.clientSecret == null ? null : keptClientSecret(server, form);
        put(form, server);
        server.clientSecret = vault.change(client, form.clientSecret(), clientContext(server.id));
        if (form.password() != null && !form.password().isEmpty()) {
            server.secret = vault.sealText(form.password(), secretContext(server));
        } else {
            server.secret = kept;
        }
        if (server.signIn != MailSignIn.NONE && server.secret == null) {
            throw new Invalid(
                    "mail.password",
                    "password",
                    "The account's password is missing.",
                    "Enter it; it is stored encrypted and never shown.");
        }
        servers.saveAndFlush(server);
        changes.record("mail server", server.id, server.name, before, withoutProbe(view(server)));
        events.publishEvent(new RouteMended(server.id));
        live.tell("mail-server", server.id);
        return view(server);
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
                    "The kept password is for another server or account.",
                    "Enter the password for this one.");
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
            throw new Invalid(
                    "mail.client-secret",
                    "clientSecret",
                    "The kept secret is for another client or address.",
                    "Enter the secret of this one.");
        }
        return server.clientSecret;
    }

    private static void put(MailServerForm form, MailServer server) {
        MailForms.check(form);
        server.name = form.name().strip();
        server.host = form.host().strip();
        server.port = form.port();
        server.encryption = form.encryption();
        server.certificateCheck = form.certificateCheck();
        server.fingerprint = form.fingerprint().strip();
        server.signIn = form.signIn();
        server.account = form.account().strip();
        server.tokenEndpoint = MailForms.text(form.tokenEndpoint());
        server.clientId = MailForms.text(form.clientId());
        server.sender = form.sender().strip();
        server.senderIsPerson = form.senderIsPerson();
        server.sizeLimitMb = form.sizeLimitMb();
    }

    private String openSecret(MailServer server) {
        return server.secret == null ? "" : vault.openText(server.secret, secretContext(server));
    }

    private String open(@Nullable UUID id, @Nullable byte[] secret) {
        return id == null || secret == null ? "" : vault.openText(secret, "mail-server:" + id);
    }

    private String openClient(@Nullable UUID id, @Nullable byte[] secret) {
        return id == null || secret == null ? "" : vault.openText(secret, clientContext(id));
    }

    private static String clientContext(UUID id) {
        return "mail-client:" + id;
    }

    private static String secretContext(MailServer server) {
        return "mail-server:" + server.id;
    }

    private Submission saved(MailServer s) {
        return submission(s, openSecret(s), openClient(s.id, s.clientSecret));
    }

    private static Submission submission(MailServer s, String password, String clientSecret) {
        return new Submission(
                s.name,
                s.host,
                s.port,
                s.encryption,
                s.certificateCheck,
                s.fingerprint,
                s.signIn,
                s.account,
                password,
                new TokenSource(s.tokenEndpoint, s.clientId, clientSecret),
                s.sender,
                s.senderIsPerson,
                s.sizeLimitMb);
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
                PortAdvice.of(s.port, s.encryption).orElse(""),
                last);
    }

    private static MailServerView withoutProbe(MailServerView v) {
        return new MailServerView(
                v.id,
                v.name,
                v.host,
                v.port,
                v.encryption,
                v.certificateCheck,
                v.fingerprint,
                v.signIn,
                v.account,
                v.hasPassword,
                v.sender,
                v.senderIsPerson,
                v.sizeLimitMb,
                v.tokenEndpoint,
                v.clientId,
                v.hasClientSecret,
                v.advice,
                null);
    }
}
