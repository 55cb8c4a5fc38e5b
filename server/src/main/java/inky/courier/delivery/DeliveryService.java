package inky.courier.delivery;

import inky.courier.core.profile.ScanProfile;
import inky.courier.destination.ConsentGiven;
import inky.courier.destination.RouteMended;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService.JobView;
import inky.courier.live.Live;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService.ProfileView;
import inky.courier.queue.Queue;
import inky.courier.scan.ScanService;
import inky.courier.scan.ScanState;
import inky.courier.store.ContentStore;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.event.TransactionalEventListener;
import org.springframework.transaction.support.TransactionTemplate;

/** Takes scans for delivery, and what a person may do with a delivery by hand. */
@Service
public class DeliveryService {
    private final DeliveryRepository deliveries;
    private final ScanService scans;
    private final ContentStore store;
    private final Files files;
    private final Vault vault;
    private final Steps steps;
    private final Live live;
    private final Clock clock;
    private final JdbcClient jdbc;
    private final Queue queue;
    private final LegsOfJob legsOfJob;
    private final Routes routes;
    private final TransactionTemplate transaction;

    DeliveryService(
            DeliveryRepository deliveries,
            ScanService scans,
            ContentStore store,
            Files files,
            Vault vault,
            Steps steps,
            Live live,
            Clock clock,
            JdbcClient jdbc,
            Queue queue,
            LegsOfJob legsOfJob,
            Routes routes,
            PlatformTransactionManager transactions) {
        this.deliveries = deliveries;
        this.scans = scans;
        this.store = store;
        this.files = files;
        this.vault = vault;
        this.steps = steps;
        this.live = live;
        this.clock = clock;
        this.jdbc = jdbc;
        this.queue = queue;
        this.legsOfJob = legsOfJob;
        this.routes = routes;
        this.transaction = new TransactionTemplate(transactions);
        // What follows a commit needs a transaction of its own.
        this.transaction.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /**
     * Everything about a scan that shall be sent.
     *
     * @param at when the person pressed Send
     */
    public record Order(
            UUID scanId,
            DeviceView device,
            PersonView person,
            JobView job,
            ProfileView profile,
            ScanProfile scanProfile,
            String nameTemplate,
            Choices choices,
            Instant at) {}

    public record Receipt(UUID deliveryId, long number) {}

    /** A file or picture to hand out. */
    public record Handout(ContentStore.Stored stored, String name) {}

    /**
     * Takes a scan. Delivery, legs and the first task are written in one transaction: once this returns nothing can be
     * lost. Sending the same scan twice gives the same delivery.
     */
    @Transactional
    public Receipt accept(Order order) {
        var known = deliveries.findByScanId(order.scanId);
        if (known.isPresent()) {
            return new Receipt(known.get().id, known.get().number);
        }
        ScanService.ScanView scan = scans.get(order.scanId);
        if (scan.state() == ScanState.SCANNING
                || scan.state() == ScanState.CANCELLED
                || scan.pages().isEmpty()) {
            throw new Refusal(
                    HttpStatus.CONFLICT,
                    "scan.not-ready",
                    "There is nothing to send yet.",
                    "Wait for the last page, then send.");
        }
        Delivery delivery = describe(order, scan);
        deliveries.saveAndFlush(delivery);
        String count = delivery.pages == 1 ? "1 page" : delivery.pages + " pages";
        steps.add(
                delivery.id,
                null,
                "Scanned " + count + " on " + delivery.deviceName + ": " + delivery.profileWords + ".",
                "");
        queue.add(DeliveryTasks.PREPARE, delivery.id);
        live.tell("delivery", delivery.id);
        return new Receipt(delivery.id, delivery.number);
    }

    private Delivery describe(Order order, ScanService.ScanView scan) {
        Delivery d = new Delivery();
        d.number = deliveries.nextNumber();
        d.scanId = order.scanId;
        d.deviceId = order.device.id();
        d.deviceName = order.device.name();
        d.place = order.device.place();
        d.personId = order.person.id();
        d.personName = order.person.name();
        d.personLogin = order.person.login();
        d.personEmail = order.person.email();
        d.jobId = order.job.id();
        d.jobName = order.job.name();
        d.jobIcon = order.job.icon();
        d.jobSnapshot = Json.write(
                JobSnapshot.of(order.nameTemplate, order.job, order.profile.name(), order.scanProfile, vault));
        d.profileWords = order.profile.sentence();
        d.pages = scan.pages().size();
        d.scanBeganAt = scan.beganAt();
        d.scannedAt = order.at;
        d.legs.addAll(legsOfJob.of(d, order.job, order.choices));
        return d;
    }

    /** What waits for a route goes as soon as the route is mended. */
    @TransactionalEventListener(fallbackExecution = true)
    void mended(RouteMended mended) {
        transaction.executeWithoutResult(status -> {
            routes.succeeded(mended.routeId());
            jdbc.sql("select id from leg where route_id = ? and state = 'WAITING' and cause <> ''")
                    .param(mended.routeId())
                    .query(UUID.class)
                    .list()
                    .forEach(id -> queue.wake(DeliveryTasks.SEND, id));
        });
    }

    /** What waits for one person's consent goes as soon as they have given it. */
    @TransactionalEventListener(fallbackExecution = true)
    void consented(ConsentGiven given) {
        transaction.executeWithoutResult(
                status -> jdbc.sql("select l.id from leg l join delivery d on d.id = l.delivery_id "
                                + "where l.route_id = ? and d.person_id = ? and l.state = 'WAITING' and l.cause <> ''")
                        .params(given.destinationId(), given.personId())
                        .query(UUID.class)
                        .list()
                        .forEach(id -> queue.wake(DeliveryTasks.SEND, id)));
    }

    /** A file as others may know of it. */
    public record FileSummary(int position, String name, long bytes, int pages) {}

    @Transactional(readOnly = true)
    public List<FileSummary> files(UUID id) {
        return files.of(id).stream()
                .map(f -> new FileSummary(f.position(), f.name(), f.bytes(), f.pages()))
                .toList();
    }

    /** @param position which of its files, from 0 */
    @Transactional(readOnly = true)
    public Handout file(UUID id, int position) {
        deliveries.findById(id).orElseThrow(() -> Refusal.notFound("delivery"));
        return files.of(id).stream()
                .filter(file -> file.position() == position)
                .map(file -> new Handout(store.describe(file.contentId()), file.name()))
                .findFirst()
                .orElseThrow(() -> new Refusal(
                        HttpStatus.GONE,
                        "delivery.no-file",
                        "There is no file here.",
                        "It is not made yet, or its time is over."));
    }

    @Transactional(readOnly = true)
    public ContentStore.Stored page(UUID id, int number, boolean small) {
        Delivery delivery = deliveries.findById(id).orElseThrow(() -> Refusal.notFound("delivery"));
        return scans.keptPages(delivery.scanId).stream()
                .filter(page -> page.number() == number)
                .map(page -> store.describe(small ? page.thumbnailId() : page.contentId()))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("page"));
    }

    /** Moves what was done just now to the time that the demo tells it of. */
    @Transactional
    public void backdate(UUID id, Instant at) {
        var params = java.util.Map.of(
                "ready", at.plusMillis(1400).atOffset(java.time.ZoneOffset.UTC),
                "sent", at.plusMillis(2900).atOffset(java.time.ZoneOffset.UTC),
                "id", id);
        jdbc.sql("update delivery set made_ready_at = :ready, named_at = :ready where id = :id")
                .params(params)
                .update();
        jdbc.sql(
                        "update leg set first_try_at = :ready, sent_at = case when sent_at is not null then cast(:sent as timestamptz) end, "
                                + "accepted_at = case when accepted_at is not null then cast(:sent as timestamptz) end where delivery_id = :id")
                .params(params)
                .update();
        jdbc.sql(
                        "update delivery_step set at = case when leg_id is null then cast(:ready as timestamptz) else cast(:sent as timestamptz) end where delivery_id = :id")
                .params(params)
                .update();
    }
}
