package inky.courier.core.job;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.job.Question.Listed;
import inky.courier.core.job.Question.Type;
import inky.courier.core.media.Resolution;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.DeviceSetting;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class AskingTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 28);
    private static final ScanProfile PDF =
            new ScanProfile(ColourMode.AS_FOUND, new Resolution(200), Sides.ONE, FileType.PDF);

    // Days by ISO 8601; a fraction's comma or point is common practice, no source.
    @ParameterizedTest
    @CsvSource({
        "TEXT, ' Berth 4 ', Berth 4",
        "NUMBER, 12, 12",
        "NUMBER, '3,50', 3.50",
        "NUMBER, -7.25, -7.25",
        "NUMBER, 007, 007",
        "DATE, 2026-02-28, 2026-02-28",
        "DATE, today, 2026-11-28",
        "CHOICE, east, east"
    })
    void answersAreKeptInOneForm(Type type, String given, String kept) {
        assertEquals(kept, question(type, false, "").answer(given, TODAY));
    }

    @ParameterizedTest
    @CsvSource({
        "TEXT, 'a\u202eb', panel.answer-text",
        "NUMBER, twelve, panel.answer-number",
        "NUMBER, '1,000,000', panel.answer-number",
        "NUMBER, 1e9, panel.answer-number",
        "DATE, 2026-02-30, panel.answer-date",
        "DATE, 28/02/2026, panel.answer-date",
        "CHOICE, East, panel.answer-choice",
        "TEXT, '', panel.answer-missing"
    })
    void whatIsNoAnswerIsSaidByTheQuestion(Type type, String given, String code) {
        Invalid invalid =
                assertThrows(Invalid.class, () -> question(type, true, "").answer(given, TODAY));
        assertEquals(code, invalid.problems().get(0).code());
        assertTrue(invalid.problems().get(0).sentence().toString().contains("Berth"));
    }

    @Test
    void anEmptyAnswerIsTheUsualOneOrNone() {
        assertEquals("", question(Type.NUMBER, false, "").answer(" ", TODAY));
        assertEquals("west", question(Type.CHOICE, true, "west").answer("", TODAY));
        assertEquals("2026-11-28", question(Type.DATE, true, Question.TODAY).answer("", TODAY));
        Asking asking = asking(Map.of(), question(Type.TEXT, false, ""), other("order", Type.NUMBER));
        assertEquals(Map.of("order", "4"), asking.answers(Map.of("order", "4", "nobody-asks", "x"), TODAY));
    }

    @ParameterizedTest
    @CsvSource({
        "Berth, Berth, TEXT, '', job.question-key",
        "'', Berth, TEXT, '', job.question-key",
        "berth, '', TEXT, '', job.question-label",
        "berth, Berth, CHOICE, '', job.question-choices",
        "berth, Berth, NUMBER, many, job.question-usual"
    })
    void whatCannotBeAskedIsSaid(String key, String label, Type type, String usual, String code) {
        Question question = new Question(key, label, type, false, usual, List.of());
        assertEquals(List.of(code), codes(asking(Map.of(), question), PDF));
    }

    @Test
    void twoQuestionsOfOneNameAndTooManyAreSaid() {
        assertEquals(
                List.of("job.questions"), codes(asking(Map.of(), other("a", Type.TEXT), other("a", Type.DATE)), PDF));
        Question[] nine =
                IntStream.range(0, 9).mapToObj(i -> other("q" + i, Type.TEXT)).toArray(Question[]::new);
        assertEquals(List.of("job.questions"), codes(asking(Map.of(), nine), PDF));
    }

    @ParameterizedTest
    @EnumSource(DeviceSetting.class)
    void everySettingCanBeOpenedToEachOfItsValuesAndIsThenHad(DeviceSetting setting) {
        Asking asking = asking(Map.of(setting.path(), setting.offers()));
        for (Object value : setting.offers()) {
            assertFalse(setting.words(value).toString().isBlank());
            ScanProfile chosen = asking.chosen(PDF, Map.of(setting.path(), value.toString()));
            assertEquals(value, setting.in(chosen));
        }
        assertEquals(List.of(), codes(asking, PDF));
    }

    @Test
    void whatIsNotOpenCannotBeChosen() {
        Asking asking = asking(Map.of("dpi", List.of(300)));
        assertEquals(List.of(200, 300), asking.offered(DeviceSetting.RESOLUTION, PDF));
        assertThrows(Invalid.class, () -> asking.chosen(PDF, Map.of("dpi", "600")));
        assertThrows(Invalid.class, () -> asking.chosen(PDF, Map.of("colour", "grey")));
        assertThrows(Invalid.class, () -> asking.chosen(PDF, Map.of("tidy.stamp.text", "x")));
        assertEquals(PDF, asking.chosen(PDF, Map.of("dpi", "200")));
    }

    /** A choice at the device never takes a passcode off files, and changes nothing that was not chosen. */
    @Test
    void whatIsChosenIsHadAndNothingElseChanges() {
        ScanProfile closed = Asking.openingWith(PDF, "sandpiper");
        Random random = new Random(28);
        List<DeviceSetting> all = List.of(DeviceSetting.values());
        for (int i = 0; i < 2_000; i++) {
            ScanProfile own = random.nextBoolean() ? PDF : closed;
            Map<String, List<Object>> open = new HashMap<>();
            Map<String, String> chosen = new HashMap<>();
            for (int n = random.nextInt(4); n > 0; n--) {
                DeviceSetting setting = all.get(random.nextInt(all.size()));
                Object value =
                        setting.offers().get(random.nextInt(setting.offers().size()));
                open.put(setting.path(), List.of(value));
                chosen.put(setting.path(), value.toString());
            }
            ScanProfile scan;
            try {
                scan = asking(open).chosen(own, chosen);
            } catch (Invalid doNotGoTogether) {
                continue;
            }
            assertEquals(own.encryptsFiles(), scan.encryptsFiles());
            for (DeviceSetting setting : all) {
                String had = setting.in(scan).toString();
                String wanted =
                        chosen.getOrDefault(setting.path(), setting.in(own).toString());
                assertEquals(wanted, had, setting + " of " + chosen);
            }
        }
    }

    // ISO 19005-2, 6.1.3: PDF/A is not encrypted
    @Test
    void aPasscodeIsAskedOnlyWhereFilesCanHaveOne() {
        Asking asking = new Asking(Asked.NO, Asked.NO, Asked.REQUIRED, false, Map.of(), List.of());
        assertEquals(List.of(), codes(asking, PDF));
        for (Map<String, Object> other :
                List.<Map<String, Object>>of(Map.of("files.type", "tiff"), Map.of("files.archive", true))) {
            ScanProfile profile = new ProfileDifference(other).applyTo(PDF);
            assertEquals(List.of("job.passcode-no-pdf"), codes(asking, profile));
        }
    }

    private static List<String> codes(Asking asking, ScanProfile profile) {
        return asking.problems(profile).stream().map(Problem::code).toList();
    }

    private static Asking asking(Map<String, List<Object>> settings, Question... questions) {
        return new Asking(Asked.NO, Asked.NO, Asked.NO, false, settings, List.of(questions));
    }

    private static Question question(Type type, boolean required, String usual) {
        return new Question(
                "berth",
                "Berth",
                type,
                required,
                usual,
                List.of(new Listed("east", "East quay"), new Listed("west", "")));
    }

    private static Question other(String key, Type type) {
        return new Question(key, "Other", type, false, "", List.of());
    }

    @Test
    void whatIsAskedAndWhatIsWrongWithTheAnswerAreInTheReadersLanguage() {
        Question berth = new Question(
                "berth", "Berth", Question.Type.NUMBER, true, "", List.of(), Map.of("de", " Liegeplatz ", "fr", " "));
        assertEquals(Map.of("de", "Liegeplatz"), berth.labels());
        Asking asking = new Asking(Asked.NO, Asked.NO, Asked.NO, false, Map.of(), List.of(berth));
        assertEquals("Berth", asking.in(Locale.FRENCH).questions().get(0).label());
        Invalid wrong = assertThrows(
                Invalid.class, () -> asking.in(Locale.GERMAN).answers(Map.of("berth", "x"), LocalDate.EPOCH));
        assertTrue(wrong.problems().get(0).sentence().in(Locale.GERMAN).contains("Liegeplatz"));
    }
}
