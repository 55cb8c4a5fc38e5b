package inky.courier.setup;

import inky.courier.audit.ChangeLog;
import inky.courier.core.message.Languages;
import inky.courier.core.office.Item;
import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import tools.jackson.databind.JsonNode;

/**
 * A change as the desk shows it.
 *
 * @param kind of what was changed, in words
 * @param differences what was changed, each value of its own
 * @param canUndo whether it is a change of the set-up that has not been undone yet
 */
public record ChangeView(
        long id,
        Instant at,
        String who,
        String kind,
        UUID subjectId,
        String subject,
        Verb verb,
        List<Value> differences,
        boolean canUndo,
        boolean undone) {
    /** What happened to it. */
    public enum Verb {
        ADDED,
        CHANGED,
        DELETED
    }

    /**
     * A value that differs.
     *
     * @param name where it stands, in words: "files, searchable"
     * @param before empty for none, and {@code after} likewise
     */
    public record Value(String name, String before, String after) {}

    /** Letters of a language's code. */
    private static final int LANGUAGE = 2;

    private static final String ID = "[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}";

    /** @param names of items by their ids, as they are called now; absent for those that are gone */
    static ChangeView of(ChangeLog.Record record, Function<UUID, String> names) {
        Verb verb = record.before() != null
                ? record.after() == null ? Verb.DELETED : Verb.CHANGED
                : record.after() == null || record.after().startsWith("{") ? Verb.ADDED : Verb.CHANGED;
        return new ChangeView(
                record.id(),
                record.at(),
                record.who(),
                record.kind(),
                record.subjectId(),
                record.subject(),
                verb,
                verb == Verb.CHANGED ? differences(record, names) : List.of(),
                record.itemKind() != null && !record.undone(),
                record.undone());
    }

    private static List<Value> differences(ChangeLog.Record record, Function<UUID, String> names) {
        List<Value> differences = differences(values(record.before(), names), values(record.after(), names));
        record.secrets().forEach(secret -> differences.add(new Value(secret, "", "a new one")));
        return differences;
    }

    /** Of an item, as it was and as it will be. */
    static List<Value> differences(Item before, Item after, Function<UUID, String> names) {
        return differences(values(Json.write(before), names), values(Json.write(after), names));
    }

    private static List<Value> differences(Map<String, String> before, Map<String, String> after) {
        Set<String> all = new LinkedHashSet<>(before.keySet());
        all.addAll(after.keySet());
        List<Value> differences = new ArrayList<>();
        for (String name : all) {
            if (!Objects.equals(before.get(name), after.get(name))) {
                differences.add(new Value(name, before.getOrDefault(name, ""), after.getOrDefault(name, "")));
            }
        }
        return differences;
    }

    private static Map<String, String> values(@Nullable String json, Function<UUID, String> names) {
        Map<String, String> values = new LinkedHashMap<>();
        if (json != null) {
            put(values, "", Json.read(json, JsonNode.class), names);
        }
        return values;
    }

    private static void put(Map<String, String> values, String path, JsonNode node, Function<UUID, String> names) {
        if (node.isObject()) {
            node.properties()
                    .forEach(part -> put(
                            values,
                            path.isEmpty() ? words(part.getKey()) : path + ", " + words(part.getKey()),
                            part.getValue(),
                            names));
        } else if (node.isArray()) {
            List<String> parts = new ArrayList<>();
            node.forEach(part -> {
                Map<String, String> own = new LinkedHashMap<>();
                put(own, "", part, names);
                parts.add(part(own));
            });
            values.put(path, String.join(", ", parts));
        } else {
            values.put(path, text(node, names));
        }
    }

    /** One of a list in a line; a number says nothing without its name. */
    private static String part(Map<String, String> values) {
        return values.entrySet().stream()
                .map(value -> value.getValue().matches("-?\\d+(\\.\\d+)?")
                        ? value.getKey() + " " + value.getValue().replaceAll("\\.0$", "")
                        : value.getValue())
                .collect(Collectors.joining(" "))
                .strip();
    }

    private static String text(JsonNode node, Function<UUID, String> names) {
        if (node.isNull()) {
            return "";
        }
        if (node.isBoolean()) {
            return node.asBoolean() ? "yes" : "no";
        }
        String text = node.asString();
        if (text.matches(ID)) {
            UUID id = UUID.fromString(text);
            return id.getMostSignificantBits() == 0
                    ? ""
                    : Objects.requireNonNullElse(names.apply(id), "one that was deleted");
        }
        // Names of choices.
        return text.matches("[A-Z][A-Z_]{2,}") ? text.toLowerCase(Locale.ROOT).replace('_', ' ') : text;
    }

    /** {@code senderIsPerson} as "sender is person"; the number of a panel's place as "place 3", a language by its name. */
    private static String words(String key) {
        if (key.equals("start")) {
            return "place of the start key";
        }
        Optional<Locale> language = key.length() == LANGUAGE ? Languages.of(key) : Optional.empty();
        if (language.isPresent()) {
            return language.get().getDisplayLanguage(Locale.ENGLISH);
        }
        return key.matches("\\d+")
                ? "place " + key
                : key.replaceAll("(?<=[a-z])(?=[A-Z])", " ")
                        .toLowerCase(Locale.ROOT)
                        // What it refers to is told by its name.
                        .replaceAll(" ids?$", "");
    }
}
