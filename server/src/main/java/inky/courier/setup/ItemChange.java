package inky.courier.setup;

import inky.courier.core.office.Change;
import inky.courier.core.office.Item;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/** What would happen to one item, as the desk shows it before anything is changed. @param kind in words */
public record ItemChange(String kind, UUID id, String name, ChangeView.Verb verb, List<ChangeView.Value> differences) {
    public static List<ItemChange> of(Office now, Office after, List<Change> changes) {
        Map<UUID, String> names = new HashMap<>();
        for (Office office : List.of(now, after)) {
            office.items().forEach(item -> names.put(item.id(), office.nameOf(item)));
        }
        return changes.stream().map(change -> of(now, after, change, names)).toList();
    }

    private static ItemChange of(Office now, Office after, Change change, Map<UUID, String> names) {
        Reference what = change.what();
        Item before = now.find(what).orElse(null);
        Item then = after.find(what).orElse(null);
        ChangeView.Verb verb = before == null
                ? ChangeView.Verb.ADDED
                : then == null ? ChangeView.Verb.DELETED : ChangeView.Verb.CHANGED;
        String name = then == null ? now.nameOf(before) : after.nameOf(then);
        List<ChangeView.Value> differences =
                verb == ChangeView.Verb.CHANGED ? ChangeView.differences(before, then, names::get) : List.of();
        return new ItemChange(what.kind().words(), what.id(), name, verb, differences);
    }
}
