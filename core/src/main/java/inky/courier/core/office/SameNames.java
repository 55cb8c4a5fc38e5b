package inky.courier.core.office;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Things of two set-ups that are called the same and have other ids, as when both were made by hand. What a file says of the one
 * can be taken to be meant for the other.
 */
public final class SameNames {
    private static final Pattern ID = Pattern.compile("[0-9a-fA-F]{8}(?:-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}");

    private SameNames() {}

    /** A thing of a file, and the one that is there. */
    public record Pair(Reference file, Item there) {}

    /** Those of the same kind and name that have no partner by their id, where no third has that name. */
    public static List<Pair> of(Office there, Office file) {
        Map<String, List<Item>> alone = alone(there, file);
        List<Pair> pairs = new ArrayList<>();
        alone(file, there).forEach((name, items) -> {
            List<Item> same = alone.getOrDefault(name, List.of());
            if (items.size() == 1 && same.size() == 1) {
                pairs.add(new Pair(items.get(0).reference(), same.get(0)));
            }
        });
        return pairs;
    }

    private static Map<String, List<Item>> alone(Office of, Office other) {
        return of.items().stream()
                .filter(item ->
                        !item.name().isEmpty() && other.find(item.reference()).isEmpty())
                .collect(Collectors.groupingBy(item -> item.itemKind() + " " + item.name()));
    }

    /** A file's text with the ids of what is there, wherever one of them stands. */
    public static String meant(String file, List<Pair> pairs) {
        Map<UUID, UUID> ids = new HashMap<>();
        pairs.forEach(pair -> ids.put(pair.file.id(), pair.there.id()));
        return ids.isEmpty()
                ? file
                : ID.matcher(file)
                        .replaceAll(id -> Optional.ofNullable(ids.get(UUID.fromString(id.group())))
                                .map(UUID::toString)
                                .orElse(id.group()));
    }
}
