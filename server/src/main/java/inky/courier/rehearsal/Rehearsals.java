package inky.courier.rehearsal;

import inky.courier.core.Invalid;
import inky.courier.core.document.Description;
import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.naming.FileNames;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.reading.TextReader;
import inky.courier.core.sizing.MailSize;
import inky.courier.core.sizing.SizeModel;
import inky.courier.core.tidy.Resample;
import inky.courier.core.workshop.ImageFiles;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.PageReport;
import inky.courier.core.workshop.SeparatorSheet;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Treatment;
import inky.courier.core.workshop.Workshop;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobView;
import inky.courier.naming.NamingService;
import inky.courier.profile.ProfileService;
import inky.courier.settings.Settings;
import inky.courier.store.WorkFolders;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Base64;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.concurrent.Semaphore;
import java.util.stream.IntStream;
import org.springframework.stereotype.Service;
import org.springframework.web.multipart.MultipartFile;

/** Runs profiles and jobs on pages without a device and without sending anything. */
@Service
class Rehearsals {
    private static final int CORES = Runtime.getRuntime().availableProcessors();
    private static final int PREVIEW_WIDTH = 900;
    private static final int THUMBNAIL_WIDTH = 360;

    /** Enough to try a job on; more is a scan. */
    private static final int MOST_PAGES = 30;

    private final ProfileService profiles;
    private final JobService jobs;
    private final NamingService names;
    private final TextReader reader;
    private final WorkFolders folders;
    private final Settings settings;
    private final Clock clock;
    private final ZoneId zone;

    /** Rehearsals never take the cores from real scans: one at a time, the others wait. */
    private final Semaphore oneAtATime = new Semaphore(1, true);

    Rehearsals(
            ProfileService profiles,
            JobService jobs,
            NamingService names,
            TextReader reader,
            WorkFolders folders,
            Settings settings,
            Clock clock,
            ZoneId zone) {
        this.profiles = profiles;
        this.jobs = jobs;
        this.names = names;
        this.reader = reader;
        this.folders = folders;
        this.settings = settings;
        this.clock = clock;
        this.zone = zone;
    }

    /** What a page is, as a person would say it. */
    record Facts(
            String colour, String paper, Message kind, double skewDegrees, int uprightDegrees, List<String> barcodes) {}

    /**
     * @param before picture as a data URL
     * @param after pictures of what became of it; none when it was left out
     */
    record RehearsedPage(
            int number,
            String source,
            String before,
            List<String> after,
            PageReport.Fate fate,
            List<Message> done,
            Facts facts) {}

    record RehearsedFile(String name, String mediaType, long bytes, int pages, Message words, List<Integer> scanned) {}

    /** @param warnings what would surprise, in words */
    record Rehearsal(
            List<RehearsedPage> pages,
            List<RehearsedFile> files,
            long fileBytes,
            long mailBytes,
            List<Message> warnings) {}

    record Preview(String before, List<String> after, PageReport.Fate fate, List<Message> done, Facts facts) {}

    /** One sample page by a profile that need not be saved. Text is not read: it changes nothing to see. */
    Preview preview(ProfileService.ProfileForm form, UUID profileId, String sample) throws IOException {
        ScanProfile visible = profiles.valueOf(form, profileId).withFiles(FileSettings.PDF);
        Source source = Samples.source(sample);
        Run run = run(visible, List.of(source), "Preview", PREVIEW_WIDTH, false);
        PageReport report = run.result.pages().get(0);
        return new Preview(
                picture(source.raster(), PREVIEW_WIDTH),
                run.pictures.getOrDefault(1, List.of()),
                report.fate(),
                report.done(),
                facts(report));
    }

    /** A sheet that ends a file and names the next, as a PDF of black and white. */
    byte[] separatorSheet(String text) throws IOException {
        ScanProfile blackAndWhite =
                new ScanProfile(ColourMode.BLACK_AND_WHITE, new Resolution(200), Sides.ONE, FileType.PDF);
        Path folder = folders.make();
        try {
            PageRaster sheet = SeparatorSheet.draw(text.strip(), 200);
            Source source = () -> sheet;
            Workshop.Result made = new Workshop(blackAndWhite, reader, 1)
                    .make(List.of(source), folder, new Description("Separator sheet", "", clock.instant(), zone));
            return Files.readAllBytes(made.files().get(0).path());
        } finally {
            folders.remove(folder);
        }
    }

    /** A job on sample pages, on one's own, or on both. */
    Rehearsal rehearse(UUID jobId, List<String> samples, List<MultipartFile> own) throws IOException {
        JobView job = jobs.get(jobId);
        ScanProfile profile = profiles.value(job.profileId());
        NameTemplate template = template(names.get(job.templateId()).template());
        Path folder = folders.make();
        try {
            Pages pages = pages(samples, own, folder, profile);
            Run run = run(profile, pages.sources, job.name(), THUMBNAIL_WIDTH, template.needsBarcode());
            return view(job, profile, template, pages.sources, pages.labels, run);
        } finally {
            folders.remove(folder);
        }
    }

    /** Pages to try something on, and what each is called. */
    record Pages(List<Source> sources, List<String> labels) {}

    /** @param folder where own pages lie as long as they are needed @throws Invalid when there are none, or too many */
    static Pages pages(List<String> samples, List<MultipartFile> own, Path folder, ScanProfile profile)
            throws IOException {
        List<Source> sources = new ArrayList<>();
        List<String> labels = new ArrayList<>();
        for (String sample : samples) {
            sources.add(Samples.source(sample));
            labels.add(title(sample));
        }
        for (MultipartFile file : own) {
            addOwn(file, folder, profile, sources, labels);
        }
        if (sources.isEmpty() || sources.size() > MOST_PAGES) {
            throw new Invalid(
                    "rehearsal.pages",
                    "samples",
                    Message.of("problem.rehearsal.pages").with("n", MOST_PAGES),
                    Message.of("problem.rehearsal.pages.remedy"));
        }
        return new Pages(sources, labels);
    }

    private static void addOwn(
            MultipartFile file, Path folder, ScanProfile profile, List<Source> sources, List<String> labels)
            throws IOException {
        Path kept = Files.createTempFile(folder, "own", ".bin");
        file.transferTo(kept);
        String name = file.getOriginalFilename() == null ? "your page" : file.getOriginalFilename();
        List<ImageFiles.Page> pages;
        try {
            pages = ImageFiles.read(kept, name, OptionalInt.empty());
        } catch (Invalid e) {
            if (!e.problems().get(0).code().equals("workshop.dpi")) {
                throw e;
            }
            // A picture that does not say its resolution is taken for one of the profile's.
            pages = ImageFiles.read(
                    kept, name, OptionalInt.of(profile.resolution().dpi()));
        }
        for (ImageFiles.Page page : pages) {
            sources.add(page.source());
            labels.add(page.pages() == 1 ? name : name + ", page " + page.number());
        }
    }

    private record Run(Workshop.Result result, Map<Integer, List<String>> pictures) {}

    private Run run(ScanProfile profile, List<Source> sources, String title, int width, boolean barcodes)
            throws IOException {
        Path folder = folders.make();
        oneAtATime.acquireUninterruptibly();
        try {
            Map<Integer, List<String>> pictures = new ConcurrentSkipListMap<>();
            Workshop workshop = new Workshop(
                    profile,
                    reader,
                    CORES,
                    (number, page) -> {
                        List<String> own = pictures.computeIfAbsent(number, n -> new ArrayList<>());
                        own.add(picture(shown(page), width));
                    },
                    barcodes);
            Workshop.Result result =
                    workshop.make(sources, folder, new Description(title, "Rehearsal", clock.instant(), zone));
            return new Run(result, new TreeMap<>(pictures));
        } finally {
            oneAtATime.release();
            folders.remove(folder);
        }
    }

    /** What is seen of a page: the black and white, where that is what goes into the file. */
    private static PageRaster shown(Treatment.Treated page) {
        return page.blackAndWhite()
                .map(packed -> PageRaster.ofPacked(page.raster(), packed))
                .orElse(page.raster());
    }

    private Rehearsal view(
            JobView job, ScanProfile profile, NameTemplate template, List<Source> sources, List<String> labels, Run run)
            throws IOException {
        List<RehearsedPage> pages = new ArrayList<>();
        for (PageReport report : run.result.pages()) {
            int n = report.number();
            pages.add(new RehearsedPage(
                    n,
                    labels.get(n - 1),
                    picture(sources.get(n - 1).raster(), THUMBNAIL_WIDTH),
                    run.pictures.getOrDefault(n, List.of()),
                    report.fate(),
                    report.done(),
                    facts(report)));
        }
        List<RehearsedFile> files = new ArrayList<>();
        List<MadeFile> made = run.result.files();
        List<FileNames.Wanted> wanted = IntStream.range(0, made.size())
                .mapToObj(i -> called(job, template, run.result, i))
                .toList();
        List<String> names = FileNames.of(wanted, NameRules.MAIL);
        long bytes = 0;
        long mail = SizeModel.MAIL_HEAD;
        for (int i = 0; i < made.size(); i++) {
            MadeFile file = made.get(i);
            files.add(new RehearsedFile(
                    names.get(i),
                    file.mediaType(),
                    file.bytes(),
                    file.pages(),
                    file.part() == MadeFile.Part.PORTRAIT
                            ? Message.of("page.done.portrait")
                            : file.kind().words(),
                    file.scanned()));
            bytes += file.bytes();
            mail += MailSize.base64(file.bytes());
        }
        return new Rehearsal(
                pages, files, bytes, mail, warnings(profile, Set.copyOf(wanted).size() < wanted.size(), run.result));
    }

    private FileNames.Wanted called(JobView job, NameTemplate template, Workshop.Result result, int i) {
        NameValues values = new NameValues(
                clock.instant().atZone(zone),
                new NameValues.Person("Name of the person", "login", "person@example"),
                new NameValues.Device("Name of the device", "Place"),
                new NameValues.Job(job.name(), profiles.get(job.profileId()).name()),
                result.contents(i, settings.read().languageOf("")),
                NameValues.Numbers.fixed(i + 1L, i));
        return result.files().get(i).called(template.fill(values));
    }

    private static List<Message> warnings(ScanProfile profile, boolean sameNames, Workshop.Result result) {
        List<Message> warnings = new ArrayList<>();
        if (result.files().isEmpty()) {
            warnings.add(Message.of("rehearsal.nothing"));
        }
        long unsure = result.pages().stream()
                .flatMap(page -> page.analysis().stream())
                .filter(a -> a.uprightConfidence() > 0 && a.uprightConfidence() < 0.2)
                .count();
        if (profile.tidy().upright() && unsure > 0) {
            warnings.add(Message.of("rehearsal.upright").with("n", unsure));
        }
        if (sameNames) {
            warnings.add(Message.of("rehearsal.same-names"));
        }
        if (profile.tidy().crop()
                && result.pages().stream()
                        .flatMap(page -> page.analysis().stream())
                        .noneMatch(a -> a.paper().edgesSeen())) {
            warnings.add(Message.of("rehearsal.no-edges"));
        }
        return warnings;
    }

    private static Facts facts(PageReport report) {
        return report.analysis()
                .map(Rehearsals::facts)
                .orElseGet(() -> new Facts("", "", Message.none(), 0, 0, List.of()));
    }

    private static Facts facts(PageAnalysis a) {
        return new Facts(
                a.colour().name().toLowerCase(Locale.ROOT),
                a.paper().media().label(),
                a.kind().words(),
                Math.round(a.skewDegrees() * 10) / 10.0,
                a.uprightDegrees(),
                a.barcodes().stream()
                        .map(b -> b.symbology().words() + ": " + b.text())
                        .toList());
    }

    private static String picture(PageRaster page, int width) {
        try {
            double share = Math.min(1, (double) width / Math.max(page.width(), page.height()));
            PageRaster small = share == 1
                    ? page
                    : Resample.scaled(
                            page,
                            Math.max(1, (int) (page.width() * share)),
                            Math.max(1, (int) (page.height() * share)),
                            page.resolution());
            return "data:image/jpeg;base64," + Base64.getEncoder().encodeToString(JpegPages.encode(small, 0.8f));
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private static String title(String sample) {
        return Samples.ALL.stream()
                .filter(s -> s.name().equals(sample))
                .map(Samples.Sample::title)
                .findFirst()
                .orElse(sample);
    }

    private static NameTemplate template(String text) {
        return TemplateParser.parse(text, TemplateParser.Use.FILE_NAME) instanceof TemplateParser.Valid valid
                ? valid.template()
                : new NameTemplate(text, List.of());
    }
}
