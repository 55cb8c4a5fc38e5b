package inky.courier.core.preflight;

import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Reference;
import java.util.stream.Stream;

/** All that a job writes by templates: names, subjects, texts of mails, stamps. */
final class JobTexts {
    private JobTexts() {}

    static Stream<NameTemplate> of(WholeOffice at, JobItem job) {
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
