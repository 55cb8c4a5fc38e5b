package inky.courier.core.office;

import java.util.List;

/** An item cannot go, because others need it. */
public final class StillNeeded extends RuntimeException {
    private final transient Item item;
    private final transient List<Item> dependents;

    StillNeeded(Item item, List<Item> dependents) {
        super(item.name() + " is needed by " + dependents.size());
        this.item = item;
        this.dependents = List.copyOf(dependents);
    }

    public Item item() {
        return item;
    }

    /** What needs it. */
    public List<Item> dependents() {
        return dependents;
    }
}
