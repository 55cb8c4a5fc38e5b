package inky.courier.delivery;

import inky.courier.core.delivery.LegPhase;
import inky.courier.destination.Announcements;
import inky.courier.job.Notify;
import inky.courier.queue.Queue;
import inky.courier.settings.Settings;
import inky.courier.web.Json;
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

    private final DeliveryRepository deliveries;
    private final Announcements announcements;
    private final Settings settings;
    private final Queue queue;

    Notices(DeliveryRepository deliveries, Announcements announcements, Settings settings, Queue queue) {
        this.deliveries = deliveries;
        this.announcements = announcements;
        this.settings = settings;
        this.queue = queue;
    }

    /** Part of the transaction that brought the news. */
    void about(Delivery d) {
        Notify wanted = Json.read(d.jobSnapshot, JobSnapshot.class).notices();
        boolean good = d.state == DeliveryState.ACCEPTED;
        boolean bad = d.state == DeliveryState.STOPPED || d.state == DeliveryState.WAITING;
        boolean tell = good && wanted == Notify.ALWAYS || bad && wanted != Notify.NEVER;
        if (tell && !d.notified.equals(d.state.name())) {
            d.notified = d.state.name();
            queue.add(DeliveryTasks.NOTIFY, d.id);
        }
    }

    @Transactional(readOnly = true)
    public Optional<Announcements.Announcement> write(UUID id) {
        return deliveries.withLegs(id).map(d -> {
            boolean good = d.state == DeliveryState.ACCEPTED;
            String subject = good ? d.fileName + " has arrived" : d.fileName + " has not arrived yet";
            StringBuilder text = new StringBuilder(d.jobName + ", " + d.pages + (d.pages == 1 ? " page" : " pages")
                    + ", scanned on " + d.deviceName + ".\n\n");
            for (Leg leg : d.legs) {
                String words = leg.phase == LegPhase.ACCEPTED
                        ? "has it"
                        : leg.sentence.isEmpty() ? "is on its way" : leg.sentence + " " + leg.remedy;
                text.append(leg.label).append(": ").append(words).append('\n');
            }
            text.append("\nDelivery D-").append(d.number);
            String address = settings.read().address();
            if (!address.isEmpty()) {
                text.append(": ").append(address).append("/deliveries/").append(d.id);
            }
            return new Announcements.Announcement(d.personName, d.personEmail, subject, text + "\n");
        });
    }

    void send(UUID id) {
        write(id).ifPresent(announcement -> {
            if (!announcements.send(announcement)) {
                LOG.warn("{} could not be told about delivery {}", announcement.email(), id);
            }
        });
    }
}
