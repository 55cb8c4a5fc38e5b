package inky.courier.job;

import inky.courier.core.office.JobItem;
import jakarta.persistence.Column;
import jakarta.persistence.Embeddable;
import java.util.List;
import java.util.Objects;
import java.util.UUID;

/** A destination of a job, and which kinds of paper go there. */
@Embeddable
class JobTarget {
    @Column(name = "destination_id")
    UUID destinationId;

    /** Names of kinds with commas between; {@link inky.courier.core.job.KindsOfPaper#REST} for what goes nowhere else; empty for all. */
    String kinds = "";

    protected JobTarget() {}

    private JobTarget(UUID destinationId, String kinds) {
        this.destinationId = destinationId;
        this.kinds = kinds;
    }

    static JobTarget of(JobItem.Target target) {
        return new JobTarget(target.destinationId(), String.join(",", target.kinds()));
    }

    JobItem.Target value() {
        return new JobItem.Target(destinationId, kinds.isEmpty() ? List.of() : List.of(kinds.split(",")));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof JobTarget target
                && destinationId.equals(target.destinationId)
                && kinds.equals(target.kinds);
    }

    @Override
    public int hashCode() {
        return Objects.hash(destinationId, kinds);
    }
}
