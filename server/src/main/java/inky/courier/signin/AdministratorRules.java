package inky.courier.signin;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What an administrator's account needs. */
final class AdministratorRules {
    /** NIST SP 800-63B section 5.1.1.2: at least 8; longer is better than odder. */
    private static final int SHORTEST_PASSWORD = 10;

    private static final int LONGEST_PASSWORD = 200;
    private static final int LONGEST_NAME = 80;

    private AdministratorRules() {}

    /** @throws Invalid with every problem found */
    static void check(String login, String name, String email, String password) {
        List<Problem> problems = new ArrayList<>();
        if (!login.matches("[a-z0-9][a-z0-9._-]{1,39}")) {
            problems.add(new Problem(
                    "admin.login",
                    "login",
                    "An account name has 2 to 40 lower-case letters, digits, dots or hyphens.",
                    "For example your first name."));
        }
        if (!PlainText.isName(name, LONGEST_NAME)) {
            problems.add(
                    new Problem("admin.name", "name", "A name is missing.", "Enter the name that colleagues see."));
        }
        passwordProblem(password, "password").ifPresent(problems::add);
        try {
            new MailAddress(email.strip());
        } catch (Invalid invalid) {
            problems.addAll(invalid.at("email").problems());
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    static Optional<Problem> passwordProblem(String password, String field) {
        if (password.length() < SHORTEST_PASSWORD) {
            return Optional.of(new Problem(
                    "admin.password",
                    field,
                    "A password has at least " + SHORTEST_PASSWORD + " characters.",
                    "Three or four unrelated words are good."));
        }
        return password.length() > LONGEST_PASSWORD
                ? Optional.of(new Problem(
                        "admin.password.long",
                        field,
                        "A password has at most " + LONGEST_PASSWORD + " characters.",
                        "Three or four unrelated words are enough."))
                : Optional.empty();
    }
}
