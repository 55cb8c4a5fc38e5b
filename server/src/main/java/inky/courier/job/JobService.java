package inky.courier.job;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.job.JobText;
import inky.courier.core.page.Kind;
import inky.courier.dependents.Dependents;
import inky.courier.dependents.Dependents.Dependent;
import inky.courier.destination.DestinationService;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.destination.WhenTooLarge;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.naming.NamingService;
import inky.courier.profile.ProfileService;
import inky.courier.settings.Settings;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The one-touch jobs of the office. */
@Service
public class JobService implements Dependents.Source {
    private static final LongList<JobRow> LIST = new LongList<JobRow>(
                    job -> Stream.concat(
                            Stream.of(job.name(), job.profileSentence()),
                            job.destinations().stream().map(JobTargetRow::label)),
                    job -> false)
            .column("name", JobRow::name)
            .column("scans", JobRow::profileSentence);

    /** The pictures on the stamps; drawn by the interface. */
    private static final Set<String> ICONS =
            Set.of("letter", "permit", "crates", "card", "question", "waves", "people", "map", "receipt", "ring");

    private static final int MOST_DESTINATIONS = 8;

    private final JobRepository jobs;
    private final ProfileService profiles;
    private final NamingService names;
    private final DestinationService destinations;
    private final Dependents dependents;
    private final ChangeLog changes;
    private final Settings settings;
    private final Cached<List<JobView>> all;
    private final Live live;
    private final Clock clock;

    JobService(
            JobRepository jobs,
            ProfileService profiles,
            NamingService names,
            DestinationService destinations,
            Dependents dependents,
            ChangeLog changes,
            Settings settings,
            Live live,
            Clock clock) {
        this.jobs = jobs;
        this.profiles = profiles;
        this.names = names;
        this.destinations = destinations;
        this.dependents = dependents;
        this.changes = changes;
        this.settings = settings;
        this.live = live;
        this.all = new Cached<>(
                live, this::read, "job", "profile", "name", "destination", "mail-server", "device", "person");
        this.clock = clock;
    }

    /** Among the kinds of a destination: whatever goes to no other one. */
    public static final String REST = "REST";

    /**
     * @param kinds which kinds of paper go to a destination; all where nothing stands
     * @param whenTooLarge absent to refuse
     * @param notifyWhen absent for never
     * @param askFolder whether a folder is chosen at the device, below the destination's own; absent for no
     */
    public record JobForm(
            String name,
            String icon,
            UUID profileId,
            UUID templateId,
            List<UUID> destinationIds,
            String subject,
            String body,
            @Nullable Map<UUID, List<String>> kinds,
            @Nullable WhenTooLarge whenTooLarge,
            @Nullable Notify notifyWhen,
            @Nullable Boolean askFolder) {}

    public record JobView(
            UUID id,
            String name,
            String icon,
            UUID profileId,
            String profileSentence,
            UUID templateId,
            String example,
            List<DestinationView> destinations,
            String subject,
            String body,
            Map<UUID, List<String>> kinds,
            WhenTooLarge whenTooLarge,
            Notify notifyWhen,
            boolean askFolder) {
        public JobRow row() {
            return new JobRow(
                    id,
                    name,
                    icon,
                    profileSentence,
                    destinations.stream()
                            .map(d -> new JobTargetRow(d.id(), d.label()))
                            .toList());
        }
    }

    /** A job in a list. */
    public record JobRow(UUID id, String name, String icon, String profileSentence, List<JobTargetRow> destinations) {}

    /** @param label who or what gets it, in a few words */
    public record JobTargetRow(UUID id, String label) {}

    @Transactional(readOnly = true)
    public List<JobView> list() {
        return all.get();
    }

    @Transactional(readOnly = true)
    public ListPart<JobRow> list(ListRequest wanted) {
        return LIST.part(all.get(), JobView::row, wanted);
    }

    /** What holds the words, in the usual order. */
    @Transactional(readOnly = true)
    public List<JobRow> find(String words) {
        return LIST.find(all.get(), JobView::row, words);
    }

    private List<JobView> read() {
        return LongList.ordered(jobs.findAll().stream().map(this::view), JobView::name);
    }

    @Transactional(readOnly = true)
    public JobView get(UUID id) {
        return view(find(id));
    }

    @Transactional
    public JobView add(JobForm form) {
        Job job = new Job();
        job.createdAt = clock.instant();
        return save(job, form, null);
    }

    @Transactional
    public JobView change(UUID id, JobForm form) {
        Job job = find(id);
        return save(job, form, view(job));
    }

    @Transactional
    public void delete(UUID id) {
        Job job = find(id);
        dependents.letGo(Dependents.Kind.JOB, id, job.name);
        JobView before = view(job);
        jobs.delete(job);
        changes.record("job", id, job.name, before, null);
        live.tell("job", id);
    }

    @Override
    @Transactional(readOnly = true)
    public List<Dependent> on(Dependents.Kind kind, UUID id) {
        List<Job> found = switch (kind) {
            case PROFILE -> jobs.findByProfileId(id);
            case NAME -> jobs.findByTemplateId(id);
            case DESTINATION -> jobs.findByDestination(id);
            default -> List.of();
        };
        return found.stream()
                .map(job -> new Dependent(Dependents.Kind.JOB, job.id, job.name))
                .toList();
    }

    private JobView save(Job job, JobForm form, JobView before) {
        JobText text = JobText.of(form.name(), form.subject(), form.body());
        if (!ICONS.contains(form.icon())) {
            throw new Invalid("job.icon", "icon", "There is no such picture.", "Choose one of the stamps.");
        }
        List<UUID> wanted = new ArrayList<>(new LinkedHashSet<>(form.destinationIds()));
        if (wanted.isEmpty() || wanted.size() > MOST_DESTINATIONS) {
            throw new Invalid(
                    "job.destinations",
                    "destinationIds",
                    "A job needs 1 to " + MOST_DESTINATIONS + " destinations.",
                    "Choose where its files go.");
        }
        wanted.forEach(destinations::get);
        profiles.get(form.profileId());
        names.get(form.templateId());
        job.name = text.name();
        job.icon = form.icon();
        job.profileId = form.profileId();
        job.templateId = form.templateId();
        job.subject = form.subject();
        job.body = form.body();
        if (form.whenTooLarge() == WhenTooLarge.LINK) {
            settings.requireAddress("whenTooLarge");
        }
        job.whenTooLarge = Optional.ofNullable(form.whenTooLarge()).orElse(WhenTooLarge.REFUSE);
        job.notifyWhen = Optional.ofNullable(form.notifyWhen()).orElse(Notify.NEVER);
        job.askFolder = Boolean.TRUE.equals(form.askFolder());
        Map<UUID, List<String>> kinds = Optional.ofNullable(form.kinds()).orElse(Map.of());
        List<JobTarget> targets = wanted.stream()
                .map(id -> new JobTarget(id, checkedKinds(kinds.getOrDefault(id, List.of()))))
                .toList();
        if (!job.targets.equals(targets)) {
            job.targets.clear();
            job.targets.addAll(targets);
        }
        jobs.saveAndFlush(job);
        changes.record("job", job.id, job.name, before, view(job));
        live.tell("job", job.id);
        return view(job);
    }

    private static String checkedKinds(List<String> kinds) {
        for (String kind : kinds) {
            if (!kind.equals(REST)
                    && Arrays.stream(Kind.values()).noneMatch(k -> k.name().equals(kind))) {
                throw new Invalid(
                        "job.kinds",
                        "kinds",
                        "There is no such kind of paper.",
                        "Choose documents, receipts, cards or photos.");
            }
        }
        return String.join(",", new LinkedHashSet<>(kinds));
    }

    private Job find(UUID id) {
        return jobs.findById(id).orElseThrow(() -> Refusal.notFound("job"));
    }

    private JobView view(Job job) {
        return new JobView(
                job.id,
                job.name,
                job.icon,
                job.profileId,
                profiles.get(job.profileId).sentence(),
                job.templateId,
                names.get(job.templateId).example(),
                job.targets.stream().map(t -> destinations.get(t.destinationId)).toList(),
                job.subject,
                job.body,
                job.targets.stream()
                        .filter(t -> !t.kinds.isEmpty())
                        .collect(Collectors.toMap(t -> t.destinationId, t -> List.of(t.kinds.split(",")))),
                job.whenTooLarge,
                job.notifyWhen,
                job.askFolder);
    }
}
