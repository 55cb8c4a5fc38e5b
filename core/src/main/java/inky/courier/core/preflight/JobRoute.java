package inky.courier.core.preflight;

import inky.courier.core.message.Message;
import inky.courier.core.office.JobItem;
import java.util.Optional;

/**
 * A server that a job's files go through, as it was last found.
 *
 * @param name of the server
 * @param trouble empty when it answered, or was never tried
 * @param room empty when nothing is refused for its size
 */
public record JobRoute(JobItem job, String name, Optional<Trouble> trouble, Optional<Room> room) {
    /** What was wrong when it was tried. */
    public record Trouble(Message sentence, Message remedy) {}

    /** @param limitMb what a message may weigh; {@code pages} of this job, in nine scans of ten, stay below it */
    public record Room(int limitMb, int pages) {}
}
