package inky.courier.core.job;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.naming.TemplateParser;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;

/** The texts of a one-touch job: what stands on its label, and the subject and text of its mail. */
public record JobText(String name, NameTemplate subject, NameTemplate body) {
    /** What fits the label of a panel. */
    public static final int LONGEST_NAME = 40;

    /** @throws Invalid with every problem found, by field */
    public static JobText of(String name, String subject, String body) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, LONGEST_NAME)) {
            problems.add(new Problem(
                    "job.name",
                    "name",
                    Message.of("problem.job.name").with("n", LONGEST_NAME),
                    Message.of("problem.job.name.remedy")));
        }
        NameTemplate subjectTemplate = read("subject", subject, Use.SUBJECT, problems);
        NameTemplate bodyTemplate = read("body", body, Use.BODY, problems);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        return new JobText(name.strip(), subjectTemplate, bodyTemplate);
    }

    /** What ends every mail; a template like the text above it. @throws Invalid beside {@code signature} */
    public static NameTemplate signature(String text) {
        List<Problem> problems = new ArrayList<>();
        NameTemplate template = read("signature", text, Use.BODY, problems);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        return template;
    }

    private static NameTemplate read(String field, String text, Use use, List<Problem> problems) {
        TemplateParser.Parsed parsed = TemplateParser.parse(text, use);
        if (parsed instanceof TemplateParser.Valid valid) {
            return valid.template();
        }
        for (TemplateParser.Fault fault : ((TemplateParser.Faulty) parsed).faults()) {
            problems.add(new Problem(fault.code(), field, fault.sentence(), fault.remedy()));
        }
        return new NameTemplate(text, List.of());
    }
}
