package inky.courier.core.preflight;

import inky.courier.core.message.Message;
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
    public record Trouble(Message sentence, Message remedy) {}

    /** @param limitMb what a message may weigh; {@code pages} of this job, in nine scans of ten, stay below it */
    public record Room(int limitMb, int pages) {}

    public static List<Finding> check(String jobName, List<Way> ways) {
        List<Finding> findings = new ArrayList<>();
        for (Way way : ways) {
            way.trouble.ifPresent(trouble -> findings.add(new Finding(
                    "job.way-out",
                    Severity.CARE,
                    jobName,
                    Message.of("job.way-out").with("way", way.name).and(trouble.sentence),
                    trouble.remedy)));
            way.room
                    .filter(room -> room.pages < USUAL_PAGES)
                    .ifPresent(room -> findings.add(Finding.of("job.too-large", Severity.CARE, jobName)
                            .with("way", way.name)
                            .with("mb", room.limitMb)
                            .with("pages", room.pages)
                            .with("usual", USUAL_PAGES)));
        }
        return List.copyOf(findings);
    }
}
