package inky.courier.core.message;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertThrows;

import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.connection.ProbeStep;
import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.CourierCause;
import inky.courier.core.mail.MailCause;
import inky.courier.core.mail.MailStep;
import inky.courier.core.print.PrintCause;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CatalogueTest {
    private static final Locale SPANISH = Locale.forLanguageTag("es");

    @Test
    void whatPeopleReadIsCompleteInEveryLanguage() {
        for (String area : Catalogue.AREAS_OF_PEOPLE) {
            Set<String> english = Catalogue.area(Languages.FIRST, area).keySet();
            assertFalse(english.isEmpty(), area);
            for (Locale language : Languages.ALL) {
                assertEquals(english, Catalogue.area(language, area).keySet(), area + " in " + language);
            }
        }
    }

    /** Every pattern is one of ICU's, and every language says the same of a message. */
    @Test
    void everyLanguageFillsInTheSame() {
        for (Locale language : Languages.ALL) {
            Catalogue.of(language)
                    .forEach((code, pattern) -> assertEquals(
                            Catalogue.arguments(Catalogue.of(Languages.FIRST).get(code)),
                            Catalogue.arguments(pattern),
                            code + " in " + language));
        }
    }

    /** A sentence that ends in the middle, or is the English one left standing, was not translated. */
    @Test
    void translationsEndAsTheEnglishDoes() {
        Set<String> odd = new TreeSet<>();
        for (Locale language : Languages.ALL) {
            Catalogue.of(language).forEach((code, pattern) -> {
                String english = Catalogue.of(Languages.FIRST).get(code);
                boolean sentence = english.endsWith(".") || english.endsWith("?");
                if (sentence != (pattern.endsWith(".") || pattern.endsWith("?"))
                        || sentence && !language.equals(Languages.FIRST) && pattern.equals(english)) {
                    odd.add(code + " in " + language + ": " + pattern);
                }
            });
        }
        assertEquals(Set.of(), odd);
    }

    @Test
    void everyCauseAndStepHasWords() {
        Stream<Cause> causes = Stream.<Cause[]>of(
                        CourierCause.values(),
                        MailCause.values(),
                        ConnectionCause.values(),
                        TransferCause.values(),
                        PrintCause.values())
                .flatMap(Stream::of);
        causes.flatMap(cause -> Stream.of(cause.sentence(), cause.remedy()))
                .forEach(said -> Languages.ALL.forEach(
                        language -> assertFalse(said.in(language).isBlank())));
        Stream.<ProbeStep[]>of(MailStep.values(), TransferStep.values())
                .flatMap(Stream::of)
                .forEach(step -> assertFalse(step.title(true).equals(step.title(false))));
    }

    // Plural forms: Unicode CLDR 48, cardinal rules of each language; French counts 0 and 1.5 as one
    @ParameterizedTest
    @CsvSource({
        "en, 0, 0 folds",
        "en, 1, 1 fold",
        "en, 2, 2 folds",
        "de, 0, 0 Knicke",
        "de, 1, 1 Knick",
        "de, 2, 2 Knicke",
        "es, 1, 1 pliegue",
        "es, 2, 2 pliegues",
        "fr, 0, 0 pli",
        "fr, 1, 1 pli",
        "fr, 2, 2 plis"
    })
    void pluralsFollowTheLanguage(String language, int n, String words) {
        assertEquals(words, Message.of("page.mark.fold").with("n", n).in(Locale.forLanguageTag(language)));
    }

    // Number formats: Unicode CLDR 48
    @Test
    void numbersFollowTheLanguage() {
        Message dark = Message.of("page.content.dark").with("mm2", 1_234);
        assertEquals("Has content: 1,234 mm\u00b2 of dark ink.", dark.in(Locale.ENGLISH));
        assertEquals("1.234", dark.in(Locale.GERMAN).replaceAll(".*?(1.234).*", "$1"));
        Message turned = Message.of("page.done.straightened-clockwise").with("degrees", 1.5);
        assertEquals("1,5", turned.in(SPANISH).replaceAll(".*?(1.5).*", "$1"));
    }

    @Test
    void messagesStandInMessagesInOneLanguage() {
        Message silent = Message.of("device.silent.minutes")
                .with("n", 7)
                .with("then", Message.of("device.ready").and(Message.of("device.still-scans")));
        assertEquals("Not heard of for 7 minutes. Then: Ready. Scanning works.", silent.toString());
        assertEquals(silent.toString(), silent.in(Locale.JAPANESE), "a language we do not speak");
        assertEquals(
                "Its {braces} and 'quotes'",
                Message.text("Its {braces} and 'quotes'").toString());
        assertEquals("", Message.none().toString());
    }

    @Test
    void whatIsMissingIsFoundWhenItIsSaid() {
        assertThrows(AssertionError.class, () -> Message.of("no.such.words").toString());
        assertThrows(
                AssertionError.class, () -> Message.of("device.reason.other").toString());
        Message hair = Message.of("page.mark.hair").with("n", 1);
        assertThrows(AssertionError.class, hair::toString, "also what stands within a plural");
        assertEquals("1 hair of 6 mm", hair.with("mm", 6).toString());
        assertThrows(
                IllegalArgumentException.class, () -> Message.of("page.blank").with("n", new Object()));
    }

    @Test
    void whatWasKeptWithAnotherValueIsStillShown() {
        String shown = Message.of("delivery.files").with("n", "several").toString();
        assertEquals(Catalogue.of(Languages.FIRST).get("delivery.files"), shown);
    }

    @Test
    void aLanguageIsFoundByItsTag() {
        assertEquals(Locale.GERMAN, Languages.of("de-CH").orElseThrow());
        assertEquals(
                List.of(),
                Stream.of("ja", "*", "", "d e")
                        .flatMap(tag -> Languages.of(tag).stream())
                        .toList());
    }
}
