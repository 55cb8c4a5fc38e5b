package inky.courier.panel;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.preflight.Finding;
import inky.courier.core.preflight.Preflight;
import inky.courier.core.profile.ScanProfile;
import inky.courier.dependents.Dependents;
import inky.courier.dependents.Dependents.Dependent;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobRow;
import inky.courier.job.JobService.JobView;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.profile.ProfileService;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.LongList;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Which job is in which place of which device's panel. */
@Service
public class PanelPlaces implements Dependents.Source {
    private static final LongList<PanelRow> LIST = new LongList<PanelRow>(
                    row -> Stream.of(row.deviceName(), row.place()), PanelRow::hasStopped)
            .column("device", PanelRow::deviceName)
            .column("place", PanelRow::place)
            .column("jobs", PanelRow::taken);

    private final JdbcClient jdbc;
    private final DeviceService devices;
    private final JobService jobs;
    private final ProfileService profiles;
    private final JobWays ways;
    private final ChangeLog changes;
    private final Live live;
    private final Cached<List<PanelRow>> rows;

    /** What was found of jobs at sorts of devices. */
    private final Cached<Map<Pair, List<Finding>>> checked;

    PanelPlaces(
            JdbcClient jdbc,
            DeviceService devices,
            JobService jobs,
            ProfileService profiles,
            JobWays ways,
            ChangeLog changes,
            Live live) {
        this.jdbc = jdbc;
        this.devices = devices;
        this.jobs = jobs;
        this.profiles = profiles;
        this.ways = ways;
        this.changes = changes;
        this.live = live;
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
        this.checked = new Cached<>(live, ConcurrentHashMap::new, "job", "profile", "destination", "person");
    }

    /** @param place counted from 1 */
    public record Taken(int place, UUID jobId) {}

    public record PlanForm(List<Taken> places) {}

    /** A job against this device. @param place 0 when it has none here */
    public record Candidate(JobView job, int place, List<Finding> findings) {}

    /** @param place 0 when the job has none here */
    public record PlanRow(JobRow job, int place, List<Finding> findings) {}

    public record PlanView(DeviceView device, int places, List<PlanRow> jobs) {}

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
        Map<UUID, List<UUID>> placed = new HashMap<>();
        jdbc.sql("select device_id, job_id from panel_place order by device_id, place")
                .query((row, n) -> placed.computeIfAbsent(row.getObject(1, UUID.class), id -> new ArrayList<>())
                        .add(row.getObject(2, UUID.class)))
                .list();
        Checks checks = new Checks();
        List<PanelRow> found = new ArrayList<>();
        for (DeviceView device : devices.list()) {
            List<UUID> here = placed.getOrDefault(device.id(), List.of());
            if (device.abilities().scans() || !here.isEmpty()) {
                List<Finding> findings =
                        LongList.ordered(here.stream().map(all::get).filter(Objects::nonNull), JobView::name).stream()
                                .flatMap(job -> checks.of(job, device.abilities()).stream())
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

    private record Pair(UUID job, DeviceAbilities abilities) {}

    /** Each profile is read once, and only if something was not checked before. */
    private final class Checks {
        private final Map<Pair, List<Finding>> known = checked.get();
        private final Map<UUID, ScanProfile> values = new HashMap<>();

        List<Finding> of(JobView job, DeviceAbilities abilities) {
            return known.computeIfAbsent(
                    new Pair(job.id(), abilities),
                    pair -> Preflight.check(
                            job.name(),
                            values.computeIfAbsent(job.profileId(), profiles::value),
                            exits(job),
                            abilities));
        }
    }

    /** The jobs against the device, and against what is known of the servers that they send through. */
    @Transactional(readOnly = true)
    public PlanView plan(UUID deviceId) {
        List<JobView> all = jobs.list();
        return plan(devices.get(deviceId), all, ways.findings(all));
    }

    /** Tries the servers of jobs that are to be put on a device; the plan then says what was found. */
    public void tryWays(PlanForm form) {
        Set<UUID> wanted = form.places().stream().map(Taken::jobId).collect(Collectors.toSet());
        ways.tryThem(
                jobs.list().stream().filter(job -> wanted.contains(job.id())).toList());
    }

    /** The jobs at the device, in the order of their places. */
    @Transactional(readOnly = true)
    public List<Candidate> at(UUID deviceId) {
        DeviceView device = devices.get(deviceId);
        Map<UUID, Integer> placeOf = placesOf(deviceId);
        Checks checks = new Checks();
        return jobs.list().stream()
                .filter(job -> placeOf.containsKey(job.id()))
                .map(job -> new Candidate(job, placeOf.get(job.id()), checks.of(job, device.abilities())))
                .sorted(Comparator.comparingInt(Candidate::place))
                .toList();
    }

    @Transactional
    public PlanView change(UUID deviceId, PlanForm form) {
        PlanView before = plan(deviceId);
        Map<UUID, JobView> known = jobs.list().stream().collect(Collectors.toMap(JobView::id, Function.identity()));
        Set<Integer> places = new HashSet<>();
        Set<UUID> placed = new HashSet<>();
        for (Taken taken : form.places()) {
            if (taken.place < 1 || taken.place > before.places) {
                throw new Invalid(
                        "panel.place",
                        "places",
                        "This panel has " + before.places + " places.",
                        "Take a job off first, or use another device.");
            }
            if (!known.containsKey(taken.jobId) || !places.add(taken.place) || !placed.add(taken.jobId)) {
                throw new Invalid(
                        "panel.twice", "places", "A place takes one job, and a job one place.", "Reload the plan.");
            }
        }
        jdbc.sql("delete from panel_place where device_id = ?").param(deviceId).update();
        for (Taken taken : form.places()) {
            jdbc.sql("insert into panel_place (device_id, place, job_id) values (?, ?, ?)")
                    .params(deviceId, taken.place, taken.jobId)
                    .update();
        }
        PlanView after = plan(deviceId);
        changes.record("panel", deviceId, before.device.name(), names(before), names(after));
        live.tell("panel", deviceId);
        return after;
    }

    @Override
    @Transactional(readOnly = true)
    public List<Dependent> on(Dependents.Kind kind, UUID id) {
        return kind != Dependents.Kind.JOB
                ? List.of()
                : jdbc.sql(
                                "select d.id, d.name from panel_place p join device d on d.id = p.device_id where p.job_id = ? order by d.name")
                        .param(id)
                        .query((row, n) -> new Dependent(
                                Dependents.Kind.DEVICE,
                                row.getObject(1, UUID.class),
                                "the panel of " + row.getString(2)))
                        .list();
    }

    private Map<UUID, Integer> placesOf(UUID deviceId) {
        return jdbc
                .sql("select job_id, place from panel_place where device_id = ?")
                .param(deviceId)
                .query((row, n) -> new Taken(row.getInt(2), row.getObject(1, UUID.class)))
                .list()
                .stream()
                .collect(Collectors.toMap(Taken::jobId, Taken::place));
    }

    private PlanView plan(DeviceView device, List<JobView> all, Map<UUID, List<Finding>> ofWays) {
        Map<UUID, Integer> placeOf = placesOf(device.id());
        Checks checks = new Checks();
        List<PlanRow> candidates = all.stream()
                .map(job -> new PlanRow(
                        job.row(),
                        placeOf.getOrDefault(job.id(), 0),
                        Stream.concat(
                                        checks.of(job, device.abilities()).stream(),
                                        ofWays.getOrDefault(job.id(), List.of()).stream())
                                .toList()))
                .toList();
        return new PlanView(device, device.abilities().panelPlaces(), candidates);
    }

    private static Preflight.Exits exits(JobView job) {
        List<DestinationView> sticks = job.destinations().stream()
                .filter(d -> d.kind() == DestinationKind.USB)
                .toList();
        return new Preflight.Exits(
                !sticks.isEmpty(),
                sticks.stream().anyMatch(d -> d.folder() != null && d.folder().mustEncrypt()),
                job.destinations().stream().anyMatch(d -> d.kind() == DestinationKind.SHELF));
    }

    private static Map<Integer, String> names(PlanView plan) {
        return plan.jobs.stream()
                .filter(c -> c.place > 0)
                .collect(Collectors.toMap(PlanRow::place, row -> row.job.name()));
    }
}
