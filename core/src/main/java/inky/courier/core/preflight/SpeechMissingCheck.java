package inky.courier.core.preflight;

import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import java.util.stream.Stream;

/** Whether text is to be read aloud, and the programs for it are not there. */
final class SpeechMissingCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        Surroundings.Reading can = at.around().reading();
        return at.jobs()
                .filter(job -> {
                    FileSettings files = job.profile(at.office()).files();
                    boolean opus = files.spokenAs() == FileSettings.Spoken.OGG_OPUS;
                    return files.type() == FileType.SPOKEN && (!can.speech() || opus && !can.opus());
                })
                .map(job -> Finding.of("job.speech-missing", Severity.STOPS, job));
    }
}
