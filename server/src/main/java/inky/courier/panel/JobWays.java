package inky.courier.panel;

import inky.courier.connection.DailyProbes;
import inky.courier.connection.ProbeReport;
import inky.courier.connection.Probes;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.core.preflight.Finding;
import inky.courier.core.preflight.JobRoute;
import inky.courier.core.preflight.JobRoute.Room;
import inky.courier.core.preflight.JobRoute.Trouble;
import inky.courier.core.preflight.Preflight;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.delivery.query.Troubles;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.job.JobService.JobView;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.mail.MailServers;
import inky.courier.mail.MailServers.MailServerView;
import inky.courier.profile.ProfileService;
import inky.courier.sizing.Sizes;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** The servers that jobs send through: tried before a job is put on a device, and what is known of them. */
@Component
class JobWays {
    /** What was well so lately is not asked again: a hundred panels are not a hundred questions. */
    private static final Duration FRESH = Duration.ofHours(1);

    private static final long MB = 1 << 20;

    private final DailyProbes dailyProbes;
    private final Probes probes;
    private final Troubles troubles;
    private final MailServers servers;
    private final ProfileService profiles;
    private final Sizes sizes;
    private final Clock clock;
    private final Cached<Map<Asked, Optional<Integer>>> fits;

    JobWays(
            DailyProbes dailyProbes,
            Probes probes,
            Troubles troubles,
            MailServers servers,
            ProfileService profiles,
            Sizes sizes,
            Clock clock,
            Live live) {
        this.dailyProbes = dailyProbes;
        this.probes = probes;
        this.troubles = troubles;
        this.servers = servers;
        this.profiles = profiles;
        this.sizes = sizes;
        this.clock = clock;
        this.fits = new Cached<>(live, ConcurrentHashMap::new, "profile");
    }

    /** Probes every server of these jobs that was not well within the hour, or for which something waits. */
    void tryThem(Collection<JobView> jobs) {
        Instant fresh = clock.instant().minus(FRESH);
        Set<UUID> waitedFor = troubles.routes().keySet();
        Set<UUID> routes = jobs.stream()
                .flatMap(job -> servers(job).stream())
                .map(DestinationView::routeId)
                .filter(route -> probes.last(route)
                        .filter(report -> report.passed() && report.at().isAfter(fresh) && !waitedFor.contains(route))
                        .isEmpty())
                .collect(Collectors.toSet());
        if (!routes.isEmpty()) {
            dailyProbes.visit(routes);
        }
    }

    /** What is known against each job, by its id. */
    Map<UUID, List<Finding>> findings(List<JobView> jobs, Office office) {
        Map<UUID, MailServerView> mail =
                servers.list().stream().collect(Collectors.toMap(MailServerView::id, server -> server));
        Map<Asked, Optional<Integer>> fits = this.fits.get();
        return jobs.stream().collect(Collectors.toMap(JobView::id, job -> {
            Optional<JobItem> item =
                    office.find(new Reference(ItemKind.JOB, job.id())).map(JobItem.class::cast);
            Stream<JobRoute> routes = item.stream()
                    .flatMap(it -> servers(job).stream().map(d -> {
                        Optional<ProbeReport> report = Optional.ofNullable(
                                mail.containsKey(d.routeId())
                                        ? mail.get(d.routeId()).lastProbe()
                                        : d.lastProbe());
                        return new JobRoute(
                                it,
                                d.routeName(),
                                report.filter(r -> !r.passed()).map(r -> new Trouble(r.sentence(), r.remedy())),
                                room(job, mail.get(d.routeId()), fits));
                    }));
            return Preflight.check(routes.toList());
        }));
    }

    private record Asked(UUID profile, ProfileDifference changes, int limitMb) {}

    private Optional<Room> room(JobView job, MailServerView server, Map<Asked, Optional<Integer>> fits) {
        if (server == null || job.item().whenTooLarge() != WhenTooLarge.REFUSE) {
            return Optional.empty();
        }
        int limit = server.limitMb();
        if (limit == 0) {
            return Optional.empty();
        }
        return fits.computeIfAbsent(new Asked(job.item().profileId(), job.item().changes(), limit), this::pagesThatFit)
                .map(fit -> new Room(limit, fit));
    }

    private Optional<Integer> pagesThatFit(Asked asked) {
        ScanProfile profile = profiles.value(asked.profile, asked.changes);
        return Optional.ofNullable(sizes.estimate(profile, MediaSizes.A4, Preflight.USUAL_PAGES, asked.limitMb * MB, "")
                .pagesThatFit());
    }

    /**
     * One destination for each server. A link is sent by mail, but what it weighs stays here; a device that prints is
     * watched anyway.
     */
    private static Collection<DestinationView> servers(JobView job) {
        return job.destinations().stream()
                .filter(d -> d.kind().isMail() || d.kind().isServer())
                .collect(Collectors.toMap(DestinationView::routeId, d -> d, (one, other) -> one, LinkedHashMap::new))
                .values();
    }
}
