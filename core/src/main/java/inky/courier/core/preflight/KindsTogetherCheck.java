package inky.courier.core.preflight;

import inky.courier.core.office.Change;
import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import java.util.List;
import java.util.stream.Stream;

/** Whether kinds of paper are to go to different destinations, while all pages share a file, which goes by its first page. */
final class KindsTogetherCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.jobs()
                .filter(job -> job.targets().stream()
                        .anyMatch(target -> !target.kinds().isEmpty()))
                .filter(job -> !job.profile(at.office()).grouping().byKind())
                .map(job -> Finding.of("job.kinds-together", Severity.CARE, job).mending(true));
    }

    /** The job has a file for each kind. */
    @Override
    public List<Change> fix(WholeOffice at, Finding found) {
        return at.jobs()
                .filter(job -> job.reference().equals(found.subject()))
                .<Change>map(job -> {
                    ScanProfile base = job.withChanges(ProfileDifference.NONE).profile(at.office());
                    ScanProfile scan = job.profile(at.office());
                    Grouping g = scan.grouping();
                    ScanProfile apart =
                            scan.withGrouping(new Grouping(g.everyPages(), g.atBlank(), g.atSeparator(), true));
                    return new Change.Put(job.withChanges(ProfileDifference.between(base, apart)));
                })
                .toList();
    }
}
