package inky.courier.delivery;

import inky.courier.core.delivery.Making;
import inky.courier.core.edit.EditedPage.Presence;
import inky.courier.core.message.Message;
import inky.courier.core.profile.ScanProfile;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService.ProfileView;
import inky.courier.scan.ScanPages;
import inky.courier.scan.ScanService;
import inky.courier.scan.ScanState;
import inky.courier.settings.Settings;
import inky.courier.store.ContentStore;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Takes scans for delivery, and hands out their pages and files. */
@Service
public class DeliveryService {
    private final DeliveryRepository known;
    private final Deliveries deliveries;
    private final ScanService scans;
    private final ScanPages pages;
    private final ContentStore store;
    private final Files files;
    private final Vault vault;
    private final Settings settings;
    private final JdbcClient jdbc;
    private final LegsOfJob legsOfJob;
    private final Clock clock;

    DeliveryService(
            DeliveryRepository known,
            Deliveries deliveries,
            ScanService scans,
            ScanPages pages,
            ContentStore store,
            Files files,
            Vault vault,
            Settings settings,
            JdbcClient jdbc,
            LegsOfJob legsOfJob,
            Clock clock) {
        this.known = known;
        this.deliveries = deliveries;
        this.scans = scans;
        this.pages = pages;
        this.store = store;
        this.files = files;
        this.vault = vault;
        this.settings = settings;
        this.jdbc = jdbc;
        this.legsOfJob = legsOfJob;
        this.clock = clock;
    }

    /**
     * Everything about a scan that shall be sent.
     *
     * @param at when the person pressed Send
     */
    /** @param device where it was scanned; empty for pages that came from none */
    public record Order(
            UUID scanId,
            Optional<DeviceView> device,
            PersonView person,
            JobView job,
            ProfileView profile,
            ScanProfile scanProfile,
            String nameTemplate,
            Choices choices,
            Instant at,
            boolean test) {}

    public record Receipt(UUID deliveryId, long number) {}

    /** A file or picture to hand out. */
    public record Handout(ContentStore.Stored stored, String name) {}

    /**
     * Takes a scan. Delivery, legs and the first task are written in one transaction: once this returns nothing can be
     * lost. Sending the same scan twice gives the same delivery.
     */
    @Transactional
    public Receipt accept(Order order) {
        // Held from here on: nobody adds, changes or cancels pages while they are sent.
        ScanService.ScanView scan = scans.hold(order.scanId);
        Optional<Delivery> before = known.findByScanId(order.scanId);
        if (before.isPresent()) {
            return new Receipt(before.get().id, before.get().number);
        }
        if (scan.state() == ScanState.SCANNING || scan.state() == ScanState.CANCELLED || wanted(scan) == 0) {
            throw Refusal.of(HttpStatus.CONFLICT, "scan.not-ready");
        }
        scans.sent(order.scanId, order.at);
        Delivery delivery = describe(order, scan);
        deliveries.begin(
                delivery,
                (order.device.isPresent()
                                ? Message.of("delivery.scanned").with("device", delivery.deviceName)
                                : Message.of("delivery.from-desk").with("who", Who.name()))
                        .with("n", delivery.pages)
                        .with("profile", delivery.profileWords));
        return new Receipt(delivery.id, delivery.number);
    }

    /** Pages that nobody has left out. */
    private static int wanted(ScanService.ScanView scan) {
        return (int) scan.pages().stream()
                .filter(page -> page.presence() != Presence.LEFT_OUT)
                .count();
    }

    private Delivery describe(Order order, ScanService.ScanView scan) {
        Delivery d = new Delivery();
        d.number = known.nextNumber();
        d.making(Making.first(clock.instant()));
        d.scanId = order.scanId;
        d.deviceId = order.device.map(DeviceView::id).orElse(null);
        d.deviceName = order.device
                .map(DeviceView::name)
                .orElseGet(
                        () -> Message.of("delivery.at-desk").in(settings.read().languageOf("")));
        d.place = order.device.map(DeviceView::place).orElse("");
        d.personId = order.person.id();
        d.personName = order.person.name();
        d.personLogin = order.person.login();
        d.personEmail = order.person.email();
        d.personGroup = order.person.group();
        d.language = settings.read().languageOf(order.person.language()).toLanguageTag();
        d.jobId = order.job.id();
        d.jobName = order.job.name();
        d.jobIcon = order.job.item().icon();
        d.test = order.test;
        d.jobSnapshot = Json.write(JobSnapshot.of(
                order.nameTemplate, order.job, order.choices, order.profile.name(), order.scanProfile, vault));
        d.profileWords = order.scanProfile.sentence();
        d.pages = wanted(scan);
        d.scanBeganAt = scan.beganAt();
        d.scannedAt = order.at;
        d.legs.addAll(legsOfJob.of(d, order.job, order.choices));
        return d;
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
        known.findById(id).orElseThrow(() -> Refusal.notFound("delivery"));
        return files.of(id).stream()
                .filter(file -> file.position() == position)
                .map(file -> new Handout(store.describe(file.contentId()), file.name()))
                .findFirst()
                .orElseThrow(() -> Refusal.of(HttpStatus.GONE, "delivery.no-file"));
    }

    @Transactional(readOnly = true)
    public byte[] picture(UUID id, UUID page, boolean small) throws IOException {
        Delivery delivery = known.findById(id).orElseThrow(() -> Refusal.notFound("delivery"));
        if (delivery.scanId == null) {
            throw Refusal.notFound("page");
        }
        return pages.picture(delivery.scanId, page, small);
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
