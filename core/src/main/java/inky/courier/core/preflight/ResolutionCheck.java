package inky.courier.core.preflight;

import inky.courier.core.message.Message;
import inky.courier.core.preflight.Finding.Severity;
import java.util.List;
import java.util.Optional;

/** Whether the device has the resolution that the profile wants. */
final class ResolutionCheck extends ProfileCheck {
    @Override
    Optional<Finding> cannot(JobAtDevice at) {
        int dpi = at.profile().resolution().dpi();
        List<Integer> has = at.device().resolutions();
        return has.contains(dpi)
                ? Optional.empty()
                : Optional.of(Finding.of("job.resolution", Severity.STOPS, at.job())
                        .with("dpi", dpi)
                        .with("has", list(has)));
    }

    private static Message list(List<Integer> resolutions) {
        return Message.list(resolutions.stream()
                .map(dpi -> Message.text(String.valueOf(dpi)))
                .toList());
    }
}
