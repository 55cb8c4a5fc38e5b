package inky.courier.delivery;

import inky.courier.core.Invalid;
import inky.courier.core.document.Description;
import inky.courier.core.document.JpegPages;
import inky.courier.core.document.PageFormat;
import inky.courier.core.edit.EditedPage.Presence;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.naming.FileNames;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PixelLimit;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.reading.TextReader;
import inky.courier.core.report.ScannedSides;
import inky.courier.core.sizing.Bytes;
import inky.courier.core.sizing.MailSize;
import inky.courier.core.sizing.SizeModel;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.NameNeeds;
import inky.courier.core.workshop.PageReport;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Treatment;
import inky.courier.core.workshop.Workshop;
import inky.courier.naming.Counters;
import inky.courier.scan.PageLimiter;
import inky.courier.scan.ScanPages;
import inky.courier.settings.Settings;
import inky.courier.sizing.Sizes;
import inky.courier.store.ContentStore;
import inky.courier.store.WorkFolders;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;

/** Makes files by the page workshop, from the pages in the store. */
@Component
class WorkshopMaking implements FileMaking {
    private static final int CORES = Runtime.getRuntime().availableProcessors();

    private static final int FITTING_TRIES = 3;

    private final ScanPages pages;
    private final ContentStore store;
    private final Files files;
    private final WorkFolders folders;
    private final TextReader reader;
    private final Sizes sizes;
    private final Vault vault;
    private final Counters counters;
    private final Clock clock;
    private final ZoneId zone;
    private final PageLimiter limiter;
    private final Settings settings;

    WorkshopMaking(
            ScanPages pages,
            ContentStore store,
            Files files,
            WorkFolders folders,
            TextReader reader,
            Sizes sizes,
            Vault vault,
            Counters counters,
            Clock clock,
            ZoneId zone,
            PageLimiter limiter,
            Settings settings) {
        this.pages = pages;
        this.store = store;
        this.files = files;
        this.folders = folders;
        this.reader = reader;
        this.sizes = sizes;
        this.vault = vault;
        this.counters = counters;
        this.clock = clock;
        this.zone = zone;
        this.limiter = limiter;
        this.settings = settings;
    }

    @Override
    public Made make(Delivery delivery) throws IOException, CannotBeMade {
        JobSnapshot job = Json.read(delivery.jobSnapshot, JobSnapshot.class);
        Path folder = folders.make();
        try {
            ScanProfile profile = job.scanProfile(vault);
            List<ScanPages.KeptPage> wanted = pages.of(delivery.scanId).stream()
                    .filter(page -> !page.edited().isLeftOut())
                    .toList();
            Fitted made = delivery.fitBytes == 0
                    ? new Fitted(profile, make(delivery, wanted, profile, folder), true)
                    : makeFitting(delivery, wanted, profile, folder);
            return new MadeInFolder(job, profile, made, wanted, folder);
        } catch (Invalid e) {
            folders.remove(folder);
            var problem = e.problems().get(0);
            throw new CannotBeMade(problem.sentence().and(problem.remedy()), e);
        } catch (UnreadablePage e) {
            folders.remove(folder);
            int place = pages.placeOf(delivery.scanId, e.page);
            Message why = e.getCause() instanceof PixelLimit.TooLarge large
                    ? Message.of("delivery.page-too-large").with("page", place).with("why", large.sentence())
                    : Message.of("delivery.page-unreadable").with("page", place);
            throw new CannotBeMade(why, e);
        } catch (IOException | RuntimeException | Error e) {
            folders.remove(folder);
            throw e;
        }
    }

    /** What was made, in a folder of its own until it is kept. */
    private final class MadeInFolder implements Made {
        private final JobSnapshot job;
        private final ScanProfile profile;
        private final Fitted fitted;
        private final Workshop.Result made;

        /** What the workshop was given, in that order. */
        private final List<ScanPages.KeptPage> sources;

        private final Path folder;

        MadeInFolder(
                JobSnapshot job, ScanProfile profile, Fitted fitted, List<ScanPages.KeptPage> sources, Path folder) {
            this.job = job;
            this.profile = profile;
            this.fitted = fitted;
            this.made = fitted.result;
            this.sources = sources;
            this.folder = folder;
        }

        @Override
        public Set<String> kinds() {
            return made.files().stream().map(file -> file.kind().name()).collect(Collectors.toSet());
        }

        @Override
        public void keepReports(Delivery delivery) {
            for (PageReport report : made.pages()) {
                UUID page = sources.get(report.number() - 1).id();
                pages.keepReport(page, report.fate().name(), Json.write(report.done()));
            }
        }

        private void keepSides(Delivery delivery) {
            Map<UUID, PageAnalysis> found = pages.analyses(delivery.scanId);
            ScannedSides sides = made.pages().stream()
                    .filter(report -> report.fate() != PageReport.Fate.SEPARATOR)
                    .map(report -> ScannedSides.of(
                            report.fate() == PageReport.Fate.SKIPPED_BLANK,
                            report.analysis()
                                    .or(() -> Optional.ofNullable(found.get(
                                            sources.get(report.number() - 1).id())))))
                    .reduce(ScannedSides.NONE, ScannedSides::plus);
            delivery.judgedSides = (int) sides.judged();
            delivery.blankSides = (int) sides.blank();
            delivery.colourSides = (int) sides.colour();
        }

        @Override
        public void keep(Change change) throws IOException {
            Delivery delivery = change.delivery();
            keepFiles(delivery, job, made);
            keepReports(delivery);
            keepSides(delivery);
            // Parts of pages say nothing of what whole ones weigh, nor do pages that no device of the office has
            // scanned.
            if (delivery.deviceId != null
                    && sources.stream().noneMatch(page -> page.edited().shape().isCropped())) {
                sizes.observe(fitted.by, made, delivery.deviceId);
            }
            if (!fitted.fits) {
                change.say(Message.of("delivery.does-not-fit"), "");
            }
            change.say(Message.of("delivery.made-ready").with("what", words(profile, made, delivery.fileBytes)), "");
            change.say(Message.of("delivery.named").with("name", delivery.fileName), "");
        }

        @Override
        public void close() {
            folders.remove(folder);
        }
    }

    /**
     * @param by the profile that made it: the job's own, or one that makes smaller files
     * @param fits false when no profile makes the pages fit
     */
    private record Fitted(ScanProfile by, Workshop.Result result, boolean fits) {}

    private Workshop.Result make(Delivery delivery, List<ScanPages.KeptPage> wanted, ScanProfile profile, Path folder)
            throws IOException {
        Map<UUID, PageAnalysis> found = pages.analyses(delivery.scanId);
        List<StoredPage> sources = wanted.stream()
                .map(page -> new StoredPage(store, page, Optional.ofNullable(found.get(page.id())), limiter))
                .toList();
        NameNeeds needs = Json.read(delivery.jobSnapshot, JobSnapshot.class).nameNeeds();
        return new Workshop(profile, reader, CORES, needs)
                .make(
                        sources,
                        folder,
                        new Description(delivery.jobName, delivery.personName, delivery.scannedAt, zone),
                        stamped(delivery));
    }

    /**
     * With the least change by which the files fit into a mail; the estimate may be wrong for these very pages, so what
     * was made is weighed, and the aim lowered by as much as it missed.
     */
    private Fitted makeFitting(Delivery delivery, List<ScanPages.KeptPage> wanted, ScanProfile profile, Path folder)
            throws IOException {
        ScanProfile by = profile;
        Workshop.Result made = null;
        long aim = delivery.fitBytes;
        for (int attempt = 0; attempt < FITTING_TRIES && (made == null || !fits(made, delivery)); attempt++) {
            Optional<ScanProfile> smaller = sizes.fitting(profile, delivery.pages, aim, delivery.deviceId);
            if (smaller.isEmpty()) {
                break;
            }
            folders.empty(folder);
            by = smaller.get();
            made = make(delivery, wanted, by, folder);
            aim = (long) (aim * Math.min(0.9, (double) delivery.fitBytes / asMail(made)));
        }
        Workshop.Result result = made == null ? make(delivery, wanted, profile, folder) : made;
        return new Fitted(by, result, fits(result, delivery));
    }

    private static boolean fits(Workshop.Result made, Delivery delivery) throws IOException {
        return asMail(made) <= delivery.fitBytes;
    }

    private static long asMail(Workshop.Result made) throws IOException {
        long bytes = SizeModel.MAIL_HEAD;
        for (MadeFile file : made.files()) {
            bytes += MailSize.base64(java.nio.file.Files.size(file.path()));
        }
        return bytes;
    }

    /** A page as it lies in the store. */
    private record StoredPage(
            ContentStore store, ScanPages.KeptPage page, Optional<PageAnalysis> found, PageLimiter limiter)
            implements Source {
        @Override
        public long pixels() {
            return page.pixels();
        }

        @Override
        public PageRaster raster() throws IOException {
            limiter.awaitTurn();
            byte[] content = store.readAll(page.contentId());
            try {
                return page.edited().shape().of(page.format().decode(content, page.resolution()));
            } catch (IOException e) {
                throw new UnreadablePage(page.id(), e);
            }
        }

        @Override
        public Optional<byte[]> jpeg() throws IOException {
            return page.edited().shape().isAsScanned() && page.format() == PageFormat.JPEG
                    ? usual(store.readAll(page.contentId()))
                    : Optional.empty();
        }

        /** Other colour spaces have to be coded anew. */
        private static Optional<byte[]> usual(byte[] jpeg) throws IOException {
            return JpegPages.isUsual(jpeg) ? Optional.of(jpeg) : Optional.empty();
        }

        @Override
        public Optional<Resolution> knownResolution() {
            return Optional.of(page.resolution());
        }

        @Override
        public Optional<PageAnalysis> analysis() {
            // A page that was turned or cropped is another picture.
            return page.edited().shape().isAsScanned() ? found : Optional.empty();
        }

        @Override
        public boolean splitBefore() {
            return page.edited().splitBefore();
        }

        @Override
        public boolean turnedByHand() {
            return page.edited().shape().isTurned();
        }

        @Override
        public boolean croppedByHand() {
            return page.edited().shape().chosen();
        }

        @Override
        public boolean keep() {
            return page.edited().presence() == Presence.WANTED;
        }
    }

    private void keepFiles(Delivery delivery, JobSnapshot job, Workshop.Result result) throws IOException {
        List<MadeFile> made = result.files();
        List<Files.KeptFile> before = files.of(delivery.id);
        store.remove(before.stream().map(Files.KeptFile::contentId).toList());
        files.remove(delivery.id);
        delivery.fileBytes = 0;
        NameTemplate template = read(job.template());
        // Made again, a file keeps its name: no number is used up for it.
        List<String> names = before.size() == made.size()
                ? before.stream().map(Files.KeptFile::name).toList()
                : FileNames.of(
                        IntStream.range(0, made.size())
                                .mapToObj(i -> made.get(i).called(template.fill(values(delivery, result, i))))
                                .toList(),
                        NameRules.MAIL);
        for (int i = 0; i < made.size(); i++) {
            MadeFile file = made.get(i);
            ContentStore.Stored stored;
            try (InputStream in = java.nio.file.Files.newInputStream(file.path())) {
                stored = store.keep(in, file.mediaType());
            }
            delivery.fileBytes += stored.bytes();
            files.add(
                    delivery.id,
                    new Files.KeptFile(
                            i,
                            names.get(i),
                            stored.id(),
                            file.mediaType(),
                            stored.bytes(),
                            file.pages(),
                            file.part(),
                            file.kind(),
                            new Files.Told(file.separatorText(), result.barcode(file), file.zones())));
        }
        delivery.fileName = names.size() == 1 ? names.get(0) : names.get(0) + " and " + (names.size() - 1) + " more";
    }

    private static Message words(ScanProfile profile, Workshop.Result made, long bytes) {
        long blank = count(made, PageReport.Fate.SKIPPED_BLANK);
        long coloured = made.pages().stream()
                .filter(page -> page.done().contains(Treatment.COLOUR_FOUND))
                .count();
        List<Message> parts = new ArrayList<>();
        parts.add(
                made.files().size() == 1
                        ? profile.files().words()
                        : Message.of("delivery.files").with("n", made.files().size()));
        int pages = made.files().stream().mapToInt(MadeFile::pages).sum();
        parts.add(Message.of("delivery.pages").with("n", pages));
        parts.add(Bytes.said(bytes));
        if (profile.colour() == ColourMode.AS_FOUND) {
            parts.add(Message.of("delivery.coloured").with("n", coloured));
        }
        if (blank > 0) {
            parts.add(Message.of("delivery.blank").with("n", blank));
        }
        return Message.list(parts);
    }

    private static long count(Workshop.Result made, PageReport.Fate fate) {
        return made.pages().stream().filter(page -> page.fate() == fate).count();
    }

    /** A page whose picture is no picture. */
    private static final class UnreadablePage extends IOException {
        private final UUID page;

        UnreadablePage(UUID page, IOException cause) {
            super(cause.getMessage(), cause);
            this.page = page;
        }
    }

    /** For stamps: what has no number of its own counts by the delivery's. */
    private NameValues stamped(Delivery d) {
        JobSnapshot job = Json.read(d.jobSnapshot, JobSnapshot.class);
        return new NameValues(
                d.scannedAt.atZone(zone),
                new NameValues.Person(d.personName, d.personLogin, d.personEmail, d.personGroup),
                new NameValues.Device(d.deviceName, d.place),
                new NameValues.Job(d.jobName, job.profileName(), job.answers()),
                new NameValues.Contents(d.pages, "", "", "", 1, 1),
                NameValues.Numbers.fixed(d.number, d.id.getLeastSignificantBits()));
    }

    private NameValues values(Delivery d, Workshop.Result result, int i) {
        ZonedDateTime at = d.scannedAt.atZone(zone);
        NameValues scan = stamped(d);
        return new NameValues(
                at,
                scan.person(),
                scan.device(),
                scan.job(),
                result.contents(i, settings.read().languageOf("")),
                counters.of(
                        new Counters.Of(at.toLocalDate(), d.jobId, d.deviceId, d.personId, d.place),
                        d.id.getLeastSignificantBits() + i));
    }

    static NameTemplate read(String template) {
        TemplateParser.Parsed parsed = TemplateParser.parse(template, TemplateParser.Use.BODY);
        return parsed instanceof TemplateParser.Valid valid ? valid.template() : new NameTemplate(template, List.of());
    }
}
