package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Holds a job against its ways out: whether they answered when they were last tried, and whether its usual scans fit. */
public final class WaysOut {
    /** Pages of a usual scan; common practice, no source. */
    public static final int USUAL_PAGES = 10;

    private WaysOut() {}

    /**
     * A server that a job's files go through, as it was last found.
     *
     * @param trouble empty when it answered, or was never tried
     * @param room empty when nothing is refused for its size
     */
    public record Way(String name, Optional<Trouble> trouble, Optional<Room> room) {}

    /** What was wrong when it was tried. */
    public record Trouble(String sentence, String remedy) {}

    /** @param limitMb what a message may weigh; {@code pages} of this job, in nine scans of ten, stay below it */
    public record Room(int limitMb, int pages) {}

    public static List<Finding> check(String jobName, List<Way> ways) {
        List<Finding> findings = new ArrayList<>();
        for (Way way : ways) {
            way.trouble.ifPresent(trouble -> findings.add(new Finding(
                    "job.way-out",
                    Severity.CARE,
                    jobName,
                    way.name + " did not take it when it was last tried. " + trouble.sentence,
                    trouble.remedy)));
            way.room
                    .filter(room -> room.pages < USUAL_PAGES)
                    .ifPresent(room -> findings.add(new Finding(
                            "job.too-large",
                            Severity.CARE,
                            jobName,
                            way.name + " takes " + room.limitMb + " MB, which " + holds(room.pages)
                                    + " of this job; scans of " + USUAL_PAGES + " are usual.",
                            "Choose a profile that makes smaller files, or let the job send a link when a mail is too"
                                    + " large.")));
        }
        return List.copyOf(findings);
    }

    private static String holds(int pages) {
        return switch (pages) {
            case 0 -> "does not hold a page";
            case 1 -> "holds one page";
            default -> "holds " + pages + " pages";
        };
    }
}
