package inky.courier.job;

import com.fasterxml.jackson.annotation.JsonUnwrapped;
import inky.courier.audit.ChangeLog;
import inky.courier.core.job.Asking;
import inky.courier.core.job.Notify;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.job.Zone;
import inky.courier.core.message.Message;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.ReadyMadeJob;
import inky.courier.core.office.Reference;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.destination.DestinationService;
import inky.courier.destination.DestinationService.DestinationRow;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.naming.NamingService;
import inky.courier.naming.NamingService.NameView;
import inky.courier.profile.ProfileService;
import inky.courier.profile.ProfileService.ProfileForm;
import inky.courier.profile.ProfileService.ProfileView;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.Json;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The one-touch jobs of the office. */
@Service
public class JobService {
    private static final LongList<JobRow> LIST = new LongList<JobRow>(
                    job -> Stream.concat(
                            Stream.of(job.name(), job.profileSentence().toString()),
                            job.destinations().stream().map(JobTargetRow::label)),
                    job -> false)
            .column("name", JobRow::name)
            .column("scans", job -> job.profileSentence().toString());

    /** Destinations that are offered first, and the changes in which they are looked for. */
    private static final int RECENT = 6;

    private static final int RECENT_CHANGES = 40;

    private final SetUp setUp;
    private final ProfileService profiles;
    private final NamingService names;
    private final DestinationService destinations;
    private final JobDraftRepository drafts;
    private final ChangeLog log;
    private final Cached<List<JobView>> all;
    private final Cached<List<ReadyMade>> readyMade;

    JobService(
            SetUp setUp,
            ProfileService profiles,
            NamingService names,
            DestinationService destinations,
            JobDraftRepository drafts,
            ChangeLog log,
            Live live) {
        this.setUp = setUp;
        this.drafts = drafts;
        this.log = log;
        this.profiles = profiles;
        this.names = names;
        this.destinations = destinations;
        String[] kinds = {"job", "profile", "name", "destination", "mail-server", "device", "person"};
        this.all = new Cached<>(live, this::read, kinds);
        this.readyMade = new Cached<>(live, this::draftAll, kinds);
    }

    /**
     * @param kinds which kinds of paper go to a destination; all where nothing stands
     * @param whenTooLarge absent to refuse
     * @param notifyWhen absent for never
     * @param askFolder whether a folder is chosen at the device, below the destination's own; absent for no
     * @param changes what it has otherwise than its profile, by the setting's path ({@code tidy.crop}); absent for nothing
     * @param asks what it asks at the device; absent for nothing
     * @param groups of people who may use it
     * @param zones of its pages that are read for names; absent for none
     * @param labels what panels call it in other languages, by their tags; absent for its name
     * @param picture of its own, a small PNG in base64; absent or empty for the icon
     * @param people who may use it beside the groups; where neither stands, everybody may
     * @param description what it is for, in a line; absent for none
     * @param guests whether it can be used without signing in, where the office lets guests scan; absent for no
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
            @Nullable Boolean askFolder,
            @Nullable Map<String, Object> changes,
            @Nullable Asking asks,
            @Nullable List<String> groups,
            @Nullable List<Zone> zones,
            @Nullable Map<String, String> labels,
            @Nullable String picture,
            @Nullable List<UUID> people,
            @Nullable String description,
            @Nullable Boolean guests) {
        /** What it stands for; what it has otherwise than its profile is as it was written. */
        JobItem item(UUID id) {
            Map<UUID, List<String>> each = Optional.ofNullable(kinds).orElse(Map.of());
            return new JobItem(
                    id,
                    name,
                    icon,
                    profileId,
                    templateId,
                    destinationIds.stream()
                            .distinct()
                            .map(to -> new JobItem.Target(to, each.getOrDefault(to, List.of())))
                            .toList(),
                    subject,
                    body,
                    Optional.ofNullable(whenTooLarge).orElse(WhenTooLarge.REFUSE),
                    Optional.ofNullable(notifyWhen).orElse(Notify.NEVER),
                    Boolean.TRUE.equals(askFolder),
                    new ProfileDifference(Optional.ofNullable(changes).orElse(Map.of())),
                    asks,
                    groups,
                    zones,
                    labels,
                    picture,
                    people,
                    description,
                    guests);
        }
    }

    /**
     * A job with what is told of it.
     *
     * @param kinds of paper by destination, where not all go there
     * @param scan how it scans: the profile's settings with what it has otherwise
     */
    public record JobView(
            @JsonUnwrapped JobItem item,
            Message profileSentence,
            String example,
            List<DestinationView> destinations,
            Map<UUID, List<String>> kinds,
            ProfileForm scan,
            String version) {
        public UUID id() {
            return item.id();
        }

        public String name() {
            return item.name();
        }

        /** The same, going to some of its destinations. */
        public JobView to(Set<UUID> chosen) {
            return with(
                    item.to(chosen),
                    destinations.stream().filter(to -> chosen.contains(to.id())).toList());
        }

        /** The same, doing something else with what is too large for a mail. */
        public JobView whenTooLarge(WhenTooLarge other) {
            return with(item.with(job -> job.whenTooLarge = other), destinations);
        }

        private JobView with(JobItem other, List<DestinationView> going) {
            return new JobView(other, profileSentence, example, going, kinds, scan, version);
        }

        public JobRow row() {
            return new JobRow(
                    item.id(),
                    item.name(),
                    item.icon(),
                    item.picture(),
                    profileSentence,
                    destinations.stream()
                            .map(d -> new JobTargetRow(d.id(), d.label()))
                            .toList());
        }
    }

    /** A job in a list. */
    public record JobRow(
            UUID id,
            String name,
            String icon,
            String picture,
            Message profileSentence,
            List<JobTargetRow> destinations) {}

    /** @param label who or what gets it, in a few words */
    public record JobTargetRow(UUID id, String label) {}

    /**
     * A job for a common purpose, as this office could have it.
     *
     * @param name that it would have
     * @param says what it is for
     * @param draft to begin with; without a destination where the office has none of the kind that it needs
     */
    public record ReadyMade(ReadyMadeJob kind, Message name, Message says, JobView draft) {}

    /** None where the office has no profile or no file name yet. */
    @Transactional(readOnly = true)
    public List<ReadyMade> readyMade() {
        return readyMade.get();
    }

    private List<ReadyMade> draftAll() {
        Office office = setUp.office();
        return Stream.of(ReadyMadeJob.values())
                .flatMap(ready -> ready
                        .draft(office, UUID.randomUUID())
                        .map(job -> new ReadyMade(ready, ready.words(), ready.says(), view(job)))
                        .stream())
                .toList();
    }

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

    @Transactional(readOnly = true)
    public JobView get(UUID id) {
        return view(item(id));
    }

    @Transactional
    public JobView add(JobForm form) {
        return add(form, null);
    }

    /** @param draft of which it is made; absent for none */
    @Transactional
    public JobView add(JobForm form, @Nullable UUID draft) {
        boolean isDraft = draft != null && drafts.existsById(draft);
        return save(isDraft ? draft : UUID.randomUUID(), form, isDraft ? SetUp.ABSENT : "");
    }

    /** @param version of what was looked at; empty to replace whatever it is by now */
    @Transactional
    public JobView change(UUID id, JobForm form, String version) {
        item(id);
        return save(id, form, version);
    }

    @Transactional
    public void delete(UUID id) {
        setUp.change(Wish.remove(new Reference(ItemKind.JOB, id)));
    }

    private JobView save(UUID id, JobForm form, String version) {
        JobItem item = item(id, form);
        setUp.change(Wish.put(item).of(version));
        drafts.deleteById(id);
        return view(item);
    }

    /** What a form stands for, with what it has otherwise in the profile's own terms. */
    private JobItem item(UUID id, JobForm form) {
        JobItem item = form.item(id);
        return item.changes().isNone() ? item : item.withChanges(profiles.difference(item.profileId(), item.changes()));
    }

    /** How a job that may not be saved yet would scan, and who would get it. */
    @Transactional(readOnly = true)
    public JobView of(UUID id, JobForm form) {
        return view(item(id, form));
    }

    /** Where the jobs lead that were changed last: to where the next one is likely to lead. */
    @Transactional(readOnly = true)
    public List<DestinationRow> recentDestinations() {
        Map<UUID, DestinationView> known =
                destinations.list().stream().collect(Collectors.toMap(DestinationView::id, view -> view));
        return log.newest(ItemKind.JOB, RECENT_CHANGES).stream()
                .map(change -> Json.read(change.after(), JobItem.class))
                .flatMap(job -> job.targets().stream().map(JobItem.Target::destinationId))
                .distinct()
                .flatMap(id -> Stream.ofNullable(known.get(id)))
                .limit(RECENT)
                .map(DestinationView::row)
                .toList();
    }

    private JobItem item(UUID id) {
        return setUp.get(JobItem.class, id);
    }

    JobView view(JobItem job) {
        return view(job, profiles::get, names::get, destinations::get);
    }

    /** The same for all jobs at once: what they need is read once. */
    private List<JobView> read() {
        Map<UUID, ProfileView> byProfile =
                profiles.list().stream().collect(Collectors.toMap(ProfileView::id, view -> view));
        Map<UUID, NameView> byName = names.list().stream().collect(Collectors.toMap(NameView::id, view -> view));
        Map<UUID, DestinationView> byDestination =
                destinations.list().stream().collect(Collectors.toMap(DestinationView::id, view -> view));
        return LongList.ordered(
                setUp.office().all(JobItem.class).stream()
                        .map(job -> view(job, byProfile::get, byName::get, byDestination::get)),
                JobView::name);
    }

    private static JobView view(
            JobItem job,
            Function<UUID, ProfileView> profile,
            Function<UUID, NameView> name,
            Function<UUID, DestinationView> destination) {
        ProfileView base = profile.apply(job.profileId());
        ScanProfile scan = job.changes().applyTo(base.value());
        return new JobView(
                job,
                scan.sentence(),
                name.apply(job.templateId()).example(),
                job.targets().stream()
                        .map(target -> destination.apply(target.destinationId()))
                        .toList(),
                job.targets().stream()
                        .filter(target -> !target.kinds().isEmpty())
                        .collect(Collectors.toMap(JobItem.Target::destinationId, JobItem.Target::kinds)),
                ProfileForm.of(base.name(), scan),
                SetUp.versionOf(job));
    }
}
