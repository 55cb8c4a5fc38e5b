package inky.courier.core.naming;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.naming.FileNames.Wanted;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class FileNamesTest {
    @Test
    void numbersSortAsTheFilesWereScanned() {
        assertEquals(
                List.of("x 01.pdf", "x 02.pdf", "other.pdf"),
                FileNames.of(
                                List.of(new Wanted("x", "pdf"), new Wanted("X", "pdf"), new Wanted("other", "pdf")),
                                NameRules.WINDOWS)
                        .stream()
                        .map(name -> name.replace('X', 'x'))
                        .toList());
        List<String> hundred = FileNames.of(same("x", 120), NameRules.POSIX);
        assertEquals(hundred, hundred.stream().sorted().toList());
        assertEquals("x 001.pdf", hundred.get(0));
    }

    @Test
    void aNumberThatAnotherFileHasAlreadyIsNotGivenAgain() {
        List<Wanted> wanted = new ArrayList<>(same("x", 2));
        wanted.add(new Wanted("x 01", "pdf"));
        assertEquals(List.of("x 02.pdf", "x 03.pdf", "x 01.pdf"), FileNames.of(wanted, NameRules.POSIX));
    }

    /** However long, odd and alike: as many different names as files, each accepted. Names of 255 and more used to hang. */
    @ParameterizedTest
    @EnumSource(NameRules.class)
    void namesAreAlwaysDifferentAndAccepted(NameRules rules) {
        Random random = new Random(7);
        for (int round = 0; round < 200; round++) {
            List<Wanted> wanted = new ArrayList<>();
            String base = "\u00e9a".repeat(random.nextInt(200)) + (random.nextBoolean() ? "con" : ":");
            for (int i = 0; i < 1 + random.nextInt(30); i++) {
                String own = random.nextInt(3) == 0 ? base + " 0" + random.nextInt(9) : base;
                wanted.add(new Wanted(random.nextBoolean() ? own : own.toUpperCase(Locale.ROOT), "pdf"));
            }
            List<String> names = FileNames.of(wanted, rules);
            HashSet<String> different = new HashSet<>();
            names.forEach(name -> different.add(name.toLowerCase(Locale.ROOT)));
            assertEquals(wanted.size(), different.size(), names::toString);
            assertTrue(names.stream().allMatch(rules::accepts), names::toString);
        }
    }

    private static List<Wanted> same(String base, int count) {
        List<Wanted> wanted = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            wanted.add(new Wanted(base, "pdf"));
        }
        return wanted;
    }
}
