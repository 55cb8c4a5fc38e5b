package inky.courier.core.contact;

import static org.junit.jupiter.api.Assertions.assertEquals;

import inky.courier.core.text.PlainLetters;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FirstLettersTest {
    private static final List<String> NAMES = List.of(
            "Ada Quill <ada.quill@quay.example>",
            "Zoë Ångström <zoe@tide.example>",
            "Anne-Marie O'Dell <amo@quay.example>",
            "Łukasz Straße <l.strasse@island.example>",
            "Harbour office <office@quay.example>",
            "Quayside <side@tide.example>");

    /** What somebody types who stands in front of a device, and whom they mean; common practice, no source. */
    @ParameterizedTest
    @CsvSource({
        "q, Quayside|Ada Quill|Anne-Marie O'Dell|Harbour office",
        "ada q, Ada Quill",
        "quill ad, Ada Quill",
        "ada.q, Ada Quill",
        "ADA.QUILL@QUAY.EXAMPLE, Ada Quill",
        "angst, Zoë Ångström",
        "zoe, Zoë Ångström",
        "marie, Anne-Marie O'Dell",
        "anne-m, Anne-Marie O'Dell",
        "dell, Anne-Marie O'Dell",
        "strass, Łukasz Straße",
        "luk, Łukasz Straße",
        "uill, ''",
        "ada x, ''",
        "%, ''"
    })
    void somebodyIsFoundByTheFirstLettersOfAnyWord(String letters, String expected) {
        FirstLetters<String> index =
                new FirstLetters<>(NAMES, one -> Stream.of(one.replaceAll(" <.*", ""), one.replaceAll(".*<|>", "")));
        List<String> found = index.find(letters, one -> true, 10).stream()
                .map(one -> one.replaceAll(" <.*", ""))
                .toList();
        assertEquals(expected, String.join("|", found));
    }

    @Test
    void itFindsWhatLookingAtEachWouldFind() {
        Random random = new Random(20261129);
        for (int round = 0; round < 200; round++) {
            List<String> names = IntStream.range(0, random.nextInt(60))
                    .mapToObj(i -> words(random, 1 + random.nextInt(3)))
                    .toList();
            FirstLetters<String> index = new FirstLetters<>(names, Stream::of);
            String letters = words(random, random.nextInt(3));
            int most = 1 + random.nextInt(8);
            assertEquals(
                    names.stream()
                            .filter(one -> one.length() % 3 != 0)
                            .filter(one -> Arrays.stream(letters.split(" "))
                                    .allMatch(typed -> Arrays.stream(one.split(" "))
                                            .anyMatch(word ->
                                                    PlainLetters.of(word).startsWith(PlainLetters.of(typed)))))
                            .sorted(Comparator.comparing(
                                    one -> !PlainLetters.of(one).startsWith(PlainLetters.of(letters))))
                            .limit(most)
                            .toList(),
                    index.find(letters, one -> one.length() % 3 != 0, most),
                    () -> letters + " in " + names);
        }
    }

    private static String words(Random random, int n) {
        return String.join(
                " ",
                IntStream.range(0, n)
                        .mapToObj(i -> random.ints(1 + random.nextInt(3), 0, 4)
                                .mapToObj(at -> List.of("a", "b", "é", "ø").get(at))
                                .reduce("", String::concat))
                        .toList());
    }
}
