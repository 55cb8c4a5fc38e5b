package inky.courier.alert;

import inky.courier.alert.AlertMessages.AlertMessage;
import inky.courier.alert.AlertMessages.Kind;
import inky.courier.core.message.Message;
import inky.courier.destination.Announcements;
import inky.courier.destination.Announcements.Announcement;
import inky.courier.queue.Pauses;
import inky.courier.settings.Settings;
import inky.courier.settings.SettingsSecret;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Sends what is to be said of alerts, again and again for a day. */
@Component
class AlertPost {
    private static final Logger LOG = LoggerFactory.getLogger(AlertPost.class);

    /** What is older is no news. */
    private static final Duration TRIED = Duration.ofDays(1);

    private final AlertMessages messages;
    private final Announcements mail;
    private final Webhook webhook;
    private final Settings settings;
    private final Clock clock;

    AlertPost(AlertMessages messages, Announcements mail, Webhook webhook, Settings settings, Clock clock) {
        this.messages = messages;
        this.mail = mail;
        this.webhook = webhook;
        this.settings = settings;
        this.clock = clock;
    }

    /** @return when to try again; nothing when that is over */
    Optional<Instant> send(UUID id) {
        Optional<AlertMessage> found = messages.find(id);
        if (found.isEmpty()) {
            return Optional.empty();
        }
        AlertMessage message = found.get();
        Instant now = clock.instant();
        Optional<Message> trouble = send(message, now);
        if (trouble.isEmpty()) {
            messages.remove(id);
            return Optional.empty();
        }
        if (message.createdAt().plus(TRIED).isBefore(now)) {
            LOG.warn("alerts could not be told to {} for a day: {}", message.target(), trouble.get());
            messages.remove(id);
            return Optional.empty();
        }
        messages.failed(id, trouble.get());
        return Optional.of(now.plus(Pauses.after(message.tries())));
    }

    private Optional<Message> send(AlertMessage message, Instant now) {
        if (message.kind() == Kind.MAIL) {
            boolean taken = mail.send(new Announcement("", message.target(), message.subject(), message.body()));
            return taken ? Optional.empty() : Optional.of(Message.of("alert.mail-not-taken"));
        }
        return post(message.target(), message.id(), message.body(), now);
    }

    Optional<Message> post(String address, UUID id, String body, Instant now) {
        return webhook.post(
                address,
                id.toString(),
                body,
                settings.secret(SettingsSecret.WEBHOOK_SECRET).orElse(""),
                now);
    }
}
