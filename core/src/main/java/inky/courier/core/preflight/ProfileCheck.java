package inky.courier.core.preflight;

import inky.courier.core.office.Change;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;

/** What a device cannot scan as the job's profile wants it; the nearest profile that it can scan mends it. */
abstract class ProfileCheck implements Check<JobAtDevice> {
    /** The finding without its fix; empty where the device can. */
    abstract Optional<Finding> cannot(JobAtDevice at);

    @Override
    public final Optional<Finding> find(JobAtDevice at) {
        return cannot(at)
                .map(finding -> finding.mending(
                        FittedJob.fitted(at.profile(), at.device()).isPresent()));
    }

    @Override
    public final List<Change> fix(JobAtDevice at, Supplier<UUID> ids) {
        return FittedJob.changes(at.office(), at.job().id(), at.deviceId(), at.device(), ids);
    }
}
