package inky.courier.core.naming;

import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.naming.TemplateParser.Valid;
import java.util.List;
import java.util.Random;

/** Templates as nobody would write them, and as people do. */
final class RandomTemplates {
    private static final List<String> SOURCES = List.of(
            "date",
            "date:yyyy-MM-dd",
            "date:dd",
            "date:MM-dd",
            "date:EEE d, MMM",
            "time",
            "time:HHmmss",
            "time:HHmmssxx",
            "time:hmm",
            "time:ss",
            "week",
            "person.name",
            "person.login",
            "person.mail",
            "person.group",
            "answer.berth",
            "answer.order-2",
            "device.name",
            "device.place",
            "job",
            "profile",
            "pages",
            "kind",
            "separator",
            "barcode",
            "file.number",
            "file.count",
            "random:3",
            "counter:1",
            "counter:4",
            "counter:2 per day",
            "counter:2 per job",
            "counter:2 per device",
            "counter:2 per person",
            "counter:2 per place",
            "counter:1 per job per month",
            "counter:1 per device per day",
            "counter:3 per year");
    private static final List<String> CHANGES = List.of(
            "lowercase",
            "uppercase",
            "titlecase",
            "trim",
            "ascii",
            "first 2",
            "first 5",
            "last 2",
            "pad 3",
            "replace \"a\" with \"b\"",
            "replace \"0\" with \"\"",
            "prefix \" x\"",
            "suffix \"_\"");
    private static final List<String> BETWEEN = List.of(" ", "-", "_", " - ", "{{", "1", "", "no, else ");

    private RandomTemplates() {}

    static NameTemplate one(Random random) {
        StringBuilder text = new StringBuilder();
        int fields = 1 + random.nextInt(4);
        for (int i = 0; i < fields; i++) {
            text.append(i == 0 ? "" : any(BETWEEN, random)).append(field(random));
        }
        if (TemplateParser.parse(text.toString(), Use.BODY) instanceof Valid valid) {
            return valid.template();
        }
        throw new AssertionError(text.toString());
    }

    private static String field(Random random) {
        StringBuilder field = new StringBuilder("{").append(any(SOURCES, random));
        if (random.nextInt(6) == 0) {
            field.append(", else ").append(random.nextInt(3) == 0 ? "\"none\"" : any(SOURCES, random));
        }
        while (random.nextInt(4) == 0) {
            field.append(", ").append(any(CHANGES, random));
        }
        return field.append("}").toString();
    }

    private static String any(List<String> among, Random random) {
        return among.get(random.nextInt(among.size()));
    }
}
