package inky.courier.core.preflight;

import inky.courier.core.office.JobItem;
import inky.courier.core.office.PanelItem;
import inky.courier.core.preflight.Finding.Severity;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether two jobs on one panel have the same stamp and names that begin alike: people press the wrong one. */
final class JobsLookAlikeCheck implements OfficeCheck {
    /** Letters and digits at the beginning that a hurried person reads; judgement, not measurement. */
    private static final int READ = 10;

    @Override
    public Stream<Finding> find(WholeOffice at) {
        // A large office has the same jobs on a thousand panels: they are compared once, and each set of them once.
        Map<UUID, JobItem> jobs = at.jobs().collect(Collectors.toMap(JobItem::id, Function.identity()));
        Map<UUID, String> looks = new HashMap<>();
        jobs.forEach((id, job) -> looks.put(id, job.icon() + " " + beginning(job.name())));
        return at.all(PanelItem.class)
                .map(panel -> List.copyOf(panel.places().values()))
                .distinct()
                .flatMap(placed -> onOne(placed, jobs, looks))
                .distinct();
    }

    private static Stream<Finding> onOne(List<UUID> placed, Map<UUID, JobItem> jobs, Map<UUID, String> looks) {
        Map<String, List<JobItem>> alike = placed.stream()
                .flatMap(id -> Stream.ofNullable(jobs.get(id)))
                .collect(Collectors.groupingBy(job -> looks.getOrDefault(job.id(), "")));
        return alike.values().stream()
                .filter(same -> same.size() > 1)
                .map(same -> Finding.of("job.looks-alike", Severity.CARE, same.get(0))
                        .with("other", same.get(1).name()));
    }

    private static String beginning(String name) {
        String letters = name.toLowerCase(Locale.ROOT).replaceAll("[^\\p{L}\\p{N}]", "");
        return letters.substring(0, Math.min(READ, letters.length()));
    }
}
