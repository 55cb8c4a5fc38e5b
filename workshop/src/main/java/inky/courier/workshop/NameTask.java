package inky.courier.workshop;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameRules;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
import java.io.IOException;
import java.time.DateTimeException;
import java.time.ZonedDateTime;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** The name that a template gives, or what is wrong with it and where. */
final class NameTask implements Command.Task {
    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .build();

    private static final Map<String, NameRules> RULES = Map.of(
            "smb", NameRules.WINDOWS,
            // Cloud folders sooner or later come to a desk that runs Windows (common practice, no source).
            "webdav", NameRules.WINDOWS,
            "posix", NameRules.POSIX,
            "ftp", NameRules.FTP,
            "mail", NameRules.MAIL);

    /** What VALUES.json may say; what it leaves out is empty, or now. */
    record Values(
            String at,
            String personName,
            String personLogin,
            String personMail,
            String deviceName,
            String devicePlace,
            String job,
            String profile,
            Integer pages,
            String kind,
            String separator,
            String barcode,
            Integer fileNumber,
            Integer fileCount,
            Long counter,
            String extension) {}

    @Override
    public void run(Arguments arguments, Lines out) throws IOException {
        arguments.allow("template", "values", "for");
        NameRules rules = RULES.get(arguments.required("for"));
        if (rules == null) {
            throw Command.wrong("--for is one of smb, posix, webdav, ftp, mail.");
        }
        Values values = values(arguments.text("values"));
        String text = arguments.required("template");
        TemplateParser.Parsed parsed = TemplateParser.parse(text, TemplateParser.Use.FILE_NAME);
        if (parsed instanceof TemplateParser.Faulty faulty) {
            throw new Invalid(faulty.faults().stream()
                    .map(fault -> new inky.courier.core.Problem(
                            fault.code(),
                            "template",
                            Message.of("problem.about")
                                    .with("what", "Characters " + (fault.start() + 1) + " to " + fault.end())
                                    .with("sentence", fault.sentence()),
                            fault.remedy()))
                    .toList());
        }
        String filled = ((TemplateParser.Valid) parsed).template().fill(named(values));
        NameRules.Fitted fitted = rules.fit(filled, values.extension == null ? "pdf" : values.extension);
        Map<String, Object> line = new LinkedHashMap<>();
        line.put("name", fitted.name());
        line.put("changes", List.copyOf(fitted.changes()));
        out.print(line);
    }

    private static Values values(String json) {
        try {
            return JSON.readValue(json, Values.class);
        } catch (JacksonException e) {
            throw new Invalid(
                    "workshop.values",
                    "values",
                    Message.text("The values are no JSON object of known names."),
                    Message.text(
                            "Known are at, personName, personLogin, personMail, deviceName, devicePlace, job, profile, pages, kind, separator, "
                                    + "barcode, fileNumber, fileCount, counter, extension."));
        }
    }

    private static NameValues named(Values v) {
        ZonedDateTime at;
        try {
            at = v.at == null ? ZonedDateTime.now() : ZonedDateTime.parse(v.at);
        } catch (DateTimeException e) {
            throw new Invalid(
                    "workshop.values",
                    "at",
                    Message.text("\"" + v.at + "\" is no time."),
                    Message.text("Write it as ISO 8601, for example 2026-11-25T09:30:00+01:00."));
        }
        return new NameValues(
                at,
                new NameValues.Person(text(v.personName), text(v.personLogin), text(v.personMail)),
                new NameValues.Device(text(v.deviceName), text(v.devicePlace)),
                new NameValues.Job(text(v.job), text(v.profile)),
                new NameValues.Contents(
                        one(v.pages),
                        v.kind == null ? "document" : v.kind,
                        text(v.separator),
                        text(v.barcode),
                        one(v.fileNumber),
                        one(v.fileCount)),
                NameValues.Numbers.fixed(v.counter == null ? 1 : v.counter, at.toEpochSecond()));
    }

    private static int one(Integer value) {
        return value == null ? 1 : value;
    }

    private static String text(String value) {
        return value == null ? "" : value;
    }
}
