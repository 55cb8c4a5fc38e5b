package inky.courier.core.naming;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.naming.TemplateParser.Faulty;
import inky.courier.core.naming.TemplateParser.Parsed;
import inky.courier.core.naming.TemplateParser.Use;
import inky.courier.core.naming.TemplateParser.Valid;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TemplateParserTest {
    private static final NameValues SCAN = new NameValues(
            ZonedDateTime.of(2026, 11, 24, 10, 42, 16, 0, ZoneId.of("UTC")),
            "Tamsin Orrell",
            "t.orrell",
            "Front desk",
            "Quay House",
            "Cargo manifest",
            26,
            "document",
            "Berth 4",
            scope -> switch (scope) {
                case ALL -> 1;
                case DAY -> 17;
                case JOB -> 230;
                case DEVICE -> 4;
            });

    // Patterns of UTS 35 as Java has them; week 48 of 2026 by ISO 8601
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{date:yyyy-MM-dd} {job} | 2026-11-24 Cargo manifest",
                "{date} {time} | 2026-11-24 1042",
                "{time:HHmmss} | 104216",
                "{date:YYYY-'W'ww} | 2026-W48",
                "{person.name}, {person.login} | Tamsin Orrell, t.orrell",
                "{device.place} {device.name} | Quay House Front desk",
                "{counter:4 per day} | 0017",
                "{counter:2 per job} | 230",
                "{counter:1} of {pages} | 1 of 26",
                "a {{brace}} | a {brace}",
            })
    void fieldsBecomeTheirValues(String template, String expected) {
        Valid valid = assertInstanceOf(Valid.class, TemplateParser.parse(template, Use.FILE_NAME), template);
        assertEquals(expected, valid.template().fill(SCAN));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "{dat} | template.field | 0 | 5 | Did you mean {date}?",
                "a {person} | template.field | 2 | 10 | Did you mean {person.name}?",
                "{job | template.open | 0 | 4 | Add a } after it.",
                "{job {pages} | template.open | 0 | 5 | Add a } after it.",
                "job} | template.brace | 3 | 4 | Remove it, or write }} for a brace.",
                "{counter:0} | template.counter | 0 | 11 | For example {counter:4 per day}.",
                "{counter:3 per hour} | template.counter | 0 | 20 | For example {counter:4 per day}.",
                "{job:x} | template.pattern | 0 | 7 | Write {job}.",
                "{} | template.field | 0 | 2 | Did you mean {job}?",
            })
    void aFaultPointsAtItsCharactersAndSaysWhatToWrite(
            String template, String code, int start, int end, String remedy) {
        Faulty faulty = assertInstanceOf(Faulty.class, TemplateParser.parse(template, Use.FILE_NAME), template);
        TemplateParser.Fault fault = faulty.faults().get(0);
        assertEquals(code, fault.code());
        assertEquals(start, fault.start());
        assertEquals(end, fault.end());
        assertEquals(remedy, fault.remedy().toString());
    }

    @Test
    void onlyAMailTextMayHaveSeveralLines() {
        assertInstanceOf(Faulty.class, TemplateParser.parse("a\r\nBcc: x@y.example", Use.SUBJECT));
        assertInstanceOf(Valid.class, TemplateParser.parse("a\nb", Use.BODY));
    }

    @ParameterizedTest
    @CsvSource({"{date} {time:HHmm}, true", "{time:HHmmss}, false", "{job} {counter:4}, false", "{job}, true"})
    void itIsKnownWhetherTwoScansCouldGetTheSameName(String template, boolean mayRepeat) {
        Valid valid = (Valid) TemplateParser.parse(template, Use.FILE_NAME);
        assertEquals(mayRepeat, valid.template().mayRepeat());
    }

    // The night of 25 October 2026 in the tz database: 02:30 comes twice in Oslo, first at +02:00
    @Test
    void aDaylightSavingNightTellsTheClockOfTheWall() {
        Valid valid = (Valid) TemplateParser.parse("{time:HHmm} {time:xx}", Use.FILE_NAME);
        ZonedDateTime first = ZonedDateTime.parse("2026-10-25T00:30:00Z").withZoneSameInstant(ZoneId.of("Europe/Oslo"));
        assertEquals("0230 +0200", valid.template().fill(at(first)));
        assertEquals("0230 +0100", valid.template().fill(at(first.plusHours(1))));
    }

    @Test
    void whateverIsTypedIsReadOrExplainedWithinItsText() {
        String signs = "{}:abjotdecurn.per 4y-MHm'\u00e5\n";
        Random random = new Random(5);
        for (int i = 0; i < 5000; i++) {
            StringBuilder text = new StringBuilder();
            int length = random.nextInt(30);
            for (int c = 0; c < length; c++) {
                text.append(signs.charAt(random.nextInt(signs.length())));
            }
            Parsed parsed = TemplateParser.parse(text.toString(), Use.FILE_NAME);
            if (parsed instanceof Faulty faulty) {
                faulty.faults()
                        .forEach(f -> assertTrue(
                                0 <= f.start() && f.start() <= f.end() && f.end() <= text.length(), text.toString()));
            } else {
                ((Valid) parsed).template().fill(SCAN);
            }
        }
    }

    private static NameValues at(ZonedDateTime at) {
        return new NameValues(at, "", "", "", "", "", 1, "document", "", scope -> 1);
    }
}
