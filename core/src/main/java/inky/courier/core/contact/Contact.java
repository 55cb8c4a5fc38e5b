package inky.courier.core.contact;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Somebody whom scans are sent to.
 *
 * @param email where they go
 * @param company where they work; empty where that does not matter
 */
public record Contact(String name, String email, String company) {
    public static final int LONGEST_NAME = 80;

    public Contact {
        name = name.strip();
        email = email.strip();
        company = company.strip();
    }

    /** What is wrong with it, by the fields of its form. */
    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, LONGEST_NAME)) {
            problems.add(Problem.of("contact.name", "name"));
        }
        if (company.length() > LONGEST_NAME || !PlainText.isLine(company)) {
            problems.add(Problem.of("contact.company", "company"));
        }
        try {
            new MailAddress(email);
        } catch (Invalid invalid) {
            problems.addAll(invalid.at("email").problems());
        }
        return problems;
    }

    /** Under which two addresses are one: in practice no server tells capitals apart, though RFC 5321 section 2.4 lets it. */
    public static String key(String email) {
        return email.strip().toLowerCase(Locale.ROOT);
    }
}
