package inky.courier.delivery;

import inky.courier.core.Invalid;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.Setback;
import inky.courier.core.document.Description;
import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.reading.TextReader;
import inky.courier.core.sizing.Bytes;
import inky.courier.core.sizing.MailSize;
import inky.courier.core.sizing.SizeModel;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.PageReport;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Workshop;
import inky.courier.live.Live;
import inky.courier.naming.Counters;
import inky.courier.queue.Queue;
import inky.courier.scan.ScanService;
import inky.courier.sizing.Sizes;
import inky.courier.store.ContentStore;
import inky.courier.store.WorkFolders;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes the files of a delivery and names them. Run twice, it does nothing the second time. */
@Component
class Preparation {
    private static final Logger LOG = LoggerFactory.getLogger(Preparation.class);
    private static final String NO_ROOM =
            "This machine has no room to make the files. Courier tries again by itself; nothing is lost.";
    private static final int CORES = Runtime.getRuntime().availableProcessors();

    private static final int FITTING_TRIES = 3;

    private final DeliveryRepository deliveries;
    private final ScanService scans;
    private final ContentStore store;
    private final Files files;
    private final WorkFolders folders;
    private final TextReader reader;
    private final Sizes sizes;
    private final Vault vault;
    private final Counters counters;
    private final Steps steps;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;
    private final TransactionTemplate transaction;
    private final Queue queue;
    private final Consignments consignments;

    Preparation(
            DeliveryRepository deliveries,
            ScanService scans,
            ContentStore store,
            Files files,
            WorkFolders folders,
            TextReader reader,
            Sizes sizes,
            Vault vault,
            Counters counters,
            Steps steps,
            Live live,
            Clock clock,
            ZoneId zone,
            TransactionTemplate transaction,
            Queue queue,
            Consignments consignments) {
        this.deliveries = deliveries;
        this.scans = scans;
        this.store = store;
        this.files = files;
        this.folders = folders;
        this.reader = reader;
        this.sizes = sizes;
        this.vault = vault;
        this.counters = counters;
        this.steps = steps;
        this.live = live;
        this.clock = clock;
        this.zone = zone;
        this.transaction = transaction;
        this.queue = queue;
        this.consignments = consignments;
    }

    void prepare(UUID id) {
        Optional<Delivery> found = deliveries.findById(id);
        if (found.isEmpty() || found.get().namedAt != null) {
            return;
        }
        Delivery delivery = found.get();
        JobSnapshot job = Json.read(delivery.jobSnapshot, JobSnapshot.class);
        Path folder = null;
        try {
            ScanProfile profile = job.scanProfile(vault);
            folder = folders.make();
            Workshop.Result made =
                    delivery.fitBytes == 0 ? make(delivery, profile, folder) : makeFitting(delivery, profile, folder);
            if (made.files().isEmpty()) {
                keepReports(delivery.scanId, made.pages());
                stop(id, "Every side was blank, so no file was made. Bring pages back to send them all the same.");
                return;
            }
            keep(id, job, profile, made);
        } catch (Invalid e) {
            var problem = e.problems().get(0);
            stop(id, problem.sentence() + " " + problem.remedy());
        } catch (UnreadablePage e) {
            LOG.warn("delivery {}: {}", id, e.getMessage());
            stop(id, "Page " + e.number() + " could not be read, so no file was made.");
        } catch (IOException e) {
            // Not the pages but this machine is at fault, so the task is tried again.
            waitForRoom(id);
            throw new UncheckedIOException(e);
        } finally {
            if (folder != null) {
                folders.remove(folder);
            }
        }
    }

    private Workshop.Result make(Delivery delivery, ScanProfile profile, Path folder) throws IOException {
        Resolution resolution = scans.resolution(delivery.scanId);
        List<StoredPage> pages = scans.keptPages(delivery.scanId).stream()
                .map(page -> new StoredPage(store, page, resolution))
                .toList();
        return new Workshop(profile, reader, CORES)
                .make(pages, folder, new Description(delivery.jobName, delivery.personName, delivery.scannedAt, zone));
    }

    /**
     * With the least change by which the files fit into a mail; the estimate may be wrong for these very pages, so what
     * was made is weighed, and the aim lowered by as much as it missed.
     */
    private Workshop.Result makeFitting(Delivery delivery, ScanProfile profile, Path folder) throws IOException {
        long aim = delivery.fitBytes;
        Workshop.Result made = null;
        for (int attempt = 0;
                attempt < FITTING_TRIES && (made == null || asMail(made) > delivery.fitBytes);
                attempt++) {
            Optional<ScanProfile> smaller = sizes.fitting(profile, delivery.pages, aim);
            if (smaller.isEmpty()) {
                steps.add(
                        delivery.id,
                        null,
                        "No setting makes so many pages fit. Send a link instead, or fewer pages.",
                        "");
                break;
            }
            folders.empty(folder);
            made = make(delivery, smaller.get(), folder);
            aim = (long) (aim * Math.min(0.9, (double) delivery.fitBytes / asMail(made)));
        }
        return made == null ? make(delivery, profile, folder) : made;
    }

    private static long asMail(Workshop.Result made) throws IOException {
        long bytes = SizeModel.MAIL_HEAD;
        for (MadeFile file : made.files()) {
            bytes += MailSize.base64(java.nio.file.Files.size(file.path()));
        }
        return bytes;
    }

    /** A page as it lies in the store. */
    private record StoredPage(ContentStore store, ScanService.KeptPage page, Resolution resolution) implements Source {
        @Override
        public PageRaster raster() throws IOException {
            byte[] jpeg = store.readAll(page.contentId());
            try {
                return JpegPages.decode(jpeg, resolution);
            } catch (IOException e) {
                throw new UnreadablePage(page.number(), e);
            }
        }

        @Override
        public Optional<byte[]> jpeg() throws IOException {
            byte[] jpeg = store.readAll(page.contentId());
            return JpegPages.isUsual(jpeg) ? Optional.of(jpeg) : Optional.empty();
        }

        @Override
        public Optional<Resolution> knownResolution() {
            return Optional.of(resolution);
        }

        @Override
        public boolean splitBefore() {
            return page.splitBefore();
        }

        @Override
        public boolean keep() {
            return page.keep();
        }
    }

    private void keep(UUID id, JobSnapshot job, ScanProfile profile, Workshop.Result made) throws IOException {
        IOException[] failed = new IOException[1];
        transaction.executeWithoutResult(status -> {
            Delivery delivery = deliveries.toChange(id).orElseThrow();
            try {
                keepFiles(delivery, job, made.files());
            } catch (IOException e) {
                status.setRollbackOnly();
                failed[0] = e;
                return;
            }
            keepReports(delivery.scanId, made.pages());
            sizes.observe(profile, made);
            steps.add(id, null, "Made ready: " + words(profile, made, delivery.fileBytes) + ".", "");
            steps.add(id, null, "Named " + delivery.fileName + ".", "");
            Set<String> kinds = consignments.kindsOf(delivery);
            for (Leg leg : delivery.legs) {
                if (leg.phase != LegPhase.WAITING) {
                    continue;
                }
                if (kinds.stream().noneMatch(kind -> Consignments.goesTo(leg, kind))) {
                    leg.become(
                            state -> state.calledOff(Setback.calledOff("Courier", "nothing of its kind was scanned")),
                            clock.instant());
                } else {
                    leg.firstTryAt = clock.instant();
                    queue.add(DeliveryTasks.SEND, leg.id);
                }
            }
            delivery.settle();
            live.tell("delivery", id);
        });
        if (failed[0] != null) {
            throw failed[0];
        }
    }

    private void keepFiles(Delivery delivery, JobSnapshot job, List<MadeFile> made) throws IOException {
        List<Files.KeptFile> before = files.of(delivery.id);
        store.remove(before.stream().map(Files.KeptFile::contentId).toList());
        files.remove(delivery.id);
        delivery.fileBytes = 0;
        delivery.madeReadyAt = clock.instant();
        NameTemplate template = read(job.template());
        Set<String> taken = new HashSet<>();
        List<String> names = new ArrayList<>();
        for (int i = 0; i < made.size(); i++) {
            MadeFile file = made.get(i);
            ContentStore.Stored stored;
            try (InputStream in = java.nio.file.Files.newInputStream(file.path())) {
                stored = store.keep(in, file.mediaType());
            }
            // Made again, a file keeps its name: no number is used up for it.
            String name = before.size() == made.size()
                    ? before.get(i).name()
                    : free(template.fill(values(delivery, file)), file, taken);
            names.add(name);
            delivery.fileBytes += stored.bytes();
            files.add(
                    delivery.id,
                    new Files.KeptFile(
                            i,
                            name,
                            stored.id(),
                            file.mediaType(),
                            stored.bytes(),
                            file.pages(),
                            file.part(),
                            file.kind()));
        }
        delivery.trouble = "";
        delivery.fileName = names.size() == 1 ? names.get(0) : names.get(0) + " and " + (names.size() - 1) + " more";
        delivery.namedAt = clock.instant();
    }

    /** A name that no other file of the delivery has. */
    private static String free(String filled, MadeFile file, Set<String> taken) {
        String base = file.part() == MadeFile.Part.PORTRAIT ? filled + " portrait" : filled;
        String name = NameRules.MAIL.fit(base, file.extension()).name();
        for (int n = 2; !taken.add(name.toLowerCase(java.util.Locale.ROOT)); n++) {
            name = NameRules.MAIL.fit(base + " " + n, file.extension()).name();
        }
        return name;
    }

    private void keepReports(UUID scanId, List<PageReport> reports) {
        for (PageReport report : reports) {
            scans.keepReport(scanId, report.number(), report.fate().name(), Json.write(report.done()));
        }
    }

    private static String words(ScanProfile profile, Workshop.Result made, long bytes) {
        long blank = count(made, PageReport.Fate.SKIPPED_BLANK);
        long coloured = made.pages().stream()
                .filter(page -> page.done().contains("colour found"))
                .count();
        List<String> parts = new ArrayList<>();
        parts.add(
                made.files().size() == 1
                        ? profile.files().words()
                        : made.files().size() + " files");
        int pages = made.files().stream().mapToInt(MadeFile::pages).sum();
        parts.add(pages == 1 ? "1 page" : pages + " pages");
        parts.add(Bytes.words(bytes));
        if (profile.colour() == ColourMode.AS_FOUND) {
            parts.add(coloured == 0 ? "no colour found" : coloured + " in colour");
        }
        if (blank > 0) {
            parts.add(blank == 1 ? "1 blank side left out" : blank + " blank sides left out");
        }
        return String.join(", ", parts);
    }

    private static long count(Workshop.Result made, PageReport.Fate fate) {
        return made.pages().stream().filter(page -> page.fate() == fate).count();
    }

    /** A page whose picture is no picture. */
    private static final class UnreadablePage extends IOException {
        private final int number;

        UnreadablePage(int number, IOException cause) {
            super(cause.getMessage(), cause);
            this.number = number;
        }

        int number() {
            return number;
        }
    }

    private void waitForRoom(UUID id) {
        transaction.executeWithoutResult(status -> {
            Delivery delivery = deliveries.findById(id).orElseThrow();
            if (!delivery.trouble.equals(NO_ROOM)) {
                delivery.state = DeliveryState.WAITING;
                delivery.trouble = NO_ROOM;
                steps.add(id, null, NO_ROOM, "");
                live.tell("delivery", id);
            }
        });
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

    private NameValues values(Delivery d, MadeFile file) {
        ZonedDateTime at = d.scannedAt.atZone(zone);
        return new NameValues(
                at,
                d.personName,
                d.personLogin,
                d.deviceName,
                d.place,
                d.jobName,
                file.pages(),
                file.kind().words(),
                file.separatorText(),
                scope -> counters.next(scope, at.toLocalDate(), d.jobId, d.deviceId));
    }

    static NameTemplate read(String template) {
        TemplateParser.Parsed parsed = TemplateParser.parse(template, TemplateParser.Use.BODY);
        return parsed instanceof TemplateParser.Valid valid ? valid.template() : new NameTemplate(template, List.of());
    }
}
