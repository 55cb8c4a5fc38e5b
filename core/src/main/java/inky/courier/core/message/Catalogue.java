package inky.courier.core.message;

import com.ibm.icu.text.MessageFormat;
import com.ibm.icu.text.MessagePattern;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * The words of all messages, in ICU MessageFormat, one file for each language and area. A language that lacks a message says it in
 * English; {@link #AREAS_OF_PEOPLE} are complete in every language.
 */
public final class Catalogue {
    /** What a panel, a phone, a mail or a notice shows. */
    public static final List<String> AREAS_OF_PEOPLE = List.of(
            "alert",
            "causes",
            "common",
            "delivery",
            "device",
            "mail",
            "page",
            "panel",
            "preflight",
            "problems",
            "profile",
            "scan");

    /** What administrators see. */
    public static final List<String> AREAS_OF_ADMINISTRATORS = List.of("setup");

    private static final Map<Locale, Map<String, String>> PATTERNS = new ConcurrentHashMap<>();
    private static final Map<Locale, Map<String, MessageFormat>> FORMATS = new ConcurrentHashMap<>();

    private Catalogue() {}

    /** @param wanted a language that Courier does not speak is answered in English */
    static String words(Message message, Locale wanted) {
        // Only ours are kept, however many others are asked for.
        Locale language = Languages.of(wanted.toLanguageTag()).orElse(Languages.FIRST);
        return switch (message.code()) {
            case Message.TEXT -> String.valueOf(message.arguments().get("text"));
            case Message.LIST -> list((List<?>) message.arguments().getOrDefault("parts", List.of()), language);
            default -> formatted(message, language);
        };
    }

    private static String formatted(Message message, Locale language) {
        Locale spoken = of(language).containsKey(message.code()) ? language : Languages.FIRST;
        String pattern = of(spoken).get(message.code());
        assert pattern != null : "no words for " + message.code();
        if (pattern == null) {
            // Kept by a version that had words for it; what is around it can still be read.
            return message.code();
        }
        assert arguments(pattern).equals(message.arguments().keySet())
                : message.code() + " wants " + arguments(pattern) + ", not " + message.arguments();
        if (message.arguments().isEmpty()) {
            return plain(pattern);
        }
        Map<String, Object> values = new HashMap<>();
        message.arguments().forEach((name, value) -> values.put(name, shown(value, language)));
        MessageFormat format = FORMATS.computeIfAbsent(spoken, l -> new ConcurrentHashMap<>())
                .computeIfAbsent(message.code(), code -> new MessageFormat(pattern, spoken));
        synchronized (format) {
            try {
                return format.format(values);
            } catch (IllegalArgumentException e) {
                // Kept with values of another kind.
                return pattern;
            }
        }
    }

    /** Two apostrophes are one, and a pair of them quotes; without arguments nothing else is special. */
    private static String plain(String pattern) {
        return pattern.indexOf('\'') < 0 ? pattern : new MessageFormat(pattern, Languages.FIRST).format(Map.of());
    }

    private static Object shown(Object value, Locale language) {
        if (value instanceof Message message) {
            return words(message, language);
        }
        return value instanceof List<?> list ? list(list, language) : value;
    }

    private static String list(List<?> parts, Locale language) {
        List<String> words = new ArrayList<>();
        parts.forEach(part -> words.add(words((Message) part, language)));
        return String.join(of(language).getOrDefault("list", ", "), words);
    }

    /** The codes and patterns of a language. */
    public static Map<String, String> of(Locale language) {
        return PATTERNS.computeIfAbsent(language, Catalogue::read);
    }

    /** The names that a pattern wants filled, also those that stand within a plural. */
    public static Set<String> arguments(String pattern) {
        MessagePattern parsed = new MessagePattern(pattern);
        Set<String> names = new TreeSet<>();
        for (int i = 0; i < parsed.countParts(); i++) {
            MessagePattern.Part part = parsed.getPart(i);
            if (part.getType() == MessagePattern.Part.Type.ARG_NAME) {
                names.add(parsed.getSubstring(part));
            }
        }
        return names;
    }

    private static Map<String, String> read(Locale language) {
        Map<String, String> all = new TreeMap<>();
        for (String area : areas()) {
            area(language, area).forEach((code, pattern) -> {
                if (all.put(code, pattern) != null) {
                    throw new IllegalStateException(code + " stands twice in " + language);
                }
            });
        }
        return all;
    }

    private static List<String> areas() {
        List<String> all = new ArrayList<>(AREAS_OF_PEOPLE);
        all.addAll(AREAS_OF_ADMINISTRATORS);
        return all;
    }

    /** One file of a language; empty where the language has none of this area. */
    public static Map<String, String> area(Locale language, String area) {
        try (InputStream in = Catalogue.class.getResourceAsStream(language.getLanguage() + "/" + area + ".json")) {
            return in == null
                    ? Map.of()
                    : JsonMapper.builder().build().readValue(in, new TypeReference<TreeMap<String, String>>() {});
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
