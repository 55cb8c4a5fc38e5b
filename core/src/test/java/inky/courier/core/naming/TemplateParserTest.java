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
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class TemplateParserTest {
    private static final NameValues SCAN = new NameValues(
            ZonedDateTime.of(2026, 11, 24, 10, 42, 16, 0, ZoneId.of("UTC")),
            new NameValues.Person("Tamsin Orrell", "t.orrell", "tamsin@wherrymoor.example", "Crew"),
            new NameValues.Device("Front desk", "Quay House"),
            new NameValues.Job("Cargo manifest", "Two sides", Map.of("berth", "East 4")),
            new NameValues.Contents(26, "document", "", "", 2, 12),
            new NameValues.Numbers() {
                @Override
                public long next(CounterScope scope) {
                    return Map.of("", 1L, "per day", 17L, "per job", 230L, "per person per month", 31L)
                            .get(scope.words());
                }

                @Override
                public String random(int length) {
                    return NameValues.Numbers.letters(length, 7);
                }
            });

    private static final NameValues ANY = new NameValues(
            SCAN.at(), SCAN.person(), SCAN.device(), SCAN.job(), SCAN.contents(), NameValues.Numbers.fixed(17, 3));

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
                "{answer.berth}, {person.group} | East 4, Crew",
                "{answer.order, else job, uppercase}{answer.order, prefix \" \"} | CARGO MANIFEST",
                "{counter:4 per day} | 0017",
                "{counter:2 per job} | 230",
                "{counter:1} of {pages} | 1 of 26",
                "{counter:3 per person per month} {counter:2 per month per person} | 031 31",
                "{week} {file.number} of {file.count}, {profile} | 2026-W48 2 of 12, Two sides",
                "{separator, else job} {separator, else profile, else \"none\"} | Cargo manifest Two sides",
                "{separator, else \"none\"}{separator, prefix \" - \"} | none",
                "{job, suffix \"_\"}{pages, pad 4} | Cargo manifest_0026",
                "{device.place, replace \" \" with \"_\", lowercase} | quay_house",
                "{person.login, titlecase} {job, first 5, last 3, uppercase} | T.orrell RGO",
                "{date:d MMMM, yyyy} {date:d, MMM, uppercase} | 24 November, 2026 24, NOV",
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
                "{counter:0} | template.counter | 0 | 11 | For example {counter:4 per job per month}.",
                "{counter:3 per hour} | template.counter | 0 | 20 | For example {counter:4 per job per month}.",
                "{job:x} | template.pattern | 0 | 7 | Write {job}.",
                "{answer.Berth} | template.field | 0 | 14 | Did you mean {week}?",
                "{} | template.field | 0 | 2 | Did you mean {job}?",
                "{job, lowrcase} | template.option | 5 | 14 | Did you mean lowercase?",
                "{job, first} | template.option | 5 | 11 | For example first 12.",
                "{job, first 201} | template.option | 5 | 15 | For example first 12.",
                "{job, lowercase 3} | template.option | 5 | 17 | Write lowercase alone.",
                "{job, replace \" \"} | template.option | 5 | 17 | For example replace \" \" with \"_\".",
                "{job, lowercase, else pages} | template.else-late | 16 | 27 | Put it directly after the field.",
                "{job, else} | template.option | 5 | 10 | For example else \"nobody\".",
                "{job, else pagse} | template.field | 5 | 16 | Did you mean {pages}?",
                "{job, prefix \"-} | template.quote | 0 | 16 | Add a \" after it.",
                "{random:1} | template.random | 0 | 10 | For example {random:4}.",
                "{job,} | template.option | 5 | 5 | Did you mean pad?",
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

    // ISO/IEC 18004: a QR code holds up to 4,296 letters
    @Test
    void aLongBarcodeLeavesRoomForTheCounter() {
        NameTemplate template = ((Valid) TemplateParser.parse("{barcode} {counter:4}", Use.FILE_NAME)).template();
        NameValues scan = ANY.with(new NameValues.Contents(1, "", "", "A".repeat(4296), 1, 1));
        assertEquals("A".repeat(60) + " 0017", template.fill(scan));
    }

    @Test
    void aStampKnowsItsPageAndNothingOfFiles() {
        assertInstanceOf(Faulty.class, TemplateParser.parse("{file.number}", Use.STAMP));
        assertInstanceOf(Faulty.class, TemplateParser.parse("{page}", Use.FILE_NAME));
        Valid stamp = (Valid) TemplateParser.parse("{date:d MMM} No. {counter:5}, {page} of {pages}", Use.STAMP);
        assertEquals("24 Nov No. 00017, 2 of 26", stamp.template().fill(ANY));
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
        String signs = "{}:abjotdecurn.per 4y-MHm'\u00e5\n,\"else first 2";
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

    @Test
    void whatIsWrittenIsReadAsItWasAndGivesTheSame() {
        Random random = new Random(15);
        for (int i = 0; i < 5_000; i++) {
            NameTemplate template = RandomTemplates.one(random);
            Parsed again = TemplateParser.parse(template.written(), Use.BODY);
            Valid valid = assertInstanceOf(Valid.class, again, template.written());
            assertEquals(template.written(), valid.template().written());
            assertEquals(template.fill(ANY), valid.template().fill(ANY), template.written());
        }
    }

    @ParameterizedTest
    @EnumSource(Use.class)
    void whatAnEditorOffersCanBeWrittenAndIsAllThereIs(Use use) {
        List<String> fields =
                Vocabulary.fields(use).stream().map(Vocabulary.Word::written).toList();
        List<String> options =
                Vocabulary.options().stream().map(Vocabulary.Word::written).toList();
        fields.forEach(field -> options.forEach(option -> assertInstanceOf(
                Valid.class, TemplateParser.parse("{" + field + ", " + option + "}", use), field + option)));
        assertEquals(Set.copyOf(FieldReader.fields(use)), names(fields));
        assertEquals(Set.copyOf(FieldReader.OPTIONS), names(options));
    }

    private static Set<String> names(List<String> written) {
        return written.stream().map(word -> word.split("[: ]", 2)[0]).collect(Collectors.toSet());
    }

    // CLDR's Latin-ASCII and Any-Latin (UTS 35, part 2); German umlauts as in DIN 5007-2
    @ParameterizedTest
    @CsvSource({
        "\u00c1sa Kj\u00f8lv, Asa Kjolv",
        "Gr\u00f6\u00dfe, Groesse",
        "\u041f\u043e\u0440\u0442, Port",
        "\u6771\u4eac, dong jing"
    })
    void lettersOfOtherScriptsBecomeThoseOfEnglish(String from, String to) {
        assertEquals(to, TextChange.Plain.ASCII.apply(from));
    }

    // UAX 29: what a reader takes for one character is never cut in two
    @Test
    void aCutLeavesCharactersWhole() {
        assertEquals(
                "e\u0301\ud83d\udc69\u200d\ud83d\udd27",
                new TextChange.Cut(2, false).apply("e\u0301\ud83d\udc69\u200d\ud83d\udd27x"));
        assertEquals("x", new TextChange.Cut(1, true).apply("e\u0301x"));
    }

    private static NameValues at(ZonedDateTime at) {
        return new NameValues(
                at,
                new NameValues.Person("", "", ""),
                new NameValues.Device("", ""),
                new NameValues.Job("", ""),
                new NameValues.Contents(1, "document", "", "", 1, 1),
                NameValues.Numbers.fixed(1, 0));
    }
}
