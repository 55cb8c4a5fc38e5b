package inky.courier.core.destination;

import inky.courier.core.destination.Field.Type;
import java.util.List;

/** Mail to addresses that are chosen at the device. */
final class MailToChosen extends MailRules {
    @Override
    List<Field> fields() {
        return List.of(Field.of("directEntry", Type.TICK), COPY_TO_SENDER, COPIES);
    }

    @Override
    MailSettings normal(MailSettings settings) {
        return settings.to(List.of());
    }

    @Override
    String place(MailSettings settings) {
        return "whom they choose";
    }

    @Override
    List<String> recipients(MailSettings settings, String sender, List<String> chosen) {
        return chosen;
    }
}
