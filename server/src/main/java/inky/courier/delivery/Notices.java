package inky.courier.delivery;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.job.Notify;
import inky.courier.core.message.Message;
import inky.courier.destination.Announcements;
import inky.courier.settings.Settings;
import inky.courier.web.Json;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Tells the person who scanned what became of it, where the job says so; each news once. */
@Component
class Notices {
    private static final Logger LOG = LoggerFactory.getLogger(Notices.class);

    private static final Duration PAUSE = Duration.ofHours(1);
    private static final Duration TRIED = RetrySchedule.GIVE_UP.plusDays(3);

    private final DeliveryRepository deliveries;
    private final Announcements announcements;
    private final Settings settings;
    private final Clock clock;

    Notices(DeliveryRepository deliveries, Announcements announcements, Settings settings, Clock clock) {
        this.deliveries = deliveries;
        this.announcements = announcements;
        this.settings = settings;
        this.clock = clock;
    }

    /** Whether this state is news that the person is to be told, which it is once. */
    boolean about(Delivery d) {
        boolean good = d.state == DeliveryState.ACCEPTED;
        boolean bad = d.state == DeliveryState.STOPPED || d.state == DeliveryState.WAITING;
        if (!good && !bad || d.notified.equals(d.state.name())) {
            return false;
        }
        Notify wanted = Json.read(d.jobSnapshot, JobSnapshot.class).notices();
        // A guest has no address.
        boolean tell = (good ? wanted == Notify.ALWAYS : wanted != Notify.NEVER) && !d.personEmail.isEmpty();
        if (tell) {
            d.notified = d.state.name();
        }
        return tell;
    }

    @Transactional(readOnly = true)
    public Optional<Announcements.Announcement> write(UUID id) {
        return deliveries.withLegs(id).map(d -> {
            Locale language = d.language();
            boolean good = d.state == DeliveryState.ACCEPTED;
            String what = d.fileName.isEmpty() ? d.jobName : d.fileName;
            String subject = Message.of(good ? "mail.notice.arrived" : "mail.notice.not-yet")
                    .with("what", what)
                    .in(language);
            StringBuilder text = new StringBuilder(Message.of("mail.notice.scanned")
                            .with("job", d.jobName)
                            .with("n", d.pages)
                            .with("device", d.deviceName)
                            .in(language))
                    .append("\n\n");
            for (Leg leg : d.legs) {
                text.append(leg.label)
                        .append(": ")
                        .append(state(leg).in(language))
                        .append('\n');
            }
            if (!d.trouble.isEmpty()) {
                text.append(d.trouble.in(language)).append('\n');
            }
            text.append('\n')
                    .append(Message.of("mail.notice.delivery")
                            .with("number", "D-" + d.number)
                            .in(language));
            String address = settings.read().address();
            if (!address.isEmpty()) {
                text.append(": ").append(address).append("/deliveries/").append(d.id);
            }
            return new Announcements.Announcement(d.personName, d.personEmail, subject, text + "\n");
        });
    }

    private static Message state(Leg leg) {
        if (leg.phase == LegPhase.ACCEPTED) {
            return Message.of("mail.notice.has-it");
        }
        return leg.sentence.isEmpty() ? Message.of("mail.notice.on-its-way") : leg.sentence.and(leg.remedy);
    }

    /** @return when to try again, where no mail server has taken the news; nothing when that is over */
    Optional<Instant> send(UUID id) {
        Optional<Announcements.Announcement> news = write(id);
        if (news.isEmpty() || announcements.send(news.get())) {
            return Optional.empty();
        }
        Instant now = clock.instant();
        boolean goesOn = deliveries.findById(id).stream().anyMatch(d -> now.isBefore(d.scannedAt.plus(TRIED)));
        LOG.warn("{} could not be told about delivery {}{}", news.get().email(), id, goesOn ? " yet" : "");
        return goesOn ? Optional.of(now.plus(PAUSE)) : Optional.empty();
    }
}
