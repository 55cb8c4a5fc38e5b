package inky.courier.delivery;

import inky.courier.core.document.DocumentPage;
import inky.courier.core.document.InOrder;
import inky.courier.core.document.PageMaker;
import inky.courier.core.document.PdfWriter;
import inky.courier.core.media.Resolution;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.page.PageColour;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.sizing.Bytes;
import inky.courier.live.Live;
import inky.courier.naming.Counters;
import inky.courier.scan.ScanService;
import inky.courier.store.ContentStore;
import inky.courier.web.Json;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes the file of a delivery and names it. Run twice, it does nothing the second time. */
@Component
class Preparation {
    private static final int CORES = Runtime.getRuntime().availableProcessors();

    private final DeliveryRepository deliveries;
    private final ScanService scans;
    private final ContentStore store;
    private final Counters counters;
    private final Steps steps;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;
    private final TransactionTemplate transaction;
    private final Queue queue;

    Preparation(
            DeliveryRepository deliveries,
            ScanService scans,
            ContentStore store,
            Counters counters,
            Steps steps,
            Live live,
            Clock clock,
            ZoneId zone,
            TransactionTemplate transaction,
            Queue queue) {
        this.deliveries = deliveries;
        this.scans = scans;
        this.store = store;
        this.counters = counters;
        this.steps = steps;
        this.live = live;
        this.clock = clock;
        this.zone = zone;
        this.transaction = transaction;
        this.queue = queue;
    }

    void prepare(UUID id) {
        Optional<Delivery> found = deliveries.findById(id);
        if (found.isEmpty() || found.get().namedAt != null) {
            return;
        }
        Delivery delivery = found.get();
        JobSnapshot job = Json.read(delivery.jobSnapshot, JobSnapshot.class);
        Path file = null;
        try {
            file = Files.createTempFile("courier", "." + job.fileType().extension());
            String made = make(delivery, job, file);
            keep(id, job, file, made);
        } catch (IOException e) {
            stop(id, "A page could not be read, so no file was made.");
        } finally {
            delete(file);
        }
    }

    private String make(Delivery delivery, JobSnapshot job, Path file) throws IOException {
        Resolution resolution = scans.resolution(delivery.scanId);
        Map<PageColour, Integer> found = new EnumMap<>(PageColour.class);
        try (PdfWriter writer = new PdfWriter();
                OutputStream out = new BufferedOutputStream(Files.newOutputStream(file))) {
            InOrder.forEach(
                    scans.keptPages(delivery.scanId), CORES, page -> madePage(page, resolution, job.colour()), made -> {
                        found.merge(made.found, 1, Integer::sum);
                        writer.add(made.page);
                    });
            writer.writeTo(
                    out, new PdfWriter.Description(delivery.jobName, delivery.personName, delivery.scannedAt, zone));
        }
        if (job.colour() != ColourMode.AS_FOUND) {
            return "";
        }
        int coloured = found.getOrDefault(PageColour.COLOUR, 0);
        return coloured == 0
                ? "No colour found."
                : coloured + " in colour, " + (delivery.pages - coloured) + " without.";
    }

    private record MadePage(DocumentPage page, PageColour found) {}

    private MadePage madePage(ScanService.KeptPage page, Resolution resolution, ColourMode mode) throws IOException {
        byte[] jpeg = store.readAll(page.contentId());
        PageColour found = mode == ColourMode.AS_FOUND ? PageMaker.find(jpeg, resolution) : PageColour.COLOUR;
        return new MadePage(PageMaker.make(jpeg, resolution, mode, found), found);
    }

    private void keep(UUID id, JobSnapshot job, Path file, String made) throws IOException {
        IOException[] failed = new IOException[1];
        transaction.executeWithoutResult(status -> {
            Delivery delivery = deliveries.withLegs(id).orElseThrow();
            try (InputStream in = Files.newInputStream(file)) {
                ContentStore.Stored stored = store.keep(in, job.fileType().mediaType());
                delivery.fileId = stored.id();
                delivery.fileBytes = stored.bytes();
            } catch (IOException e) {
                status.setRollbackOnly();
                failed[0] = e;
                return;
            }
            delivery.madeReadyAt = clock.instant();
            String pages = delivery.pages == 1 ? "1 page" : delivery.pages + " pages";
            steps.add(
                    id,
                    null,
                    "Made ready: " + job.fileType().words() + ", " + pages + ", " + Bytes.words(delivery.fileBytes)
                            + ". " + made,
                    "");
            NameRules.Fitted fitted = NameRules.MAIL.fit(
                    read(job.template()).fill(values(delivery)), job.fileType().extension());
            delivery.fileName = fitted.name();
            delivery.namedAt = clock.instant();
            String changes = fitted.changes().isEmpty() ? "" : " (" + String.join(", ", fitted.changes()) + ")";
            steps.add(id, null, "Named " + fitted.name() + changes + ".", "");
            for (Leg leg : delivery.legs) {
                leg.firstTryAt = clock.instant();
                queue.add(DeliveryTasks.SEND, leg.id);
            }
            live.tell("delivery", id);
        });
        if (failed[0] != null) {
            throw failed[0];
        }
    }

    private void stop(UUID id, String trouble) {
        transaction.executeWithoutResult(status -> {
            Delivery delivery = deliveries.findById(id).orElseThrow();
            delivery.state = DeliveryState.STOPPED;
            delivery.trouble = trouble;
            steps.add(id, null, trouble, "");
            live.tell("delivery", id);
        });
    }

    private NameValues values(Delivery d) {
        ZonedDateTime at = d.scannedAt.atZone(zone);
        return new NameValues(
                at,
                d.personName,
                d.personLogin,
                d.deviceName,
                d.place,
                d.jobName,
                d.pages,
                scope -> counters.next(scope, at.toLocalDate(), d.jobId, d.deviceId));
    }

    static NameTemplate read(String template) {
        TemplateParser.Parsed parsed = TemplateParser.parse(template, TemplateParser.Use.BODY);
        return parsed instanceof TemplateParser.Valid valid ? valid.template() : new NameTemplate(template, List.of());
    }

    private static void delete(Path file) {
        try {
            if (file != null) {
                Files.deleteIfExists(file);
            }
        } catch (IOException e) {
            file.toFile().deleteOnExit();
        }
    }
}
