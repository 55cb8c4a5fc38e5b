package inky.courier.core.destination;

import java.util.List;

/** Mail to the address of the person who scans. */
final class MailToSender extends MailRules {
    @Override
    List<Field> fields() {
        return List.of(COPIES);
    }

    @Override
    MailSettings normal(MailSettings settings) {
        return settings.to(List.of());
    }

    @Override
    String place(MailSettings settings) {
        return "their mailbox";
    }

    @Override
    List<String> recipients(MailSettings settings, String sender, List<String> chosen) {
        return List.of(sender);
    }

    @Override
    boolean isPersonal() {
        return true;
    }
}
