package inky.courier.signin;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import inky.courier.web.Refusal;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
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

    /** NIST SP 800-63B section 5.1.1.2: at least 8; longer is better than odder. */
    private static final int SHORTEST_PASSWORD = 10;

    private static final int LONGEST_PASSWORD = 200;

    private final AdministratorRepository administrators;
    private final PasswordEncoder encoder;
    private final Attempts attempts;
    private final ChangeLog changes;
    private final Clock clock;
    private final ApplicationEventPublisher events;
    private final String setupCode;
    private final String hashOfNobody;

    SignIn(
            AdministratorRepository administrators,
            PasswordEncoder encoder,
            Attempts attempts,
            ChangeLog changes,
            Clock clock,
            ApplicationEventPublisher events,
            @Value("${courier.setup-code}") String setupCode) {
        this.administrators = administrators;
        this.encoder = encoder;
        this.attempts = attempts;
        this.changes = changes;
        this.clock = clock;
        this.events = events;
        this.setupCode = setupCode.isBlank() ? randomCode() : setupCode;
        this.hashOfNobody = encoder.encode(randomCode());
    }

    public record Identity(String login, String name, String email) {}

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
        return administrators.findByLogin(login).map(a -> new Identity(a.login, a.name, a.email));
    }

    /** @throws Refusal with the same words whether the account or the password is wrong */
    public Identity signIn(String login, String password) {
        attempts.begin("desk:" + login);
        Optional<Administrator> found = administrators.findByLogin(login);
        // Also hashed for an unknown account, so that the time tells nothing.
        boolean right = encoder.matches(password, found.map(a -> a.passwordHash).orElse(hashOfNobody));
        if (found.isEmpty() || !right) {
            throw new Refusal(
                    HttpStatus.UNAUTHORIZED,
                    "sign-in.wrong",
                    "Account or password is wrong.",
                    "Check both and try again.");
        }
        attempts.succeeded("desk:" + login);
        return identity(login).orElseThrow();
    }

    @Transactional
    public Identity makeFirst(First first) {
        attempts.begin("desk:first");
        if (!isFirstStart()) {
            throw new Refusal(
                    HttpStatus.CONFLICT, "first.done", "There is an administrator already.", "Sign in instead.");
        }
        if (!java.security.MessageDigest.isEqual(
                first.code().strip().getBytes(java.nio.charset.StandardCharsets.UTF_8),
                setupCode.getBytes(java.nio.charset.StandardCharsets.UTF_8))) {
            throw new Invalid(
                    "first.code",
                    "code",
                    "This is not the code that Courier printed when it started.",
                    "Look at the terminal or the log of the server.");
        }
        attempts.succeeded("desk:first");
        Identity made = make(first.login(), first.name(), first.email(), first.password());
        events.publishEvent(new FirstAdministratorMade());
        return made;
    }

    /** Makes an administrator. */
    @Transactional
    public Identity make(String login, String name, String email, String password) {
        List<Problem> problems = new ArrayList<>();
        if (!login.matches("[a-z0-9][a-z0-9._-]{1,39}")) {
            problems.add(new Problem(
                    "admin.login",
                    "login",
                    "An account has 2 to 40 small letters, digits, dots, lines.",
                    "For example your first name."));
        }
        if (name.isBlank() || name.length() > 80) {
            problems.add(
                    new Problem("admin.name", "name", "A name is missing.", "Write the name that colleagues see."));
        }
        if (password.length() < SHORTEST_PASSWORD || password.length() > LONGEST_PASSWORD) {
            problems.add(new Problem(
                    "admin.password",
                    "password",
                    "A password has at least " + SHORTEST_PASSWORD + " characters.",
                    "Three or four unrelated words are good."));
        }
        try {
            new MailAddress(email.strip());
        } catch (Invalid invalid) {
            problems.addAll(invalid.at("email").problems());
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        Administrator made = new Administrator();
        made.login = login;
        made.name = name.strip();
        made.email = email.strip();
        made.passwordHash = encoder.encode(password);
        made.createdAt = clock.instant();
        administrators.save(made);
        Identity identity = new Identity(made.login, made.name, made.email);
        changes.record("administrator", made.id, made.name, null, identity);
        return identity;
    }

    private static String randomCode() {
        byte[] bytes = new byte[6];
        new SecureRandom().nextBytes(bytes);
        return HexFormat.of().formatHex(bytes);
    }
}
