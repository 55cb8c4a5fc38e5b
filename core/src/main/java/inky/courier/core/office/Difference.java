package inky.courier.core.office;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What differs between two offices: the changes that make one of the other. */
public final class Difference {
    private Difference() {}

    /** @return what goes, the last needed first, and then what comes or changes, in the order of what is needed */
    public static List<Change> between(Office before, Office after) {
        List<Change> changes = new ArrayList<>();
        List<Item> old = before.items();
        for (int i = old.size() - 1; i >= 0; i--) {
            Reference what = old.get(i).reference();
            if (after.find(what).isEmpty()) {
                changes.add(new Change.Remove(what));
            }
        }
        for (Item item : after.items()) {
            if (!before.find(item.reference()).equals(Optional.of(item))) {
                changes.add(new Change.Put(item));
            }
        }
        return changes;
    }
}
