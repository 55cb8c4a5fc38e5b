package inky.courier.core.preflight;

import inky.courier.core.job.Zone;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether a job's name, subject or text shows the text of a zone that the job does not have. */
final class ZoneMissingCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.jobs().flatMap(job -> {
            Set<String> wanted = new TreeSet<>();
            JobTexts.of(at, job).forEach(template -> wanted.addAll(template.neededZones()));
            job.zones().stream().map(Zone::key).forEach(wanted::remove);
            return wanted.isEmpty()
                    ? Stream.of()
                    : Stream.of(Finding.of("job.zone-missing", Severity.CARE, job)
                            .with(
                                    "zones",
                                    wanted.stream().map(key -> "zone." + key).collect(Collectors.joining(", "))));
        });
    }
}
