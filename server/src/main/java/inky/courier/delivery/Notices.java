package inky.courier.delivery;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.job.Notify;
import inky.courier.destination.Announcements;
import inky.courier.settings.Settings;
import inky.courier.web.Json;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
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
        boolean tell = good ? wanted == Notify.ALWAYS : wanted != Notify.NEVER;
        if (tell) {
            d.notified = d.state.name();
        }
        return tell;
    }

    @Transactional(readOnly = true)
    public Optional<Announcements.Announcement> write(UUID id) {
        return deliveries.withLegs(id).map(d -> {
            boolean good = d.state == DeliveryState.ACCEPTED;
            String what = d.fileName.isEmpty() ? d.jobName : d.fileName;
            String subject = what + (good ? " has arrived" : " has not arrived yet");
            StringBuilder text = new StringBuilder(d.jobName + ", " + d.pages + (d.pages == 1 ? " page" : " pages")
                    + ", scanned on " + d.deviceName + ".\n\n");
            for (Leg leg : d.legs) {
                String words = leg.phase == LegPhase.ACCEPTED
                        ? "has it"
                        : leg.sentence.isEmpty() ? "is on its way" : leg.sentence + " " + leg.remedy;
                text.append(leg.label).append(": ").append(words).append('\n');
            }
            if (!d.trouble.isEmpty()) {
                text.append(d.trouble).append('\n');
            }
            text.append("\nDelivery D-").append(d.number);
            String address = settings.read().address();
            if (!address.isEmpty()) {
                text.append(": ").append(address).append("/deliveries/").append(d.id);
            }
            return new Announcements.Announcement(d.personName, d.personEmail, subject, text + "\n");
        });
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
