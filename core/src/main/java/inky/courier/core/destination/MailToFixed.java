package inky.courier.core.destination;

import inky.courier.core.Problem;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.message.Message;
import java.util.List;
import java.util.stream.Stream;

/** Mail to fixed addresses. */
final class MailToFixed extends MailRules {
    @Override
    List<Field> fields() {
        return List.of(Field.of("recipients", Type.LINES), COPY_TO_SENDER, COPIES);
    }

    @Override
    String place(MailSettings settings) {
        return String.join(", ", settings.recipients());
    }

    @Override
    List<Problem> problems(MailSettings settings) {
        List<Problem> recipients = settings.recipients().isEmpty()
                ? List.of(problem(
                        "recipients",
                        Message.of("problem.destination.too-few-addresses"),
                        Message.of("problem.destination.addresses.remedy")))
                : addresses("recipients", settings.recipients());
        return Stream.concat(recipients.stream(), super.problems(settings).stream())
                .toList();
    }

    @Override
    List<String> recipients(MailSettings settings, String sender, List<String> chosen) {
        return settings.recipients();
    }
}
