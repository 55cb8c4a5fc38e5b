package inky.courier.signin;

import inky.courier.audit.ChangeLog;
import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.Invalid;
import inky.courier.core.access.Role;
import inky.courier.core.text.PlainText;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Base64;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The accounts of the desk: who has one, with which role, and who is invited to have one. */
@Service
public class Accounts {
    /** How long an invitation can be accepted. */
    static final Duration INVITED = Duration.ofDays(3);

    private static final int TOKEN_BYTES = 24;
    private static final int MOST_PLACES = 50;
    private static final int LONGEST_PLACE = 40;

    private final AdministratorRepository administrators;
    private final SignIn signIn;
    private final DeskSessions sessions;
    private final JdbcClient jdbc;
    private final ChangeLog changes;
    private final SecurityLog log;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    Accounts(
            AdministratorRepository administrators,
            SignIn signIn,
            DeskSessions sessions,
            JdbcClient jdbc,
            ChangeLog changes,
            SecurityLog log,
            Clock clock) {
        this.administrators = administrators;
        this.signIn = signIn;
        this.sessions = sessions;
        this.jdbc = jdbc;
        this.changes = changes;
        this.log = log;
        this.clock = clock;
    }

    /** @param sessions how many are open */
    record AccountView(
            UUID id,
            String login,
            String name,
            String email,
            Role role,
            boolean secondFactor,
            boolean ofProvider,
            List<String> places,
            int sessions) {}

    record InvitationView(
            UUID id, String login, String name, String email, Role role, String invitedBy, Instant endsAt) {}

    record AccountList(List<AccountView> accounts, List<InvitationView> invitations) {}

    record InvitationForm(String login, String name, String email, Role role) {}

    /** @param path to be opened in a browser by who is invited; told once */
    record Invited(InvitationView invitation, String path) {}

    @Transactional(readOnly = true)
    AccountList list() {
        List<AccountView> accounts = administrators.findAll().stream()
                .map(this::view)
                .sorted(Comparator.comparing(AccountView::login))
                .toList();
        List<InvitationView> invitations = jdbc.sql("select * from invitation where ends_at > ? order by login")
                .param(OffsetDateTime.now(clock))
                .query(InvitationView.class)
                .list();
        return new AccountList(accounts, invitations);
    }

    /** Who has no account yet gets a link that makes one, once. */
    @Transactional
    Invited invite(InvitationForm form, Source source) {
        AdministratorRules.checkAccount(form.login(), form.name(), form.email());
        jdbc.sql("delete from invitation where ends_at <= ? or login = ?")
                .params(OffsetDateTime.now(clock), form.login())
                .update();
        if (administrators.findByLogin(form.login()).isPresent()) {
            throw Invalid.of("account.taken", "login");
        }
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        InvitationView made = new InvitationView(
                UUID.randomUUID(),
                form.login(),
                form.name().strip(),
                form.email().strip(),
                form.role(),
                Who.name(),
                clock.instant().plus(INVITED));
        jdbc.sql(
                        "insert into invitation (id, token_hash, login, name, email, role, invited_by, ends_at) values (?, ?, ?, ?, ?, ?, ?, ?)")
                .params(
                        made.id,
                        hash(token),
                        made.login,
                        made.name,
                        made.email,
                        made.role.name(),
                        made.invitedBy,
                        made.endsAt.atOffset(java.time.ZoneOffset.UTC))
                .update();
        log.note(
                SecurityLog.Event.INVITED,
                Who.name(),
                Place.DESK,
                source.address(),
                made.login + ", " + words(made.role));
        return new Invited(made, "/invited/" + token);
    }

    @Transactional
    void withdraw(UUID invitation) {
        if (jdbc.sql("delete from invitation where id = ?").param(invitation).update() == 0) {
            throw Refusal.notFound("invitation");
        }
    }

    /** @throws Refusal when it was accepted, withdrawn, or is over */
    @Transactional(readOnly = true)
    InvitationView invitation(String token) {
        return find(token).orElseThrow(() -> Refusal.notFound("invitation"));
    }

    private Optional<InvitationView> find(String token) {
        return jdbc.sql("select * from invitation where token_hash = ? and ends_at > ?")
                .params(hash(token), OffsetDateTime.now(clock))
                .query(InvitationView.class)
                .optional();
    }

    /** Makes the account. @throws Invalid when the password cannot be used */
    @Transactional
    SignIn.Identity accept(String token, String password, Source source) {
        InvitationView invitation = invitation(token);
        AdministratorRules.passwordProblem(password, "password").ifPresent(problem -> {
            throw new Invalid(List.of(problem));
        });
        // Of two at once, one takes it.
        if (jdbc.sql("delete from invitation where id = ?").param(invitation.id).update() == 0) {
            throw Refusal.notFound("invitation");
        }
        SignIn.Identity made =
                signIn.make(invitation.login, invitation.name, invitation.email, password, invitation.role);
        log.note(
                SecurityLog.Event.ADMINISTRATOR_MADE,
                made.login(),
                Place.DESK,
                source.address(),
                words(invitation.role) + ", invited by " + invitation.invitedBy);
        return made;
    }

    /** The account's sessions end, so that nobody goes on with the rights of before. */
    @Transactional
    AccountView changeRole(UUID id, Role role, Source source) {
        Administrator account = account(id);
        if (account.passwordHash == null) {
            throw Refusal.of(HttpStatus.CONFLICT, "account.role-by-groups");
        }
        if (account.role == Role.ADMINISTRATOR && role != Role.ADMINISTRATOR) {
            requireAnother(account);
        }
        AccountView before = view(account);
        account.role = role;
        administrators.saveAndFlush(account);
        changes.record("account", id, account.name, before.role(), role);
        log.note(
                SecurityLog.Event.ACCOUNT_CHANGED,
                Who.name(),
                Place.DESK,
                source.address(),
                account.login + ", " + words(role));
        sessions.endAll(account.login);
        return view(account);
    }

    /**
     * What an operator sees and acts on: deliveries and devices of these places, or all of them. The account's sessions end.
     *
     * @throws Invalid when there are too many, or one is no name of a place
     */
    @Transactional
    AccountView limit(UUID id, List<String> places, Source source) {
        Administrator account = account(id);
        if (account.role != Role.OPERATOR) {
            throw Refusal.of(HttpStatus.CONFLICT, "account.limit-role");
        }
        List<String> wanted = places.stream()
                .filter(Objects::nonNull)
                .map(String::strip)
                .distinct()
                .toList();
        if (wanted.size() > MOST_PLACES || !wanted.stream().allMatch(place -> PlainText.isName(place, LONGEST_PLACE))) {
            throw Invalid.of("account.places", "places");
        }
        List<String> before = account.limits();
        account.places = Json.write(wanted);
        administrators.saveAndFlush(account);
        changes.record("account", id, account.name, Map.of("places", before), Map.of("places", wanted));
        log.note(
                SecurityLog.Event.ACCOUNT_CHANGED,
                Who.name(),
                Place.DESK,
                source.address(),
                account.login + ", " + (wanted.isEmpty() ? "everywhere" : String.join(", ", wanted)));
        sessions.endAll(account.login);
        return view(account);
    }

    @Transactional
    void remove(UUID id, Source source) {
        Administrator account = account(id);
        if (account.role == Role.ADMINISTRATOR) {
            requireAnother(account);
        }
        administrators.delete(account);
        administrators.flush();
        changes.record("account", id, account.name, view(account), null);
        log.note(SecurityLog.Event.ACCOUNT_REMOVED, Who.name(), Place.DESK, source.address(), account.login);
        sessions.endAll(account.login);
    }

    /** For somebody whose phone is gone. */
    @Transactional
    AccountView removeSecondFactor(UUID id, Source source) {
        Administrator account = account(id);
        account.totpKey = null;
        administrators.saveAndFlush(account);
        log.note(SecurityLog.Event.SECOND_FACTOR_REMOVED, Who.name(), Place.DESK, source.address(), account.login);
        return view(account);
    }

    @Transactional
    void endSessions(UUID id) {
        sessions.endAll(account(id).login);
    }

    /** Somebody who signs in at the desk. @throws Refusal when there is no such account */
    @Transactional(readOnly = true)
    public SignIn.Identity identity(String login) {
        return administrators.findByLogin(login).map(SignIn::view).orElseThrow(() -> Refusal.notFound("account"));
    }

    /** Empty where there is no such account. */
    @Transactional(readOnly = true)
    public Optional<String> nameOf(String login) {
        return administrators.findByLogin(login).map(account -> account.name);
    }

    /** How many may change everything. */
    @Transactional(readOnly = true)
    public int administrators() {
        return (int) administrators.findAll().stream()
                .filter(account -> account.role == Role.ADMINISTRATOR)
                .count();
    }

    private Administrator account(UUID id) {
        return administrators.findById(id).orElseThrow(() -> Refusal.notFound("account"));
    }

    /** Held while it is asked, so that two administrators cannot each take the other away. */
    private void requireAnother(Administrator leaving) {
        long others = jdbc
                .sql("select id from administrator where role = 'ADMINISTRATOR' for update")
                .query(UUID.class)
                .list()
                .stream()
                .filter(id -> !id.equals(leaving.id))
                .count();
        if (others == 0) {
            throw Refusal.of(HttpStatus.CONFLICT, "last-administrator");
        }
    }

    private AccountView view(Administrator a) {
        return new AccountView(
                a.id,
                a.login,
                a.name,
                a.email,
                a.role,
                a.totpKey != null,
                a.passwordHash == null,
                a.limits(),
                sessions.countOf(a.login));
    }

    private static String words(Role role) {
        return role.name().toLowerCase(java.util.Locale.ROOT);
    }

    private static byte[] hash(String token) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("this Java has no SHA-256", e);
        }
    }
}
