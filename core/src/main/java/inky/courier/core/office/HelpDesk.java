package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.mail.MailAddress;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * Who helps people at devices.
 *
 * @param phone shown at panels, as the office writes it; empty for none
 * @param email to which each call from a panel is sent; empty for none
 */
public record HelpDesk(String phone, String email) {
    public static final HelpDesk NONE = new HelpDesk("", "");

    private static final int LONGEST_PHONE = 60;

    public HelpDesk {
        phone = Objects.requireNonNullElse(phone, "").strip();
        email = Objects.requireNonNullElse(email, "").strip();
    }

    List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        if (!phone.isEmpty() && !PlainText.isName(phone, LONGEST_PHONE)) {
            problems.add(Problem.of("settings.help-phone", "helpDesk.phone"));
        }
        if (!email.isEmpty()) {
            try {
                new MailAddress(email);
            } catch (Invalid invalid) {
                problems.addAll(invalid.at("helpDesk.email").problems());
            }
        }
        return problems;
    }
}
