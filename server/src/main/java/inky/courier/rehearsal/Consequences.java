package inky.courier.rehearsal;

import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.job.KindsOfPaper;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.message.Message;
import inky.courier.core.naming.FileNames;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.office.Change;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.page.Kind;
import inky.courier.core.preflight.Finding;
import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.sizing.MailSize;
import inky.courier.core.sizing.SizeModel;
import inky.courier.core.workshop.NameNeeds;
import inky.courier.core.workshop.Workshop;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.job.JobService.JobView;
import inky.courier.mail.MailServers;
import inky.courier.mail.MailServers.MailServerView;
import inky.courier.naming.NamingService;
import inky.courier.panel.JobFindings;
import inky.courier.panel.PanelNames;
import inky.courier.preflight.Findings;
import inky.courier.profile.ProfileService;
import inky.courier.profile.ProfileService.ProfileForm;
import inky.courier.settings.Settings;
import inky.courier.setup.SetUp;
import inky.courier.sizing.Sizes;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What would come of files that a rehearsal made: their names, who gets which, whether they fit, and what would surprise. */
@Component
class Consequences {
    private static final long MB = 1 << 20;

    private final SetUp setUp;
    private final ProfileService profiles;
    private final NamingService names;
    private final MailServers servers;
    private final JobFindings findings;
    private final Findings everywhere;
    private final Sizes sizes;
    private final Settings settings;

    Consequences(
            SetUp setUp,
            ProfileService profiles,
            NamingService names,
            MailServers servers,
            JobFindings findings,
            Findings everywhere,
            Sizes sizes,
            Settings settings) {
        this.setUp = setUp;
        this.profiles = profiles;
        this.names = names;
        this.servers = servers;
        this.findings = findings;
        this.everywhere = everywhere;
        this.sizes = sizes;
        this.settings = settings;
    }

    /** @param file which, counted from 0 @param changes what is not as the template says, and why */
    record NameThere(int file, String name, List<String> changes) {}

    /**
     * @param bytes of all that goes there: as a mail where it is one
     * @param limit what a mail may weigh; 0 where nothing is refused for its size
     */
    record AtDestination(UUID id, String name, DestinationKind kind, List<NameThere> files, long bytes, long limit) {}

    /** @param words on the button @param scan the profile's settings with which it is not found any more */
    record Mend(Message words, ProfileForm scan) {}

    /** @param panels on which it is so; none where it is so wherever the job runs */
    record RehearsalFinding(
            String code,
            Severity severity,
            Message sentence,
            Message remedy,
            PanelNames panels,
            @Nullable Mend mend) {}

    /** @param names as mail has them */
    record All(List<String> names, List<AtDestination> destinations, List<RehearsalFinding> findings) {}

    static long mail(List<Long> files) {
        return SizeModel.MAIL_HEAD + files.stream().mapToLong(MailSize::base64).sum();
    }

    /** All zones are read: what they say is shown, also where no name has them yet. */
    NameNeeds nameNeeds(JobView job) {
        return new NameNeeds(template(job).needsBarcode(), job.item().zones());
    }

    /** @param bytes of the files, in their order */
    All of(JobView job, ScanProfile profile, Workshop.Result made, List<Long> bytes) {
        NameTemplate template = template(job);
        List<FileNames.Wanted> wanted = IntStream.range(0, made.files().size())
                .mapToObj(i -> called(job, template, made, i))
                .toList();
        Map<UUID, MailServerView> mail =
                servers.list().stream().collect(Collectors.toMap(MailServerView::id, Function.identity()));
        List<AtDestination> destinations = job.destinations().stream()
                .map(to -> at(to, mail.get(to.routeId()), job, made, wanted, bytes))
                .toList();
        List<RehearsalFinding> found = new ArrayList<>();
        destinations.forEach(to -> tooLarge(to, job, profile, made, bytes).ifPresent(found::add));
        boolean sizeSaid = !found.isEmpty();
        preflight(job).stream()
                .filter(f -> !sizeSaid || !f.code().equals("job.too-large"))
                .forEach(found::add);
        surprises(profile, made, Set.copyOf(wanted).size() < wanted.size())
                .forEach(words -> found.add(new RehearsalFinding(
                        "rehearsal", Severity.CARE, words, Message.none(), PanelNames.NONE, null)));
        return new All(FileNames.of(wanted, NameRules.MAIL), destinations, found);
    }

    private static AtDestination at(
            DestinationView to,
            @Nullable MailServerView server,
            JobView job,
            Workshop.Result made,
            List<FileNames.Wanted> wanted,
            List<Long> bytes) {
        Set<Kind> kinds = new KindsOfPaper(job.kinds()).to(to.id());
        List<Integer> which = IntStream.range(0, wanted.size())
                .filter(i -> kinds.contains(made.files().get(i).kind()))
                .boxed()
                .toList();
        NameRules rules = to.kind().names();
        List<String> names = FileNames.of(which.stream().map(wanted::get).toList(), rules);
        List<NameThere> there = IntStream.range(0, names.size())
                .mapToObj(n -> {
                    FileNames.Wanted file = wanted.get(which.get(n));
                    return new NameThere(
                            which.get(n),
                            names.get(n),
                            rules.fit(file.base(), file.extension()).changes());
                })
                .toList();
        List<Long> its = which.stream().map(bytes::get).toList();
        boolean attached = to.kind().isMail() && server != null;
        return new AtDestination(
                to.id(),
                to.name(),
                to.kind(),
                there,
                attached ? mail(its) : its.stream().mapToLong(Long::longValue).sum(),
                attached ? server.limitMb() * MB : 0);
    }

    private Optional<RehearsalFinding> tooLarge(
            AtDestination to, JobView job, ScanProfile profile, Workshop.Result made, List<Long> bytes) {
        long weight = job.item().whenTooLarge() == WhenTooLarge.SEVERAL
                ? to.files.stream()
                        .mapToLong(file -> mail(List.of(bytes.get(file.file))))
                        .max()
                        .orElse(0)
                : to.bytes;
        boolean stops =
                job.item().whenTooLarge() == WhenTooLarge.REFUSE || job.item().whenTooLarge() == WhenTooLarge.SEVERAL;
        if (to.limit == 0 || weight <= to.limit || !stops) {
            return Optional.empty();
        }
        int pages = to.files.stream()
                .mapToInt(file -> made.files().get(file.file).pages())
                .sum();
        Optional<SizeModel.Advice> advice = sizes.advice(profile, pages, to.limit, weight);
        Message sentence = Message.of("rehearsal.too-large")
                .with("destination", to.name)
                .with("mb", tenths(weight))
                .with("limit", tenths(to.limit));
        Message remedy = advice.map(
                        a -> Message.of("rehearsal.too-large.advice").with("what", Message.list(a.givesUp())))
                .orElseGet(() -> Message.of("rehearsal.too-large.remedy"));
        Mend mend = advice.map(a -> new Mend(
                        Message.of("rehearsal.make-it-fit"),
                        ProfileForm.of(profiles.get(job.item().profileId()).name(), a.profile())))
                .orElse(null);
        return Optional.of(
                new RehearsalFinding("rehearsal.too-large", Severity.STOPS, sentence, remedy, PanelNames.NONE, mend));
    }

    private static double tenths(long bytes) {
        return Math.round(10.0 * bytes / MB) / 10.0;
    }

    /** None of a job that cannot be as it is: what is wrong with it is said when it is saved. */
    private List<RehearsalFinding> preflight(JobView job) {
        try {
            JobItem item = job.item();
            Office office = setUp.office().apply(List.of(new Change.Put(item)));
            Stream<RehearsalFinding> atDevices = findings.of(office, item, job).stream()
                    .map(at -> found(at.finding(), PanelNames.of(at.panels()), null));
            Stream<RehearsalFinding> ofItself = everywhere.of(office, item.reference()).stream()
                    // The composer says itself on which panels it is.
                    .filter(finding -> !finding.code().equals("job.on-no-panel"))
                    .map(finding -> found(finding, PanelNames.NONE, mend(office, job, finding)));
            return Stream.concat(ofItself, atDevices).toList();
        } catch (Invalid unfinished) {
            return List.of();
        }
    }

    private static RehearsalFinding found(Finding finding, PanelNames panels, @Nullable Mend mend) {
        return new RehearsalFinding(
                finding.code(), finding.severity(), finding.sentence(), finding.remedy(), panels, mend);
    }

    /** Where it is mended by settings of the job's own. */
    @Nullable
    private Mend mend(Office office, JobView job, Finding finding) {
        List<Change> changes = finding.mends() ? everywhere.mending(office, finding) : List.of();
        return changes.size() == 1 && changes.get(0) instanceof Change.Put put && put.item() instanceof JobItem mended
                ? new Mend(
                        Message.of("rehearsal.mend"),
                        ProfileForm.of(profiles.get(job.item().profileId()).name(), mended.profile(office)))
                : null;
    }

    private FileNames.Wanted called(JobView job, NameTemplate template, Workshop.Result made, int i) {
        NameValues values = names.example()
                .of(new NameValues.Job(
                        job.name(),
                        profiles.get(job.item().profileId()).name(),
                        job.item().asks().samples(names.example().at().toLocalDate())))
                .with(made.contents(i, settings.read().languageOf("")))
                .numbered(NameValues.Numbers.fixed(i + 1L, i));
        return made.files().get(i).called(template.fill(values));
    }

    private NameTemplate template(JobView job) {
        String text = names.get(job.item().templateId()).template();
        return TemplateParser.parse(text, TemplateParser.Use.FILE_NAME) instanceof TemplateParser.Valid valid
                ? valid.template()
                : new NameTemplate(text, List.of());
    }

    private static List<Message> surprises(ScanProfile profile, Workshop.Result result, boolean sameNames) {
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
}
