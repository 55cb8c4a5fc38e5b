package inky.courier.panel;

import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.message.Message;
import inky.courier.core.naming.FileNames;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.page.Barcode;
import inky.courier.core.page.Kind;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.sizing.Bytes;
import inky.courier.core.workshop.PlannedFiles;
import inky.courier.core.workshop.PlannedFiles.Planned;
import inky.courier.core.workshop.PlannedFiles.Use;
import inky.courier.core.workshop.Workshop;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService.JobView;
import inky.courier.mail.MailServers;
import inky.courier.mail.MailServers.MailServerView;
import inky.courier.naming.Counters;
import inky.courier.panel.JobQuestions.SoFar;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService;
import inky.courier.scan.ScanPages;
import inky.courier.scan.ScanPages.PageView;
import inky.courier.scan.ScanService.ScanView;
import inky.courier.settings.Settings;
import inky.courier.sizing.Sizes;
import inky.courier.sizing.Sizes.EstimateView;
import inky.courier.sizing.Sizes.Estimates;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What would be made of a scan as it stands: how its files are called, about how large they are, and whether they fit into a mail. */
@Component
class FilesToBe {
    private final ScanPages pages;
    private final JobQuestions questions;
    private final ProfileService profiles;
    private final Sizes sizes;
    private final MailServers servers;
    private final Counters counters;
    private final Settings settings;
    private final ZoneId zone;
    private final Clock clock;

    FilesToBe(
            ScanPages pages,
            JobQuestions questions,
            ProfileService profiles,
            Sizes sizes,
            MailServers servers,
            Counters counters,
            Settings settings,
            ZoneId zone,
            Clock clock) {
        this.pages = pages;
        this.questions = questions;
        this.profiles = profiles;
        this.sizes = sizes;
        this.servers = servers;
        this.counters = counters;
        this.settings = settings;
        this.zone = zone;
        this.clock = clock;
    }

    /**
     * @param name as it would be called now; another scan may come first
     * @param readsMore whether the name grows by what is read from the pages only when the file is made
     * @param bytes that half of such files do not exceed
     */
    record FileToBe(String name, boolean readsMore, int pages, long bytes) {}

    /** What can be done about mails that are too large. @param costs what is lost by it; empty for nothing */
    record WayToFit(WhenTooLarge way, Message words, Message costs) {}

    /**
     * Mails that a server would not take as they are.
     *
     * @param surely whether more than half of such scans are too large; otherwise more than one in ten
     * @param now what happens then, as it stands: {@link WhenTooLarge#REFUSE} for nothing
     */
    record TooLarge(boolean surely, Message sentence, WhenTooLarge now, List<WayToFit> ways) {}

    /** @param tooLarge absent where everything fits */
    record PlannedScan(List<FileToBe> files, @Nullable TooLarge tooLarge) {}

    /** Whoever scanned, where, and by which job. @param template of the job's names */
    record By(PersonView person, DeviceView device, JobView job, String template) {}

    @Transactional(readOnly = true)
    PlannedScan of(ScanView scan, By by, JobQuestions.Answers answers) {
        SoFar soFar = questions.soFar(by.job, by.template, answers);
        Map<UUID, PageAnalysis> found = Workshop.analyses(soFar.profile()) ? pages.analyses(scan.id()) : Map.of();
        List<Planned> files = PlannedFiles.of(soFar.profile(), planned(scan, soFar.profile(), found));
        if (files.isEmpty()) {
            return new PlannedScan(List.of(), null);
        }
        Estimates estimates = estimates(scan, soFar.profile(), by.device);
        NameTemplate template = template(soFar);
        List<String> names = names(by, soFar, template, contents(scan, files, found));
        List<FileToBe> toBe = IntStream.range(0, files.size())
                .mapToObj(i -> new FileToBe(
                        names.get(i),
                        readsMore(template, scan, files.get(i), found),
                        files.get(i).pages().size(),
                        estimates.of(files.get(i).pages().size(), 0).file().p50()))
                .toList();
        List<Integer> counts = files.stream().map(file -> file.pages().size()).toList();
        return new PlannedScan(toBe, tooLarge(soFar, counts, estimates).orElse(null));
    }

    private static List<PlannedFiles.Page> planned(ScanView scan, ScanProfile profile, Map<UUID, PageAnalysis> found) {
        Set<UUID> separators = profile.grouping().atSeparator()
                ? found.entrySet().stream()
                        .filter(page -> page.getValue().separator().isPresent())
                        .map(Map.Entry::getKey)
                        .collect(Collectors.toSet())
                : Set.of();
        return scan.pages().stream()
                .map(page -> new PlannedFiles.Page(use(page, separators), page.splitBefore()))
                .toList();
    }

    private static NameTemplate template(SoFar soFar) {
        return TemplateParser.parse(soFar.template(), TemplateParser.Use.FILE_NAME)
                        instanceof TemplateParser.Valid valid
                ? valid.template()
                : new NameTemplate(soFar.template(), List.of());
    }

    /** What was seen of the pages as they came. Text in zones is read from pages as they are made. */
    private List<NameValues.Contents> contents(ScanView scan, List<Planned> files, Map<UUID, PageAnalysis> found) {
        Locale language = settings.read().languageOf("");
        return IntStream.range(0, files.size())
                .mapToObj(i -> {
                    Planned file = files.get(i);
                    List<PageAnalysis> pages = seen(scan, file.pages(), found);
                    Kind kind = pages.isEmpty() ? Kind.DOCUMENT : pages.get(0).kind();
                    String separator = file.separator().stream()
                            .mapToObj(sheet -> found.get(scan.pages().get(sheet).id()))
                            .flatMap(sheet -> sheet.separator().stream())
                            .map(Barcode::separatorText)
                            .findFirst()
                            .orElse("");
                    return new NameValues.Contents(
                            file.pages().size(),
                            kind.words().in(language),
                            separator,
                            PageAnalysis.barcodeText(pages.stream()),
                            i + 1,
                            files.size());
                })
                .toList();
    }

    private static List<PageAnalysis> seen(ScanView scan, List<Integer> pages, Map<UUID, PageAnalysis> found) {
        return pages.stream()
                .flatMap(page ->
                        Optional.ofNullable(found.get(scan.pages().get(page).id())).stream())
                .toList();
    }

    private static boolean readsMore(
            NameTemplate template, ScanView scan, Planned file, Map<UUID, PageAnalysis> found) {
        boolean unseen = seen(scan, file.pages(), found).size() < file.pages().size();
        return !template.zones().isEmpty() || template.needsBarcode() && unseen;
    }

    private static Use use(PageView page, Set<UUID> separators) {
        if (separators.contains(page.id())) {
            return Use.SEPARATOR;
        }
        return switch (page.presence()) {
            case LEFT_OUT -> Use.LEFT_OUT;
            case WANTED -> Use.IN_A_FILE;
            case AS_FOUND -> page.blankReason().isEmpty() ? Use.IN_A_FILE : Use.BLANK;
        };
    }

    private Estimates estimates(ScanView scan, ScanProfile profile, DeviceView device) {
        PageView first = scan.pages().get(0);
        MediaSize media = MediaSizes.snap(
                profile.resolution().hundredthsOfMm(first.width()),
                profile.resolution().hundredthsOfMm(first.height()));
        return sizes.estimates(profile, media, device.abilities().makeAndModel());
    }

    private List<String> names(By by, SoFar soFar, NameTemplate template, List<NameValues.Contents> contents) {
        ZonedDateTime now = clock.instant().atZone(zone);
        PersonView person = by.person;
        NameValues.Numbers numbers = counters.ahead(
                new Counters.Of(now.toLocalDate(), by.job.id(), by.device.id(), person.id(), by.device.place()),
                by.job.id().getLeastSignificantBits());
        String profile = profiles.get(by.job.item().profileId()).name();
        return FileNames.of(
                contents.stream()
                        .map(file -> new FileNames.Wanted(
                                template.fill(new NameValues(
                                        now,
                                        new NameValues.Person(
                                                person.name(), person.login(), person.email(), person.group()),
                                        new NameValues.Device(by.device.name(), by.device.place()),
                                        new NameValues.Job(by.job.name(), profile, soFar.answers()),
                                        file,
                                        numbers)),
                                soFar.profile().files().extension()))
                        .toList(),
                NameRules.MAIL);
    }

    /** By the tightest of the servers that it is mailed through. */
    private Optional<TooLarge> tooLarge(SoFar soFar, List<Integer> files, Estimates estimates) {
        Map<UUID, MailServerView> known =
                servers.list().stream().collect(Collectors.toMap(MailServerView::id, Function.identity()));
        return soFar.job().destinations().stream()
                .filter(to -> to.kind().isMail())
                .flatMap(to -> Optional.ofNullable(known.get(to.routeId())).stream())
                .map(MailServerView::limitMb)
                .filter(limit -> limit > 0)
                .min(Comparator.naturalOrder())
                .map(limit -> limit * Bytes.MB)
                .flatMap(limit -> tooLarge(limit, soFar, files, estimates));
    }

    private Optional<TooLarge> tooLarge(long limit, SoFar soFar, List<Integer> files, Estimates estimates) {
        EstimateView whole =
                estimates.of(files.stream().mapToInt(Integer::intValue).sum(), limit);
        if (whole.fits()) {
            return Optional.empty();
        }
        boolean surely = whole.mail().p50() > limit;
        Message sentence = Message.of("panel.too-large")
                .with("size", Bytes.said(whole.mail().p50()))
                .with("limit", Bytes.said(limit))
                .with("surely", surely ? "yes" : "no");
        List<WayToFit> ways = new ArrayList<>();
        if (whole.advice() != null) {
            ways.add(new WayToFit(
                    WhenTooLarge.SMALLER,
                    Message.of("panel.fit.smaller"),
                    Message.list(whole.advice().givesUp())));
        }
        boolean eachFits = files.stream()
                .allMatch(count -> estimates.of(count, limit).mail().p50() <= limit);
        if (files.size() > 1 && eachFits) {
            ways.add(new WayToFit(WhenTooLarge.SEVERAL, Message.of("panel.fit.several"), Message.none()));
        }
        if (questions.canLink()) {
            ways.add(new WayToFit(WhenTooLarge.LINK, Message.of("panel.fit.link"), Message.none()));
        }
        return Optional.of(new TooLarge(surely, sentence, soFar.job().item().whenTooLarge(), ways));
    }
}
