package inky.courier.core.text;

import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Takes people out of a text: the same name or address is the same stand-in everywhere, in whichever letters. However many people there
 * are, a text takes as long as it is long. Not for many threads.
 */
public final class Pseudonyms {
    /** Wider than RFC 5321 allows: what looks like an address is one here. The part behind the @ stays, as it says where mail goes. */
    private static final Pattern ADDRESS =
            Pattern.compile("[\\p{L}\\p{N}._%+'/=-]++(?=@[\\p{L}\\p{N}.-]*[\\p{L}\\p{N}])");

    /** Shorter ones are words of other things too. */
    private static final int SHORTEST = 3;

    private static final SortedSet<Integer> NONE = Collections.emptySortedSet();

    private final Set<String> names = new HashSet<>();

    /** How long the names are that begin with a word, the longest first: many people may share it. */
    private final Map<String, SortedSet<Integer>> lengths = new HashMap<>();

    private final Map<String, String> known = new HashMap<>();
    private int persons;
    private int addresses;

    /** @param names of people, as they stand in texts: whole names and logins */
    public Pseudonyms(Collection<String> names) {
        for (String one : names) {
            String name = one.strip().toLowerCase(Locale.ROOT);
            if (name.length() >= SHORTEST && this.names.add(name)) {
                lengths.computeIfAbsent(
                                name.substring(0, wordEnd(name, 0)), begin -> new TreeSet<>(Comparator.reverseOrder()))
                        .add(name.length());
            }
        }
    }

    public String in(String text) {
        return withoutNames(withoutAddresses(text));
    }

    private String withoutAddresses(String text) {
        Matcher matcher = ADDRESS.matcher(text);
        StringBuilder out = new StringBuilder();
        while (matcher.find()) {
            String key = matcher.group().toLowerCase(Locale.ROOT) + "@";
            matcher.appendReplacement(out, known.computeIfAbsent(key, one -> "address-" + ++addresses));
        }
        return matcher.appendTail(out).toString();
    }

    private String withoutNames(String text) {
        StringBuilder out = new StringBuilder();
        int at = 0;
        while (at < text.length()) {
            Optional<String> name = isInWord(text, at) ? Optional.empty() : nameAt(text, at);
            if (name.isPresent()) {
                out.append(known.computeIfAbsent(name.get(), one -> "person-" + ++persons));
                at += name.get().length();
            } else {
                int next = Math.min(text.length(), Math.max(at + 1, wordEnd(text, at)));
                out.append(text, at, next);
                at = next;
            }
        }
        return out.toString();
    }

    /** The longest name that stands there as a whole. */
    private Optional<String> nameAt(String text, int at) {
        String begin = text.substring(at, Math.max(at + 1, wordEnd(text, at))).toLowerCase(Locale.ROOT);
        for (int length : lengths.getOrDefault(begin, NONE)) {
            int end = at + length;
            if (end <= text.length() && !isInWord(text, end)) {
                String there = text.substring(at, end).toLowerCase(Locale.ROOT);
                if (names.contains(there)) {
                    return Optional.of(there);
                }
            }
        }
        return Optional.empty();
    }

    /** Whether a word goes on from before this place. */
    private static boolean isInWord(String text, int at) {
        return at > 0 && at < text.length() && isOfWord(text.codePointBefore(at)) && isOfWord(text.codePointAt(at));
    }

    /** Behind the letters and figures that begin here; one sign at least, where it is none of them. */
    private static int wordEnd(String text, int at) {
        int end = at;
        while (end < text.length() && isOfWord(text.codePointAt(end))) {
            end += Character.charCount(text.codePointAt(end));
        }
        return end > at || at >= text.length() ? end : at + Character.charCount(text.codePointAt(at));
    }

    private static boolean isOfWord(int codePoint) {
        return Character.isLetterOrDigit(codePoint) || Character.getType(codePoint) == Character.NON_SPACING_MARK;
    }
}
