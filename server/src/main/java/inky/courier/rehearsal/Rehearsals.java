package inky.courier.rehearsal;

import inky.courier.core.Invalid;
import inky.courier.core.document.Description;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.reading.TextReader;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.NameNeeds;
import inky.courier.core.workshop.PageReport;
import inky.courier.core.workshop.SeparatorSheet;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Workshop;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobForm;
import inky.courier.job.JobService.JobView;
import inky.courier.profile.ProfileService;
import inky.courier.sizing.Sizes;
import inky.courier.store.WorkFolders;
import jakarta.annotation.Nullable;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;

/** Profiles and jobs tried on pages; nothing is sent, and no counter moves. */
@Service
class Rehearsals {
    private static final int CORES = Runtime.getRuntime().availableProcessors();

    /** Pages that are drawn on at a time. */
    private static final int MOST_LARGE = 12;

    private final ProfileService profiles;
    private final JobService jobs;
    private final TriedPages pages;
    private final RehearsalMemory memory;
    private final Runs runs;
    private final Consequences consequences;
    private final TextReader reader;
    private final WorkFolders folders;
    private final Sizes sizes;
    private final Clock clock;
    private final ZoneId zone;

    Rehearsals(
            ProfileService profiles,
            JobService jobs,
            TriedPages pages,
            RehearsalMemory memory,
            Runs runs,
            Consequences consequences,
            TextReader reader,
            WorkFolders folders,
            Sizes sizes,
            Clock clock,
            ZoneId zone) {
        this.profiles = profiles;
        this.jobs = jobs;
        this.pages = pages;
        this.memory = memory;
        this.runs = runs;
        this.consequences = consequences;
        this.reader = reader;
        this.folders = folders;
        this.sizes = sizes;
        this.clock = clock;
        this.zone = zone;
    }

    /**
     * @param job as it is to be; absent for one as it was saved
     * @param jobId absent for one that was never saved
     * @param pages names of samples, and pages of one's own
     * @param desk which a later order from the same desk replaces; absent for none
     * @param known ids of pictures that the desk has and that need not come again; absent for none
     * @param early whether sizes may be reckoned first where making the very files takes long; absent for no
     */
    record RehearsalOrder(
            @Nullable JobForm job,
            @Nullable UUID jobId,
            List<String> pages,
            @Nullable UUID desk,
            @Nullable Set<String> known,
            @Nullable Boolean early) {}

    /** What a page is, as a person would say it. */
    record Facts(
            String colour, String paper, Message kind, double skewDegrees, int uprightDegrees, List<String> barcodes) {}

    /**
     * @param before as it was scanned
     * @param after pictures of what became of it; none when it was left out
     */
    record RehearsedPage(
            int number,
            String source,
            Picture.Shown before,
            List<Picture.Shown> after,
            PageReport.Fate fate,
            List<Message> done,
            Facts facts) {}

    /**
     * @param bytes reckoned where the pages have another resolution than the profile
     * @param zones what was read from zones of its pages, by their keys
     */
    record RehearsedFile(
            String name,
            String mediaType,
            long bytes,
            int pages,
            Message words,
            List<Integer> scanned,
            Map<String, String> zones) {}

    /**
     * @param mailBytes of a mail with all files
     * @param reckonedFor resolution of the profile where the pages have another one; 0 where sizes are as made
     * @param exact whether the very files were made; otherwise their sizes are reckoned, and are still to be asked for
     */
    record Rehearsal(
            List<RehearsedPage> pages,
            List<RehearsedFile> files,
            long fileBytes,
            long mailBytes,
            int reckonedFor,
            boolean exact,
            List<Consequences.AtDestination> destinations,
            List<Consequences.RehearsalFinding> findings) {}

    record Preview(String before, List<String> after, PageReport.Fate fate, List<Message> done, Facts facts) {}

    /** One sample page by a profile that need not be saved. Text is not read: it changes nothing to see. */
    Preview preview(ProfileService.ProfileForm form, UUID profileId, String sample) throws IOException {
        ScanProfile visible = profiles.valueOf(form, profileId).withFiles(FileSettings.PDF);
        try (Runs.Run run = runs.begin(UUID.randomUUID())) {
            List<TriedPages.Tried> tried = pages.get("", List.of(sample), visible.resolution());
            PageReport report = make(visible, tried, Picture.LARGE, "Preview", NameNeeds.NOTHING, run)
                    .pages()
                    .get(0);
            return new Preview(
                    Picture.of(report.asScanned().orElseThrow()),
                    report.views().stream().map(Picture::of).toList(),
                    report.fate(),
                    report.done(),
                    facts(report));
        }
    }

    /** A page as it goes into a file. @param number of the scanned page, from 1 */
    record LargePage(int number, String url, double widthMm, double heightMm) {}

    /** The pages of an order as they go into files, large enough to draw on; at most a few of them. */
    List<LargePage> large(String who, RehearsalOrder order) throws IOException {
        requireWhole(order);
        JobView job = job(order);
        ScanProfile visible =
                profiles.value(job.item().profileId(), job.item().changes()).withFiles(FileSettings.PDF);
        try (Runs.Run run = runs.begin(UUID.randomUUID())) {
            List<String> few = order.pages().stream().limit(MOST_LARGE).toList();
            List<TriedPages.Tried> tried = pages.get(who, few, visible.resolution());
            List<LargePage> large = new ArrayList<>();
            for (PageReport report : make(visible, tried, Picture.LARGE, "Pages", NameNeeds.NOTHING, run)
                    .pages()) {
                report.views().forEach(view -> large.add(Picture.large(report.number(), view)));
            }
            return large;
        }
    }

    private static void requireWhole(RehearsalOrder order) {
        if (order.job() == null && order.jobId() == null || order.pages() == null) {
            throw Invalid.of("rehearsal.order", "job");
        }
    }

    private JobView job(RehearsalOrder order) {
        return order.job() == null
                ? jobs.get(order.jobId())
                : jobs.of(Optional.ofNullable(order.jobId()).orElseGet(UUID::randomUUID), order.job());
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

    /** A job, saved or not, on sample pages, on one's own, or on both. @param who brought own pages */
    Rehearsal rehearse(String who, RehearsalOrder order) throws IOException {
        requireWhole(order);
        JobView job = job(order);
        ScanProfile profile = profiles.value(job.item().profileId(), job.item().changes());
        try (Runs.Run run = runs.begin(Optional.ofNullable(order.desk()).orElseGet(UUID::randomUUID))) {
            List<TriedPages.Tried> tried = pages.get(who, order.pages(), profile.resolution());
            boolean early =
                    Boolean.TRUE.equals(order.early()) && profile.files().takesLong();
            ScanProfile by = early ? profile.withFiles(profile.files().plain()) : profile;
            Workshop.Result made = make(by, tried, Picture.SMALL, job.name(), consequences.nameNeeds(job), run);
            Set<String> known = Optional.ofNullable(order.known()).orElse(Set.of());
            return view(job, profile, by, tried, early ? as(profile.files(), made) : made, known);
        }
    }

    /** What was made, as if it were files of the wanted type. */
    private static Workshop.Result as(FileSettings wanted, Workshop.Result made) {
        return new Workshop.Result(
                made.files().stream()
                        .map(file -> file.part() == MadeFile.Part.PORTRAIT
                                ? file
                                : new MadeFile(
                                        file.path(),
                                        file.part(),
                                        file.kind(),
                                        file.separatorText(),
                                        wanted.extension(),
                                        wanted.mediaType(),
                                        file.bytes(),
                                        file.pages(),
                                        file.scanned(),
                                        file.zones()))
                        .toList(),
                made.pages());
    }

    private Workshop.Result make(
            ScanProfile profile,
            List<TriedPages.Tried> tried,
            Picture size,
            String title,
            NameNeeds needs,
            Runs.Run run)
            throws IOException {
        Path folder = folders.make();
        try {
            List<Source> sources =
                    tried.stream().map(page -> page.source(run::goOn)).toList();
            return new Workshop(profile, reader, CORES, needs, size, memory)
                    .make(sources, folder, new Description(title, "Rehearsal", clock.instant(), zone));
        } finally {
            folders.remove(folder);
        }
    }

    /** @param by the profile that the files were made by */
    private Rehearsal view(
            JobView job,
            ScanProfile profile,
            ScanProfile by,
            List<TriedPages.Tried> tried,
            Workshop.Result made,
            Set<String> known) {
        List<RehearsedPage> pages = new ArrayList<>();
        for (PageReport report : made.pages()) {
            pages.add(new RehearsedPage(
                    report.number(),
                    tried.get(report.number() - 1).label(),
                    Picture.shown(report.asScanned().orElseThrow(), known),
                    report.views().stream()
                            .map(view -> Picture.shown(view, known))
                            .toList(),
                    report.fate(),
                    report.done(),
                    facts(report)));
        }
        Resolution coarsest = tried.stream()
                .map(TriedPages.Tried::resolution)
                .min(Comparator.comparingInt(Resolution::dpi))
                .orElse(profile.resolution());
        double ratio = sizes.ratio(profile, by, coarsest);
        List<Long> bytes = made.files().stream()
                .map(file -> Math.round(file.bytes() * ratio))
                .toList();
        Consequences.All all = consequences.of(job, profile, made, bytes);
        List<RehearsedFile> files = new ArrayList<>();
        for (int i = 0; i < made.files().size(); i++) {
            MadeFile file = made.files().get(i);
            files.add(new RehearsedFile(
                    all.names().get(i),
                    file.mediaType(),
                    bytes.get(i),
                    file.pages(),
                    file.part() == MadeFile.Part.PORTRAIT
                            ? Message.of("page.done.portrait")
                            : file.kind().words(),
                    file.scanned(),
                    file.zones()));
        }
        return new Rehearsal(
                pages,
                files,
                bytes.stream().mapToLong(Long::longValue).sum(),
                Consequences.mail(bytes),
                coarsest.equals(profile.resolution()) ? 0 : profile.resolution().dpi(),
                by.equals(profile),
                all.destinations(),
                all.findings());
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
}
