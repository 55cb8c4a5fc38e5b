package inky.courier.watch;

import inky.courier.alert.Alerts;
import inky.courier.alert.Alerts.AlertView;
import inky.courier.core.access.Right;
import inky.courier.core.alert.AlertRule;
import inky.courier.core.alert.AlertWeight;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.message.Message;
import inky.courier.core.preflight.Finding;
import inky.courier.delivery.query.DayOfDeliveries;
import inky.courier.delivery.query.DayOfDeliveries.Day;
import inky.courier.delivery.query.DeliveryQueries;
import inky.courier.delivery.query.DeliveryQueries.DeliveryRow;
import inky.courier.delivery.query.Troubles;
import inky.courier.delivery.query.Troubles.Trouble;
import inky.courier.delivery.query.Troubles.Unmade;
import inky.courier.destination.DestinationService;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.help.HelpDeskCalls;
import inky.courier.help.HelpDeskCalls.HelpCallView;
import inky.courier.intake.IncomingList;
import inky.courier.job.JobService;
import inky.courier.mail.MailServers;
import inky.courier.mail.MailServers.MailServerView;
import inky.courier.naming.NamingService;
import inky.courier.panel.PanelPlaces;
import inky.courier.people.PeopleService;
import inky.courier.preflight.Findings;
import inky.courier.profile.ProfileService;
import inky.courier.queue.Queue;
import inky.courier.web.Access;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Puts together what is told on the first page. */
@Service
class Watch {
    /** Of which nobody has to be told: also those whose firmware is updated, which somebody wanted. */
    private static final Set<DeviceCondition.State> WELL =
            Set.of(DeviceCondition.State.READY, DeviceCondition.State.BUSY, DeviceCondition.State.UPDATING);

    private static final int MOST_FINDINGS = 20;
    private static final int MOST_DEVICES = 20;

    /** A restart of the database fails a few times, and passes. */
    private static final int WORTH_A_WORD = 5;

    /** Rules whose matter is told of here as it stands, without an alert. */
    private static final Set<AlertRule> SEEN_ANYWAY = Set.of(AlertRule.OWN_WORK, AlertRule.FAILURES);

    private final HelpDeskCalls calls;
    private final Alerts alerts;
    private final IncomingList incoming;
    private final DeliveryQueries deliveries;
    private final Troubles troubles;
    private final DayOfDeliveries day;
    private final DeviceService devices;
    private final MailServers servers;
    private final DestinationService destinations;
    private final ProfileService profiles;
    private final NamingService names;
    private final JobService jobs;
    private final PeopleService people;
    private final PanelPlaces panels;
    private final Queue queue;
    private final SecurityWatch security;
    private final Findings preflight;
    private final Clock clock;

    /** What was once scanned stays so. */
    private volatile boolean scanned;

    Watch(
            HelpDeskCalls calls,
            Alerts alerts,
            IncomingList incoming,
            DeliveryQueries deliveries,
            Troubles troubles,
            DayOfDeliveries day,
            DeviceService devices,
            MailServers servers,
            DestinationService destinations,
            ProfileService profiles,
            NamingService names,
            JobService jobs,
            PeopleService people,
            PanelPlaces panels,
            Queue queue,
            SecurityWatch security,
            Findings preflight,
            Clock clock) {
        this.calls = calls;
        this.alerts = alerts;
        this.incoming = incoming;
        this.deliveries = deliveries;
        this.troubles = troubles;
        this.day = day;
        this.devices = devices;
        this.servers = servers;
        this.destinations = destinations;
        this.profiles = profiles;
        this.names = names;
        this.jobs = jobs;
        this.people = people;
        this.panels = panels;
        this.queue = queue;
        this.security = security;
        this.preflight = preflight;
        this.clock = clock;
    }

    /** The stops of the set-up, in the order of the work. */
    enum SetUpStop {
        DEVICES,
        MAIL_SERVERS,
        DESTINATIONS,
        PROFILES,
        NAMES,
        JOBS,
        PEOPLE,
        PANELS
    }

    enum Mark {
        DONE,
        MISSING,
        CARE,
        FAILED
    }

    record StopView(SetUpStop stop, int count, Mark mark) {}

    /**
     * @param calls for help that nobody has answered
     * @param unclaimed scans of which nobody knows whose they are
     * @param alerts open ones that are not put off
     * @param devicesDown at which nobody can scan or print
     * @param firstScan whether anything has ever been delivered
     * @param findingCount how many there are
     * @param findings the first of them
     * @param preflight how many things are found in the whole set-up that nobody has accepted
     */
    record Overview(
            int calls,
            int unclaimed,
            int devicesDown,
            int needCare,
            int alerts,
            int onTheLine,
            List<StopView> setUp,
            boolean firstScan,
            int findingCount,
            List<PanelFinding> findings,
            int preflight) {}

    /** A job on a panel that cannot run there. */
    record PanelFinding(UUID deviceId, String deviceName, Finding finding) {}

    /** Something that needs a person, with where to mend it. */
    record DeviceNeed(UUID deviceId, String name, String place, DeviceCondition.State condition, Message sentence) {}

    /** Work of Courier's own that fails again and again. @param what in words @param failures in a row */
    record OwnFailure(String what, int failures, Instant last) {}

    /**
     * @param calls for help from panels that have not ended
     * @param stoppedDevices at which nobody can scan or print
     * @param deviceWarnings devices that work and want something
     * @param devices the first of both sorts
     * @param alerts of what is seen nowhere else here
     */
    record Today(
            List<HelpCallView> calls,
            List<OwnFailure> ownFailures,
            List<SecurityWatch.GuessAlert> guessing,
            List<Trouble> troubles,
            List<Unmade> unmade,
            int stoppedDevices,
            int deviceWarnings,
            List<DeviceNeed> devices,
            List<AlertView> alerts,
            List<DeliveryRow> line,
            Day day) {}

    /** Those that whoever asks may answer. */
    private List<HelpCallView> calls() {
        return Access.may(Right.HELP_AT_PANELS) ? calls.open() : List.of();
    }

    private Stream<AlertView> told() {
        Instant now = clock.instant();
        return alerts.open().stream()
                .filter(alert -> alert.weight() != AlertWeight.NOTE
                        && (alert.putOffUntil() == null || !alert.putOffUntil().isAfter(now)));
    }

    @Transactional(readOnly = true)
    Overview overview() {
        List<Trouble> troubles = this.troubles.byCause();
        int needCare = troubles.stream().mapToInt(Trouble::deliveries).sum()
                + this.troubles.unmade().stream().mapToInt(Unmade::deliveries).sum();
        List<DeviceView> allDevices = devices.seen();
        List<MailServerView> allServers = servers.list();
        List<DestinationView> allDestinations = destinations.list();
        Set<UUID> seen = allDevices.stream().map(DeviceView::id).collect(Collectors.toSet());
        List<PanelPlaces.PanelRow> allPanels = panels.list().stream()
                .filter(panel -> seen.contains(panel.deviceId()))
                .toList();
        List<PanelFinding> findings = allPanels.stream()
                .flatMap(panel -> panel.findings().stream()
                        .filter(finding -> finding.severity() == Finding.Severity.STOPS)
                        .map(finding -> new PanelFinding(panel.deviceId(), panel.deviceName(), finding)))
                .toList();
        int taken = (int) allPanels.stream().filter(panel -> panel.taken() > 0).count();
        List<StopView> setUp = List.of(
                stop(SetUpStop.DEVICES, allDevices.size(), deviceMark(allDevices)),
                stop(SetUpStop.MAIL_SERVERS, allServers.size(), serverMark(allServers, troubles)),
                stop(SetUpStop.DESTINATIONS, allDestinations.size(), destinationMark(allDestinations, troubles)),
                stop(SetUpStop.PROFILES, profiles.list().size(), Mark.DONE),
                stop(SetUpStop.NAMES, names.list().size(), Mark.DONE),
                stop(SetUpStop.JOBS, jobs.list().size(), Mark.DONE),
                stop(SetUpStop.PEOPLE, people.list().size(), Mark.DONE),
                stop(SetUpStop.PANELS, taken, findings.isEmpty() ? Mark.DONE : Mark.CARE));
        scanned = scanned || !deliveries.onTheLine().isEmpty();
        return new Overview(
                (int) calls().stream().filter(HelpCallView::waits).count(),
                incoming.unclaimed(),
                (int) devices.seen().stream().filter(Watch::isStopped).count(),
                needCare,
                (int) told().count(),
                day.day().now().moving(),
                setUp,
                scanned,
                findings.size(),
                findings.stream().limit(MOST_FINDINGS).toList(),
                preflight.open());
    }

    @Transactional(readOnly = true)
    Today today() {
        List<DeviceNeed> needs = devices.seen().stream()
                .filter(d -> !WELL.contains(d.condition()))
                .sorted(java.util.Comparator.comparing(DeviceView::condition).reversed())
                .map(d -> new DeviceNeed(d.id(), d.name(), d.place(), d.condition(), wordsOf(d)))
                .toList();
        List<DeviceNeed> stopped = needs.stream()
                .filter(d -> d.condition() != DeviceCondition.State.CARE)
                .toList();
        List<DeviceNeed> warned = needs.stream()
                .filter(d -> d.condition() == DeviceCondition.State.CARE)
                .toList();
        return new Today(
                calls(),
                ownFailures(),
                security.alerts(),
                troubles.byCause(),
                troubles.unmade(),
                stopped.size(),
                needs.size() - stopped.size(),
                Stream.of(stopped, warned)
                        .flatMap(some -> some.stream().limit(MOST_DEVICES))
                        .toList(),
                told().filter(alert -> !SEEN_ANYWAY.contains(alert.rule())
                                && (alert.rule() != AlertRule.DEVICE_DOWN
                                        || alert.concerns().size() > 1))
                        .toList(),
                deliveries.onTheLine(),
                day.day());
    }

    /** Nobody can use it, and nobody wanted that. */
    private static boolean isStopped(DeviceView device) {
        return device.cannotBeUsed() && device.condition() != DeviceCondition.State.UPDATING;
    }

    /** Who stands there in vain matters more than the reason. */
    private static Message wordsOf(DeviceView device) {
        if (device.condition() == DeviceCondition.State.CARE) {
            return device.conditionWords();
        }
        return device.conditionWords()
                .and(Message.of(device.abilities().scans() ? "device.nobody-scans" : "device.nobody-prints"));
    }

    private List<OwnFailure> ownFailures() {
        return queue.failing(WORTH_A_WORD).stream()
                .map(f -> new OwnFailure(f.words(), f.failures(), f.last()))
                .toList();
    }

    private static StopView stop(SetUpStop stop, int count, Mark mark) {
        return new StopView(stop, count, count == 0 ? Mark.MISSING : mark);
    }

    private static Mark deviceMark(List<DeviceView> devices) {
        if (devices.stream().anyMatch(Watch::isStopped)) {
            return Mark.FAILED;
        }
        return devices.stream().anyMatch(d -> d.condition() == DeviceCondition.State.CARE) ? Mark.CARE : Mark.DONE;
    }

    private static Mark serverMark(List<MailServerView> servers, List<Trouble> troubles) {
        if (servers.stream()
                .anyMatch(s ->
                        troubles.stream().anyMatch(t -> t.waits() && t.routeId().equals(s.id())))) {
            return Mark.FAILED;
        }
        boolean care = servers.stream()
                .anyMatch(s -> s.lastProbe() == null
                        || !s.lastProbe().passed()
                        || !s.advice().isEmpty());
        return care ? Mark.CARE : Mark.DONE;
    }

    private static Mark destinationMark(List<DestinationView> destinations, List<Trouble> troubles) {
        if (destinations.stream()
                .anyMatch(d ->
                        troubles.stream().anyMatch(t -> t.waits() && t.routeId().equals(d.id())))) {
            return Mark.FAILED;
        }
        boolean care = destinations.stream()
                .anyMatch(d -> d.lastProbe() != null && !d.lastProbe().passed());
        return care ? Mark.CARE : Mark.DONE;
    }
}
