package inky.courier.core.preflight;

import inky.courier.core.job.Question;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Reference;
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
            templates(at, job).forEach(template -> wanted.addAll(template.neededAnswers()));
            job.asks().questions().stream().map(Question::key).forEach(wanted::remove);
            return wanted.isEmpty()
                    ? Stream.of()
                    : Stream.of(Finding.of("job.answer-not-asked", Severity.CARE, job)
                            .with(
                                    "answers",
                                    wanted.stream().map(key -> "answer." + key).collect(Collectors.joining(", "))));
        });
    }

    private static Stream<NameTemplate> templates(WholeOffice at, JobItem job) {
        Stream<NameTemplate> name = at.office().find(new Reference(ItemKind.NAME, job.templateId())).stream()
                .map(item -> ((NameItem) item).parsed());
        Stream<NameTemplate> texts = Stream.of(
                        TemplateParser.parse(job.subject(), Use.SUBJECT),
                        TemplateParser.parse(job.body(), Use.BODY),
                        TemplateParser.parse(
                                job.profile(at.office()).tidy().stamp().text(), Use.STAMP))
                .filter(TemplateParser.Valid.class::isInstance)
                .map(parsed -> ((TemplateParser.Valid) parsed).template());
        return Stream.concat(name, texts);
    }
}
