package inky.courier.panel;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.PanelPlanItem;
import inky.courier.core.office.Reference;
import inky.courier.core.preflight.Finding;
import inky.courier.core.preflight.JobAtDevice;
import inky.courier.core.preflight.KnownFindings;
import inky.courier.core.preflight.Preflight;
import inky.courier.core.profile.DeviceSetting;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobRow;
import inky.courier.job.JobService.JobView;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.panel.PanelPlans.FollowedPlan;
import inky.courier.setup.ItemChange;
import inky.courier.setup.PlannedChanges;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which job is in which place of which device's panel. */
@Service
public class PanelPlaces {
    private static final LongList<PanelRow> LIST = new LongList<PanelRow>(
                    row -> Stream.of(row.deviceName(), row.place()), PanelRow::hasStopped)
            .column("device", PanelRow::deviceName)
            .column("place", PanelRow::place)
            .column("jobs", PanelRow::taken);

    private final SetUp setUp;
    private final DeviceService devices;
    private final JobService jobs;
    private final JobWays ways;
    private final PlannedChanges planned;
    private final PanelPlans plans;
    private final PanelShown shown;
    private final PanelUsers users;
    private final Cached<List<PanelRow>> rows;

    private final KnownFindings known = new KnownFindings();

    PanelPlaces(
            SetUp setUp,
            DeviceService devices,
            JobService jobs,
            JobWays ways,
            PlannedChanges planned,
            PanelPlans plans,
            PanelShown shown,
            PanelUsers users,
            Live live) {
        this.setUp = setUp;
        this.devices = devices;
        this.jobs = jobs;
        this.ways = ways;
        this.planned = planned;
        this.plans = plans;
        this.shown = shown;
        this.users = users;
        this.rows = new Cached<>(
                live,
                this::readRows,
                "panel",
                "device",
                "job",
                "profile",
                "name",
                "destination",
                "mail-server",
                "person");
    }

    /** @param place counted from 1 */
    public record Taken(int place, UUID jobId) {}

    /** @param start place of the start key's job; 0 or absent for none @param at when it is to be so; absent for now */
    public record PlanForm(
            List<Taken> places,
            @Nullable Integer start,
            @Nullable Instant at) {
        public PlanForm(List<Taken> places) {
            this(places, null, null);
        }
    }

    /** A job against this device. @param place 0 when it has none here */
    public record Candidate(JobView job, int place, List<Finding> findings) {}

    /** @param place 0 when the job has none here */
    public record PlanRow(JobRow job, int place, List<Finding> findings) {}

    /**
     * @param start place of the start key's job; 0 for none
     * @param plan that the device follows; absent for none
     * @param shown what the panel has shown last; absent when it was never open
     */
    public record PlanView(
            DeviceView device,
            int places,
            List<PlanRow> jobs,
            int start,
            @Nullable FollowedPlan plan,
            @Nullable OnTheDevice shown,
            String version) {}

    /**
     * What the panel at the device has, against what is wanted.
     *
     * @param seenAt when it has last asked, to a few minutes
     * @param readAt when somebody has last signed in there; absent for never
     * @param differs places with another job than is wanted by now, each with the job there, which may be gone
     */
    public record OnTheDevice(Instant seenAt, @Nullable Instant readAt, Map<Integer, String> differs) {}

    public record PanelRow(
            UUID deviceId, String deviceName, String place, int places, int taken, List<Finding> findings) {
        boolean hasStopped() {
            return findings.stream().anyMatch(finding -> finding.severity() == Finding.Severity.STOPS);
        }
    }

    /** Of all devices that scan; and of one that did so when jobs were put there, and only prints now. */
    @Transactional(readOnly = true)
    public List<PanelRow> list() {
        return rows.get();
    }

    @Transactional(readOnly = true)
    public ListPart<PanelRow> list(ListRequest wanted) {
        return LIST.part(rows.get(), wanted);
    }

    /** Each job is checked once against each sort of device, of which an office has few however many devices it has. */
    private List<PanelRow> readRows() {
        Map<UUID, JobView> all = jobs.list().stream().collect(Collectors.toMap(JobView::id, Function.identity()));
        Office office = setUp.office();
        Map<UUID, PanelItem> panels =
                office.all(PanelItem.class).stream().collect(Collectors.toMap(PanelItem::id, Function.identity()));
        List<PanelRow> found = new ArrayList<>();
        for (DeviceView device : devices.list()) {
            Collection<UUID> here = panels.containsKey(device.id())
                    ? panels.get(device.id()).places().values()
                    : List.of();
            if (device.abilities().scans() || !here.isEmpty()) {
                List<Finding> findings =
                        LongList.ordered(here.stream().map(all::get).filter(Objects::nonNull), JobView::name).stream()
                                .flatMap(job -> findings(office, job, device).stream())
                                .toList();
                found.add(new PanelRow(
                        device.id(),
                        device.name(),
                        device.place(),
                        device.abilities().panelPlaces(),
                        here.size(),
                        findings));
            }
        }
        return found;
    }

    /** @throws Refusal when that is not on the panel, or not theirs to use */
    JobView placed(PanelUser user, UUID job) {
        return at(user).stream()
                .map(Candidate::job)
                .filter(one -> one.id().equals(job))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("job on this panel"));
    }

    private List<Finding> findings(Office office, JobView job, DeviceView device) {
        return jobAt(office, job.id(), device).map(known::of).orElse(List.of());
    }

    /** Empty for a job that is gone by now. */
    private static Optional<JobAtDevice> jobAt(Office office, UUID jobId, DeviceView device) {
        return office.find(new Reference(ItemKind.JOB, jobId))
                .map(job -> new JobAtDevice(office, (JobItem) job, device.id(), device.abilities()));
    }

    /** The jobs against the device, and against what is known of the servers that they send through. */
    @Transactional(readOnly = true)
    public PlanView plan(UUID deviceId) {
        return plan(devices.get(deviceId), jobs.list(), setUp.office());
    }

    /** Tries the servers of jobs that are to be put on a device; the plan then says what was found. */
    public void tryWays(PlanForm form) {
        Set<UUID> wanted = form.places().stream().map(Taken::jobId).collect(Collectors.toSet());
        ways.tryThem(
                jobs.list().stream().filter(job -> wanted.contains(job.id())).toList());
    }

    /** The jobs that somebody may use where they stand, in the order of their places. */
    @Transactional(readOnly = true)
    public List<Candidate> at(PanelUser user) {
        return at(user.deviceId(), users.uses(user));
    }

    /** Whether the office lets guests scan, and has a job for them at this device. */
    @Transactional(readOnly = true)
    public boolean areGuestsWelcome(UUID deviceId) {
        if (!users.guestsMayScan()) {
            return false;
        }
        Office office = setUp.office();
        return placesOf(deviceId).values().stream()
                .flatMap(job -> office.find(new Reference(ItemKind.JOB, job)).stream())
                .anyMatch(job -> ((JobItem) job).isForGuests(office));
    }

    /** @param whose the jobs that are seen */
    List<Candidate> at(UUID deviceId, Predicate<JobItem> whose) {
        DeviceView device = devices.get(deviceId);
        Map<UUID, Integer> placeOf = placesByJob(deviceId);
        Office office = setUp.office();
        return jobs.list().stream()
                .filter(job -> placeOf.containsKey(job.id()) && whose.test(job.item()))
                .map(job -> new Candidate(job, placeOf.get(job.id()), findings(office, job, device)))
                .sorted(Comparator.comparingInt(Candidate::place))
                .toList();
    }

    /** Whether a job can go to one of its destinations from a device. */
    boolean canGo(JobView job, UUID destination, DeviceView device) {
        JobAtDevice at = new JobAtDevice(setUp.office(), job.item(), device.id(), device.abilities());
        return Preflight.check(at.to(destination)).stream()
                .noneMatch(finding -> finding.severity() == Finding.Severity.STOPS);
    }

    /** Whether a job still runs at a device with another value of an open setting. */
    boolean canRun(JobView job, DeviceSetting setting, String value, DeviceView device) {
        Map<String, Object> changes = new TreeMap<>(job.item().changes().settings());
        setting.offers().stream()
                .filter(offer -> offer.toString().equals(value))
                .forEach(offer -> changes.put(setting.path(), offer));
        try {
            JobItem otherwise = job.item().withChanges(new ProfileDifference(changes));
            return Preflight.check(new JobAtDevice(setUp.office(), otherwise, device.id(), device.abilities())).stream()
                    .noneMatch(finding -> finding.severity() == Finding.Severity.STOPS);
        } catch (Invalid doesNotGoWithTheOthers) {
            // Chosen with others it may; the answer says so otherwise.
            return true;
        }
    }

    /** @param version of the panel that was looked at; empty to replace whatever it is by now */
    @Transactional
    public PlanView change(UUID deviceId, PlanForm form, String version) {
        int places = devices.get(deviceId).abilities().panelPlaces();
        TreeMap<Integer, UUID> wanted = new TreeMap<>();
        for (Taken taken : form.places()) {
            if (taken.place < 1 || taken.place > places) {
                throw new Invalid(
                        "panel.place",
                        "places",
                        Message.of("problem.panel.places").with("n", places),
                        Message.of("problem.panel.places.remedy"));
            }
            if (wanted.put(taken.place, taken.jobId) != null) {
                throw Invalid.of("panel.twice", "places");
            }
        }
        int start = Objects.requireNonNullElse(form.start(), 0);
        PanelItem panel = new PanelItem(deviceId, wanted, start);
        Message what =
                Message.of("planned.panel").with("name", devices.get(deviceId).name());
        planned.changeAt(
                form.at(),
                what,
                office -> Wish.of(PanelChanges.change(office, panel).stream().toList())
                        .of(panel.reference(), version));
        return plan(deviceId);
    }

    /** What would be changed so that a job runs on a device; nothing is. */
    @Transactional(readOnly = true)
    public List<ItemChange> fixOf(UUID deviceId, UUID jobId) {
        Office now = setUp.office();
        List<Change> changes = fitted(now, deviceId, jobId);
        return ItemChange.of(now, now.apply(changes), changes);
    }

    /** Puts a copy of the job that the device can run in its place. @throws Invalid when there is nothing to do */
    @Transactional
    public PlanView fix(UUID deviceId, UUID jobId) {
        setUp.change(office -> {
            List<Change> changes = fitted(office, deviceId, jobId);
            if (changes.isEmpty()) {
                throw Invalid.of("panel.fix", "jobId");
            }
            return new Wish(changes, Map.of(), Map.of());
        });
        return plan(deviceId);
    }

    private List<Change> fitted(Office office, UUID deviceId, UUID jobId) {
        return jobAt(office, jobId, devices.get(deviceId))
                .map(at -> Preflight.fix(at, UUID::randomUUID))
                .orElse(List.of());
    }

    SortedMap<Integer, UUID> placesOf(UUID deviceId) {
        return panel(deviceId).places();
    }

    /** One on which nothing has been placed has no jobs. */
    private PanelItem panel(UUID deviceId) {
        return setUp.find(new Reference(ItemKind.PANEL, deviceId))
                .map(PanelItem.class::cast)
                .orElseGet(() -> new PanelItem(deviceId, new TreeMap<>()));
    }

    private String versionOf(UUID deviceId) {
        return setUp.find(new Reference(ItemKind.PANEL, deviceId))
                .map(SetUp::versionOf)
                .orElse(SetUp.ABSENT);
    }

    private Map<UUID, Integer> placesByJob(UUID deviceId) {
        Map<UUID, Integer> placeOf = new HashMap<>();
        placesOf(deviceId).forEach((place, job) -> placeOf.put(job, place));
        return placeOf;
    }

    /** @param office read once: whoever writes reads all of it anew */
    private PlanView plan(DeviceView device, List<JobView> all, Office office) {
        Map<UUID, List<Finding>> ofWays = ways.findings(all, office);
        Map<UUID, Integer> placeOf = placesByJob(device.id());
        List<PlanRow> candidates = all.stream()
                .map(job -> new PlanRow(
                        job.row(),
                        placeOf.getOrDefault(job.id(), 0),
                        Stream.concat(
                                        findings(office, job, device).stream(),
                                        ofWays.getOrDefault(job.id(), List.of()).stream())
                                .toList()))
                .toList();
        return new PlanView(
                device,
                device.abilities().panelPlaces(),
                candidates,
                panel(device.id()).start(),
                plans.followed(device).orElse(null),
                shown.of(device.id())
                        .map(last -> onTheDevice(last, device, office))
                        .orElse(null),
                versionOf(device.id()));
    }

    private OnTheDevice onTheDevice(PanelShown.Shown last, DeviceView device, Office office) {
        Map<Integer, String> differs = new TreeMap<>();
        SortedMap<Integer, UUID> there = last.readAt() == null ? placesOf(device.id()) : last.places();
        PanelPlanItem.exceptions(placesOf(device.id()), there)
                .forEach(place -> differs.put(
                        place,
                        Optional.ofNullable(there.get(place))
                                .flatMap(job -> office.find(new Reference(ItemKind.JOB, job)))
                                .map(Item::name)
                                .orElse("")));
        return new OnTheDevice(last.seenAt(), last.readAt(), differs);
    }

    /** Of the start key; none where its job is not for whoever stands there. */
    Optional<UUID> startJob(UUID deviceId) {
        PanelItem panel = panel(deviceId);
        return Optional.ofNullable(panel.places().get(panel.start()));
    }
}
