package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import java.util.Optional;

/** Whether text that is to be read is scanned finely enough. */
final class ReadingCheck implements Check<JobAtDevice> {
    /** 300 dpi is usual for text that is read, and 200 the least; common practice, no source. */
    private static final int LEAST_DPI = 200;

    @Override
    public Optional<Finding> find(JobAtDevice at) {
        boolean reads = at.profile().files().searchable()
                || at.profile().files().type().readsText()
                || !at.job().zones().isEmpty();
        int dpi = at.profile().resolution().dpi();
        return reads && dpi < LEAST_DPI
                ? Optional.of(
                        Finding.of("job.reads-coarse", Severity.CARE, at.job()).with("dpi", dpi))
                : Optional.empty();
    }
}
