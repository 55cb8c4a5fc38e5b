package inky.courier.core.text;

import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Takes people out of a text: the same name or address is the same stand-in everywhere. Not for many threads. */
public final class Pseudonyms {
    /** Wider than RFC 5321 allows: what looks like an address is one here. The part behind the @ stays, as it says where mail goes. */
    private static final Pattern ADDRESS =
            Pattern.compile("[\\p{L}\\p{N}._%+'/=-]+(?=@[\\p{L}\\p{N}.-]*[\\p{L}\\p{N}])");

    /** Shorter ones are words of other things too. */
    private static final int SHORTEST = 3;

    private final Optional<Pattern> names;
    private final Map<String, String> known = new HashMap<>();
    private int persons;
    private int addresses;

    /** @param names of people, as they stand in texts: whole names and logins */
    public Pseudonyms(Collection<String> names) {
        List<String> longestFirst = names.stream()
                .map(String::strip)
                .filter(name -> name.length() >= SHORTEST)
                .distinct()
                .sorted(Comparator.comparing(String::length).reversed())
                .toList();
        this.names = longestFirst.isEmpty() ? Optional.empty() : Optional.of(anyOf(longestFirst));
    }

    private static Pattern anyOf(List<String> names) {
        return Pattern.compile(
                names.stream()
                        .map(Pattern::quote)
                        .collect(Collectors.joining("|", "(?<![\\p{L}\\p{N}])(?:", ")(?![\\p{L}\\p{N}])")),
                Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
    }

    public String in(String text) {
        String without = replaced(ADDRESS, text, "address-");
        return names.map(pattern -> replaced(pattern, without, "person-")).orElse(without);
    }

    private String replaced(Pattern pattern, String text, String kind) {
        Matcher matcher = pattern.matcher(text);
        StringBuilder out = new StringBuilder();
        while (matcher.find()) {
            String key = kind + matcher.group().toLowerCase(Locale.ROOT);
            String standIn = known.computeIfAbsent(key, one -> kind + (kind.startsWith("p") ? ++persons : ++addresses));
            matcher.appendReplacement(out, Matcher.quoteReplacement(standIn));
        }
        return matcher.appendTail(out).toString();
    }
}
