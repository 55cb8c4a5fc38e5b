package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;

/** What an item cannot be without, whoever makes it: a form, or a file that somebody wrote. */
final class Required {
    private Required() {}

    /** @throws Invalid when it is absent */
    static <T> T value(T value, String name) {
        if (value == null) {
            throw new Invalid(
                    "field.missing",
                    name,
                    Message.of("problem.set-up.missing").with("name", name),
                    Message.of("problem.set-up.missing.remedy"));
        }
        return value;
    }
}
