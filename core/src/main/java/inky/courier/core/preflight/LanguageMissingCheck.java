package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.profile.FileSettings;
import java.util.stream.Stream;

/** Whether text is to be read in a language that is not installed. */
final class LanguageMissingCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.jobs().flatMap(job -> {
            FileSettings files = job.profile(at.office()).files();
            return !files.readsText() && job.zones().isEmpty()
                    ? Stream.of()
                    : files.languages().stream()
                            .filter(language ->
                                    !at.around().reading().languages().contains(language))
                            .map(language -> Finding.of("job.language-missing", Severity.STOPS, job)
                                    .with("language", language));
        });
    }
}
