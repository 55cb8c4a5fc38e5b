package inky.courier.alert;

import inky.courier.core.alert.AlertSettings;
import inky.courier.core.message.Message;
import inky.courier.core.office.OfficeSettings;
import inky.courier.destination.Announcements;
import inky.courier.destination.Announcements.Announcement;
import inky.courier.settings.Settings;
import inky.courier.web.Json;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Tries whether those who are to be told of alerts are reached. */
@Component
class AlertTrial {
    private final Settings settings;
    private final Announcements mail;
    private final AlertPost post;
    private final Clock clock;

    AlertTrial(Settings settings, Announcements mail, AlertPost post, Clock clock) {
        this.settings = settings;
        this.mail = mail;
        this.post = post;
        this.clock = clock;
    }

    /** @param trouble why it was not taken; empty where it was */
    record Told(String target, Message trouble) {}

    List<Told> go() {
        OfficeSettings office = settings.read();
        AlertSettings alerts = office.alerts();
        Locale language = office.languageOf("");
        List<Told> told = new ArrayList<>();
        for (String email : alerts.emails()) {
            boolean taken = mail.send(new Announcement(
                    "",
                    email,
                    Message.of("mail.alert.test").in(language),
                    Message.of("mail.alert.test.text").in(language)));
            told.add(new Told(email, taken ? Message.none() : Message.of("alert.mail-not-taken")));
        }
        if (!alerts.webhook().isEmpty()) {
            Instant now = clock.instant();
            String body = Json.write(Map.of("type", "alert.test", "timestamp", now.toString(), "data", Map.of()));
            Optional<Message> trouble = post.post(alerts.webhook(), UUID.randomUUID(), body, now);
            told.add(new Told(alerts.webhook(), trouble.orElse(Message.none())));
        }
        return told;
    }
}
