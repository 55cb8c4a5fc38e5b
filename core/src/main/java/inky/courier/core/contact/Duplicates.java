package inky.courier.core.contact;

import inky.courier.core.text.PlainLetters;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Contacts that may be one and the same: with one address, or with the same words in their names, in whatever order and with or
 * without accents ("Ada Quill", "Quill, Ada"). What hangs together over several stands together.
 */
public final class Duplicates {
    private static final Pattern PART = Pattern.compile("[^\\p{L}\\p{N}]+");

    private Duplicates() {}

    /** @return those of which there are several, each once, in the order in which they came */
    public static <T> List<List<T>> of(List<T> all, Function<T, Contact> contact) {
        int[] first = new int[all.size()];
        Map<String, Integer> known = new HashMap<>();
        for (int i = 0; i < first.length; i++) {
            first[i] = i;
            Contact one = contact.apply(all.get(i));
            join(first, i, known.putIfAbsent("@" + Contact.key(one.email()), i));
            String name = nameKey(one.name());
            if (!name.isEmpty()) {
                join(first, i, known.putIfAbsent(name, i));
            }
        }
        Map<Integer, List<T>> together = new LinkedHashMap<>();
        for (int i = 0; i < first.length; i++) {
            together.computeIfAbsent(root(first, i), root -> new ArrayList<>()).add(all.get(i));
        }
        return together.values().stream().filter(group -> group.size() > 1).toList();
    }

    private static void join(int[] first, int one, Integer other) {
        if (other != null) {
            int a = root(first, one);
            int b = root(first, other);
            first[Math.max(a, b)] = Math.min(a, b);
        }
    }

    private static int root(int[] first, int at) {
        int root = at;
        while (first[root] != root) {
            root = first[root];
        }
        first[at] = root;
        return root;
    }

    /** One word alone says too little: there are many who are called Office. */
    private static String nameKey(String name) {
        List<String> words = PART.splitAsStream(PlainLetters.of(name))
                .filter(word -> !word.isEmpty())
                .sorted()
                .collect(Collectors.toList());
        return words.size() < 2 ? "" : String.join(" ", words);
    }
}
