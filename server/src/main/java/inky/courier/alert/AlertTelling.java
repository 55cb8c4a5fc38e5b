package inky.courier.alert;

import inky.courier.alert.AlertMessages.Kind;
import inky.courier.alert.AlertTable.Alert;
import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.AlertWeight;
import inky.courier.core.message.Message;
import inky.courier.core.office.OfficeSettings;
import inky.courier.settings.Settings;
import inky.courier.web.Json;
import java.time.Duration;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Says which alerts are told, and writes what is said of them, in the transaction of whoever found them. */
@Component
class AlertTelling {
    /** What comes together is told together. */
    static final Duration GATHERED = Duration.ofMinutes(1);

    /** Between mails of what is urgent. */
    static final Duration BETWEEN = Duration.ofMinutes(10);

    /** In one part of a mail; a desk shows all of them. */
    private static final int MOST_LINES = 30;

    private final AlertTable alerts;
    private final AlertMessages messages;
    private final Settings settings;

    AlertTelling(AlertTable alerts, AlertMessages messages, Settings settings) {
        this.alerts = alerts;
        this.messages = messages;
        this.settings = settings;
    }

    void tell(AlertSettings wanted, ZonedDateTime now) {
        Instant at = now.toInstant();
        OfficeSettings office = settings.read();
        List<Alert> open = alerts.open().stream()
                .filter(alert -> alert.weight() != AlertWeight.NOTE && !alert.isPutOff(at))
                .toList();
        urgent(wanted, office, open, at);
        if (now.getHour() >= wanted.digestHour() && messages.beginDigest(now.toLocalDate())) {
            daily(wanted, office, open, at);
        }
        for (Alert alert : alerts.unhooked()) {
            boolean began = alert.endedAt() == null;
            alerts.hooked(alert.id(), began ? "BEGAN" : "ENDED");
            if (!wanted.webhook().isEmpty()) {
                String body = Json.write(event(alert, began ? "alert.began" : "alert.ended", office, at));
                messages.add(Kind.WEBHOOK, wanted.webhook(), "", body, at);
            }
        }
    }

    private void urgent(AlertSettings wanted, OfficeSettings office, List<Alert> open, Instant at) {
        List<Alert> news = open.stream()
                .filter(alert -> alert.toldAt() == null && alert.weight() == AlertWeight.URGENT)
                .toList();
        boolean gathered =
                news.stream().anyMatch(alert -> !began(alert).plus(GATHERED).isAfter(at));
        boolean saidJustNow = open.stream()
                .anyMatch(alert -> alert.weight() == AlertWeight.URGENT
                        && alert.toldAt() != null
                        && alert.toldAt().plus(BETWEEN).isAfter(at));
        if (gathered && !saidJustNow) {
            Locale language = office.languageOf("");
            Message subject = Message.of("mail.alert.subject")
                    .with("first", news.get(0).sentence())
                    .with("more", news.size() - 1);
            mail(wanted, subject.in(language), text(office, language, Map.of("", news)), at);
            alerts.told(ids(news), at);
        }
    }

    /** What is open, and what of it was told and has ended since yesterday; no mail where there is neither. */
    private void daily(AlertSettings wanted, OfficeSettings office, List<Alert> open, Instant at) {
        Locale language = office.languageOf("");
        List<Alert> ended = alerts.endedSince(at.minus(Duration.ofDays(1))).stream()
                .filter(alert -> alert.toldAt() != null)
                .toList();
        if (open.isEmpty() && ended.isEmpty()) {
            return;
        }
        Map<String, List<Alert>> parts = new LinkedHashMap<>();
        parts.put(
                Message.of("mail.alert.new").in(language),
                open.stream().filter(alert -> alert.toldAt() == null).toList());
        parts.put(
                Message.of("mail.alert.open").in(language),
                open.stream().filter(alert -> alert.toldAt() != null).toList());
        parts.put(Message.of("mail.alert.ended").in(language), ended);
        Message subject = Message.of("mail.alert.daily").with("n", open.size());
        mail(wanted, subject.in(language), text(office, language, parts), at);
        if (!open.isEmpty()) {
            alerts.told(ids(open), at);
        }
    }

    private void mail(AlertSettings wanted, String subject, String text, Instant at) {
        wanted.emails().forEach(email -> messages.add(Kind.MAIL, email, subject, text, at));
    }

    private static List<UUID> ids(List<Alert> some) {
        return some.stream().map(Alert::id).toList();
    }

    private static Instant began(Alert alert) {
        return Optional.ofNullable(alert.beganAt()).orElse(alert.since());
    }

    private static String text(OfficeSettings office, Locale language, Map<String, List<Alert>> parts) {
        StringBuilder text = new StringBuilder();
        parts.forEach((title, of) -> {
            if (of.isEmpty()) {
                return;
            }
            if (!title.isEmpty()) {
                text.append(title).append("\n\n");
            }
            of.stream().limit(MOST_LINES).forEach(alert -> {
                text.append("- ").append(alert.sentence().in(language)).append('\n');
                if (alert.endedAt() == null) {
                    text.append("  ").append(alert.remedy().in(language)).append('\n');
                }
            });
            if (of.size() > MOST_LINES) {
                text.append(Message.of("mail.alert.more")
                                .with("n", of.size() - MOST_LINES)
                                .in(language))
                        .append('\n');
            }
            text.append('\n');
        });
        if (!office.address().isEmpty()) {
            text.append(office.address()).append("/alerts\n");
        }
        return text.toString();
    }

    /** As another program gets it; the names stay as they are. */
    private static Map<String, Object> event(Alert alert, String type, OfficeSettings office, Instant at) {
        Locale language = office.languageOf("");
        Map<String, Object> data = new LinkedHashMap<>();
        data.put("id", alert.id().toString());
        data.put("rule", alert.rule().name());
        data.put("weight", alert.weight().name());
        data.put("place", alert.place());
        data.put("sentence", alert.sentence().in(language));
        data.put("remedy", alert.remedy().in(language));
        data.put("since", alert.since().toString());
        data.put("concerns", alert.concerns());
        data.put("url", office.address().isEmpty() ? "" : office.address() + "/alerts");
        Map<String, Object> event = new LinkedHashMap<>();
        event.put("type", type);
        event.put("timestamp", at.toString());
        event.put("data", data);
        return event;
    }
}
