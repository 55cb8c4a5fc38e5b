package inky.courier.mail;

import inky.courier.audit.ChangeLog;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.Probes;
import inky.courier.connection.Rounds;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.mail.PortAdvice;
import inky.courier.dependents.Dependents;
import inky.courier.destination.RouteMended;
import inky.courier.live.Live;
import inky.courier.vault.Vault;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.util.ArrayList;
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
public class MailServers implements Rounds.Visited {
    private static final int MOST_MB = 2000;

    private final MailServerRepository servers;
    private final Probes probes;
    private final Vault vault;
    private final Dependents dependents;
    private final ChangeLog changes;
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
            @Nullable String clientId) {
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
            String advice,
            @Nullable ProbeReport lastProbe) {}

    @Transactional(readOnly = true)
    public List<MailServerView> list() {
        return servers.findAllByOrderByName().stream().map(this::view).toList();
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
        for (MailServer server : servers.findAllByOrderByName()) {
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
        dependents.refuseIfAny(Dependents.Kind.MAIL_SERVER, id, server.name);
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
            put(form, draft);
            return submission(draft, form.password() != null ? form.password() : open(id, kept));
        });
        return new MailProbe(submission, checkedRecipient(testTo), clock, tokens).run();
    }

    /** Tries a server as it is saved, and keeps what was found. */
    public ProbeReport probe(UUID id, String testTo) {
        Submission submission = transaction.execute(status -> submission(find(id), openSecret(find(id))));
        ProbeReport report = new MailProbe(submission, checkedRecipient(testTo), clock, tokens).run();
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
        return servers.findAllByOrderByName().stream().map(server -> server.id).toList();
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
        Submission submission = transaction.execute(status -> submission(find(id), openSecret(find(id))));
        return new MailProbe(submission, "", clock, tokens).ask();
    }

    @Transactional(readOnly = true)
    Optional<Submission> submission(UUID id) {
        return servers.findById(id).map(server -> submission(server, openSecret(server)));
    }

    private MailServerView save(MailServer server, MailServerForm form, @Nullable Object before) {
        byte[] kept = server.secret == null ? null : keptSecret(server, form);
        put(form, server);
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
                    "Enter it; it is kept sealed and never shown.");
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
                || !server.tokenEndpoint.equals(
                        form.tokenEndpoint() == null ? "" : form.tokenEndpoint().strip());
        if (moved && form.password() == null && form.signIn() != MailSignIn.NONE) {
            throw new Invalid(
                    "mail.password",
                    "password",
                    "The kept password is for another server or account.",
                    "Enter the password for this one.");
        }
        return server.secret;
    }

    private static void put(MailServerForm form, MailServer server) {
        check(form);
        server.name = form.name().strip();
        server.host = form.host().strip();
        server.port = form.port();
        server.encryption = form.encryption();
        server.certificateCheck = form.certificateCheck();
        server.fingerprint = form.fingerprint().strip();
        server.signIn = form.signIn();
        server.account = form.account().strip();
        server.tokenEndpoint =
                form.tokenEndpoint() == null ? "" : form.tokenEndpoint().strip();
        server.clientId = form.clientId() == null ? "" : form.clientId().strip();
        server.sender = form.sender().strip();
        server.senderIsPerson = form.senderIsPerson();
        server.sizeLimitMb = form.sizeLimitMb();
    }

    private static void check(MailServerForm form) {
        List<Problem> problems = new ArrayList<>();
        if (form.name().isBlank() || form.name().length() > 60) {
            problems.add(new Problem(
                    "mail.name",
                    "name",
                    "A mail server needs a name of 1 to 60 characters.",
                    "Name it as your office calls it."));
        }
        if (!HostAddress.isValid(form.host().strip())) {
            problems.add(new Problem(
                    "mail.host",
                    "host",
                    "This is not the name or address of a server.",
                    "Write for example mail.office.example."));
        }
        if (form.port() < 1 || form.port() > 65_535) {
            problems.add(new Problem(
                    "mail.port",
                    "port",
                    "A port is a number from 1 to 65535.",
                    "587 with STARTTLS or 465 with TLS are usual."));
        }
        if (form.certificateCheck() == CertificateCheck.EXACTLY_THIS
                && !form.fingerprint().strip().matches("([0-9A-Fa-f]{2}:){31}[0-9A-Fa-f]{2}")) {
            problems.add(new Problem(
                    "mail.fingerprint",
                    "fingerprint",
                    "The fingerprint of the certificate is missing.",
                    "Run the probe, compare what it shows, then trust that one."));
        }
        if (form.signIn() == MailSignIn.BEARER
                && !String.valueOf(form.tokenEndpoint()).strip().matches("https?://[^\\s?#@]{3,250}")) {
            problems.add(new Problem(
                    "mail.token",
                    "tokenEndpoint",
                    "The address for tokens is missing.",
                    "Who runs the sign-in tells it."));
        }
        if (form.signIn() != MailSignIn.NONE
                && (form.account().isBlank() || form.account().length() > 200)) {
            problems.add(
                    new Problem("mail.account", "account", "The account is missing.", "It is often the mail address."));
        }
        if (form.sizeLimitMb() < 0 || form.sizeLimitMb() > MOST_MB) {
            problems.add(new Problem(
                    "mail.size",
                    "sizeLimitMb",
                    "A size limit is 0 to " + MOST_MB + " MB.",
                    "0 leaves it to the server."));
        }
        try {
            new MailAddress(form.sender().strip());
        } catch (Invalid invalid) {
            Problem problem = invalid.problems().get(0);
            problems.add(new Problem(problem.code(), "sender", problem.sentence(), problem.remedy()));
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    private static String checkedRecipient(String testTo) {
        try {
            return new MailAddress(testTo.strip()).text();
        } catch (Invalid invalid) {
            Problem problem = invalid.problems().get(0);
            throw new Invalid(problem.code(), "testTo", problem.sentence(), problem.remedy());
        }
    }

    private String openSecret(MailServer server) {
        return server.secret == null ? "" : vault.openText(server.secret, secretContext(server));
    }

    private String open(@Nullable UUID id, @Nullable byte[] secret) {
        return id == null || secret == null ? "" : vault.openText(secret, "mail-server:" + id);
    }

    private static String secretContext(MailServer server) {
        return "mail-server:" + server.id;
    }

    private static Submission submission(MailServer s, String password) {
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
                s.tokenEndpoint,
                s.clientId,
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
                v.advice,
                null);
    }
}
