package inky.courier.signin;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;

/** What an administrator's account needs. */
final class AdministratorRules {
    /** NIST SP 800-63B section 5.1.1.2: at least 8; longer is better than odder. */
    private static final int SHORTEST_PASSWORD = 10;

    private static final int LONGEST_PASSWORD = 200;
    private static final int LONGEST_NAME = 80;

    private AdministratorRules() {}

    /** The most used ones long enough to be entered here, and what is near at hand; common practice, no source. */
    private static final Set<String> MOST_USED = Set.of(
            "1234567890",
            "0123456789",
            "0987654321",
            "12345678910",
            "123456789a",
            "1q2w3e4r5t",
            "1qaz2wsx3edc",
            "q1w2e3r4t5",
            "qwertyuiop",
            "qwertzuiop",
            "azertyuiop",
            "asdfghjkl1",
            "password12",
            "password123",
            "password1234",
            "passwort123",
            "administrator",
            "admin12345",
            "admin123456",
            "letmein1234",
            "welcome123",
            "welcome1234",
            "iloveyou123",
            "changeme123",
            "scanner123",
            "inkycourier",
            "inky courier",
            "courier123",
            "contrasena1",
            "motdepasse");

    /** @throws Invalid with every problem found */
    static void check(String login, String name, String email, String password) {
        List<Problem> problems = new ArrayList<>(accountProblems(login, name, email));
        passwordProblem(password, "password").ifPresent(problems::add);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    /** The same without a password. @throws Invalid with every problem found */
    static void checkAccount(String login, String name, String email) {
        List<Problem> problems = accountProblems(login, name, email);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    private static List<Problem> accountProblems(String login, String name, String email) {
        List<Problem> problems = new ArrayList<>();
        if (!login.matches("[a-z0-9][a-z0-9._-]{1,39}")) {
            problems.add(Problem.of("admin.login", "login"));
        }
        if (!PlainText.isName(name, LONGEST_NAME)) {
            problems.add(Problem.of("admin.name", "name"));
        }
        try {
            new MailAddress(email.strip());
        } catch (Invalid invalid) {
            problems.addAll(invalid.at("email").problems());
        }
        return problems;
    }

    static Optional<Problem> passwordProblem(String password, String field) {
        if (password.length() < SHORTEST_PASSWORD) {
            return Optional.of(new Problem(
                    "admin.password",
                    field,
                    Message.of("problem.admin.password").with("n", SHORTEST_PASSWORD),
                    Message.of("problem.admin.password.remedy")));
        }
        String plain = password.toLowerCase(Locale.ROOT);
        boolean oneSign = plain.chars().distinct().count() < 4;
        if (oneSign || MOST_USED.contains(plain.strip())) {
            // NIST SP 800-63B section 5.1.1.2: compared with what is commonly used, expected or repetitive.
            return Optional.of(Problem.of("admin.password.used", field));
        }
        return password.length() > LONGEST_PASSWORD
                ? Optional.of(new Problem(
                        "admin.password.long",
                        field,
                        Message.of("problem.admin.password.long").with("n", LONGEST_PASSWORD),
                        Message.of("problem.admin.password.long.remedy")))
                : Optional.empty();
    }
}
