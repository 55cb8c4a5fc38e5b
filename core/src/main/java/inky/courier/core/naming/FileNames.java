package inky.courier.core.naming;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Names for the files that one scan becomes: where several would be called the same, all of them are numbered. */
public final class FileNames {
    /** So that ten files still sort as they were scanned. */
    private static final int FEWEST_DIGITS = 2;

    private FileNames() {}

    /**
     * What a file would be called.
     *
     * @param base without extension
     * @param extension without its dot
     */
    public record Wanted(String base, String extension) {}

    /**
     * Different names that the rules accept, in the same order. Numbers have as many digits as the largest needs, two at least.
     * Names that differ by case alone are the same to many servers.
     */
    public static List<String> of(List<Wanted> wanted, NameRules rules) {
        List<String> fitted = wanted.stream()
                .map(file -> rules.fit(file.base, file.extension).name())
                .toList();
        Map<String, Integer> counts = new HashMap<>();
        fitted.forEach(name -> counts.merge(key(name), 1, Integer::sum));
        Set<String> taken = new HashSet<>();
        fitted.stream()
                .map(FileNames::key)
                .filter(key -> Integer.valueOf(1).equals(counts.get(key)))
                .forEach(taken::add);
        Map<String, Integer> numbers = new HashMap<>();
        List<String> names = new ArrayList<>();
        for (int i = 0; i < fitted.size(); i++) {
            String key = key(fitted.get(i));
            int count = counts.getOrDefault(key, 1);
            String name = fitted.get(i);
            while (count > 1) {
                int number = numbers.merge(key, 1, Integer::sum);
                name = numbered(wanted.get(i), number, count, rules);
                if (taken.add(key(name))) {
                    break;
                }
            }
            names.add(name);
        }
        return names;
    }

    private static String numbered(Wanted file, int number, int count, NameRules rules) {
        int digits = Math.max(FEWEST_DIGITS, Integer.toString(count).length());
        return rules.fit(file.base, String.format(Locale.ROOT, "%0" + digits + "d", number), file.extension)
                .name();
    }

    /** Whether most servers take them for the same: letters count, not their case. */
    static boolean isSame(String one, String other) {
        return key(one).equals(key(other));
    }

    private static String key(String name) {
        return name.toLowerCase(Locale.ROOT);
    }
}
