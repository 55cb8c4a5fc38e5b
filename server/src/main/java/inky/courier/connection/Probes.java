package inky.courier.connection;

import inky.courier.web.Json;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The history of probes of each route. */
@Component
public class Probes {
    private final KeptProbeRepository kept;

    Probes(KeptProbeRepository kept) {
        this.kept = kept;
    }

    @Transactional
    public void keep(UUID routeId, ProbeReport report) {
        KeptProbe probe = new KeptProbe();
        probe.routeId = routeId;
        probe.at = report.at();
        probe.passed = report.passed();
        probe.report = Json.write(report);
        kept.save(probe);
    }

    @Transactional(readOnly = true)
    public Optional<ProbeReport> last(UUID routeId) {
        return kept.findFirstByRouteIdOrderByAtDesc(routeId).map(Probes::read);
    }

    @Transactional(readOnly = true)
    public Optional<Instant> lastAt(UUID routeId) {
        return kept.findFirstByRouteIdOrderByAtDesc(routeId).map(probe -> probe.at);
    }

    /** The newest first. */
    @Transactional(readOnly = true)
    public List<ProbeReport> history(UUID routeId) {
        return kept.findTop20ByRouteIdOrderByAtDesc(routeId).stream()
                .map(Probes::read)
                .toList();
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public void forget(UUID routeId) {
        kept.deleteByRouteId(routeId);
    }

    private static ProbeReport read(KeptProbe probe) {
        return Json.read(probe.report, ProbeReport.class);
    }
}
