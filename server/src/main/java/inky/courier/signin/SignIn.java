package inky.courier.signin;

import inky.courier.audit.ChangeLog;
import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.Invalid;
import inky.courier.core.access.Right;
import inky.courier.core.access.Role;
import inky.courier.web.Refusal;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Administrators: the first one is made with a code that only the person at the server can read. */
@Service
public class SignIn {
    private static final Logger LOG = LoggerFactory.getLogger(SignIn.class);

    private final AdministratorRepository administrators;
    private final PasswordEncoder encoder;
    private final SecondFactor secondFactor;
    private final SignInThrottle throttle;
    private final SecurityLog log;
    private final ChangeLog changes;
    private final Clock clock;
    private final ApplicationEventPublisher events;
    private final String setupCode;
    private final String hashOfNobody;

    SignIn(
            AdministratorRepository administrators,
            PasswordEncoder encoder,
            SecondFactor secondFactor,
            SignInThrottle throttle,
            SecurityLog log,
            ChangeLog changes,
            Clock clock,
            ApplicationEventPublisher events,
            @Value("${courier.setup-code}") String setupCode) {
        this.administrators = administrators;
        this.encoder = encoder;
        this.secondFactor = secondFactor;
        this.throttle = throttle;
        this.log = log;
        this.changes = changes;
        this.clock = clock;
        this.events = events;
        this.setupCode = setupCode.isBlank() ? randomCode() : setupCode;
        this.hashOfNobody = encoder.encode(randomCode());
    }

    /** @param rights what the account may do at the desk @param ofProvider whether it signs in at the office's provider, without a password here @param places that it is limited to; empty for everywhere */
    public record Identity(
            String login,
            String name,
            String email,
            Role role,
            Set<Right> rights,
            boolean secondFactor,
            boolean ofProvider,
            List<String> places) {}

    public record First(String code, String login, String name, String email, String password) {}

    @EventListener(ApplicationReadyEvent.class)
    void tellSetupCode() {
        if (isFirstStart()) {
            LOG.info("No administrator yet. Open the application and enter this code to become one: {}", setupCode);
        }
    }

    @Transactional(readOnly = true)
    public boolean isFirstStart() {
        return administrators.count() == 0;
    }

    @Transactional(readOnly = true)
    public Optional<Identity> identity(String login) {
        return administrators.findByLogin(login).map(SignIn::view);
    }

    @Transactional(readOnly = true)
    public Optional<String> loginOf(UUID administrator) {
        return administrators.findById(administrator).map(a -> a.login);
    }

    /**
     * @param mark of a browser in which this account has signed in before
     * @throws Refusal with the same words whether the account or the password is wrong
     */
    public Identity signIn(String login, String password, String code, Source source, Optional<String> mark) {
        Optional<Administrator> found = administrators.findByLogin(login);
        SignInThrottle.Attempt attempt = throttle.begin(keys(found, source, mark));
        // Also hashed for an unknown account, so that the time tells nothing.
        boolean right = encoder.matches(password, found.map(a -> a.passwordHash).orElse(hashOfNobody));
        String who = found.map(a -> a.login).orElse("");
        if (found.isEmpty() || !right) {
            throttle.wrong(attempt, who, Place.DESK, source);
            throw Refusal.of(HttpStatus.UNAUTHORIZED, "sign-in.wrong");
        }
        Administrator administrator = found.get();
        if (administrator.totpKey != null && code.isBlank()) {
            throttle.right(attempt);
            throw Refusal.of(HttpStatus.UNAUTHORIZED, "sign-in.second-factor");
        }
        if (administrator.totpKey != null && !secondFactor.take(administrator, code)) {
            throttle.wrong(attempt, who, Place.DESK, source);
            throw SecondFactor.wrong("code");
        }
        throttle.right(attempt);
        if (encoder.upgradeEncoding(administrator.passwordHash)) {
            administrators.keepPassword(administrator.id, encoder.encode(password));
        }
        log.note(SecurityLog.Event.SIGNED_IN, who, Place.DESK, source.address(), "");
        return view(administrator);
    }

    private static ThrottleKey[] keys(Optional<Administrator> found, Source source, Optional<String> mark) {
        if (found.isPresent() && mark.isPresent()) {
            return new ThrottleKey[] {ThrottleKey.browser(mark.get())};
        }
        return found.map(a -> new ThrottleKey[] {ThrottleKey.source(source), ThrottleKey.account(a.id)})
                .orElseGet(() -> new ThrottleKey[] {ThrottleKey.source(source)});
    }

    void signOut(String login, Source source) {
        log.note(SecurityLog.Event.SIGNED_OUT, login, Place.DESK, source.address(), "");
    }

    /** @throws Refusal when the present one is wrong, @throws Invalid when the new one cannot be used */
    @Transactional
    public void changePassword(String login, String present, String wanted, Source source) {
        Administrator administrator = administrators.findByLogin(login).orElseThrow();
        requireOwn(administrator, present, "present", source);
        AdministratorRules.passwordProblem(wanted, "wanted").ifPresent(problem -> {
            throw new Invalid(List.of(problem));
        });
        administrator.passwordHash = encoder.encode(wanted);
        log.note(SecurityLog.Event.PASSWORD_CHANGED, login, Place.DESK, source.address(), "");
    }

    /** Before something that a desk left open must not be enough for. @throws Invalid when it is wrong */
    void requirePassword(String login, String present, Source source) {
        requireOwn(administrators.findByLogin(login).orElseThrow(), present, "password", source);
    }

    private void requireOwn(Administrator administrator, String present, String field, Source source) {
        if (administrator.passwordHash == null) {
            throw Refusal.of(HttpStatus.CONFLICT, "account.of-provider");
        }
        // Counted apart from the account itself, which strangers can use up.
        SignInThrottle.Attempt attempt = throttle.begin(ThrottleKey.browser("own " + administrator.id));
        if (!encoder.matches(present, administrator.passwordHash)) {
            throttle.wrong(attempt, administrator.login, Place.DESK, source);
            throw Invalid.of("password.present", field);
        }
        throttle.right(attempt);
    }

    @Transactional
    public Identity makeFirst(First first, Source source) {
        SignInThrottle.Attempt attempt = throttle.begin(ThrottleKey.FIRST_START, ThrottleKey.source(source));
        if (!isFirstStart()) {
            throw Refusal.of(HttpStatus.CONFLICT, "first.done");
        }
        if (!java.security.MessageDigest.isEqual(
                first.code().strip().getBytes(java.nio.charset.StandardCharsets.UTF_8),
                setupCode.getBytes(java.nio.charset.StandardCharsets.UTF_8))) {
            throttle.wrong(attempt, "", Place.DESK, source);
            throw Invalid.of("first.code", "code");
        }
        throttle.right(attempt);
        Identity made = make(first.login(), first.name(), first.email(), first.password(), Role.ADMINISTRATOR);
        log.note(SecurityLog.Event.ADMINISTRATOR_MADE, made.login(), Place.DESK, source.address(), "");
        events.publishEvent(new FirstAdministratorMade());
        return made;
    }

    /** Makes an administrator. */
    @Transactional
    public Identity make(String login, String name, String email, String password, Role role) {
        AdministratorRules.check(login, name, email, password);
        Administrator made = new Administrator();
        made.login = login;
        made.name = name.strip();
        made.email = email.strip();
        made.passwordHash = encoder.encode(password);
        made.createdAt = clock.instant();
        made.role = role;
        administrators.save(made);
        Identity identity = view(made);
        changes.record("administrator", made.id, made.name, null, identity);
        return identity;
    }

    static Identity view(Administrator a) {
        return new Identity(
                a.login,
                a.name,
                a.email,
                a.role,
                a.role.rights(),
                a.totpKey != null,
                a.passwordHash == null,
                a.limits());
    }

    private static String randomCode() {
        byte[] bytes = new byte[6];
        new SecureRandom().nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }
}
