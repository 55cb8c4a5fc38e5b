package inky.courier.core.preflight;

import inky.courier.core.job.Question;
import inky.courier.core.preflight.Finding.Severity;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Whether a job's name, subject, text or stamp shows the answer to a question that the job does not ask. */
final class AnswerNotAskedCheck implements OfficeCheck {
    @Override
    public Stream<Finding> find(WholeOffice at) {
        return at.jobs().flatMap(job -> {
            Set<String> wanted = new TreeSet<>();
            JobTexts.of(at, job).forEach(template -> wanted.addAll(template.neededAnswers()));
            job.asks().questions().stream().map(Question::key).forEach(wanted::remove);
            return wanted.isEmpty()
                    ? Stream.of()
                    : Stream.of(Finding.of("job.answer-not-asked", Severity.CARE, job)
                            .with(
                                    "answers",
                                    wanted.stream().map(key -> "answer." + key).collect(Collectors.joining(", "))));
        });
    }
}
