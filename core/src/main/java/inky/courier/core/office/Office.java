package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.jspecify.annotations.Nullable;

/**
 * The whole set-up of an office. It never changes: a change makes another one of it. Two offices are equal when they hold the
 * same items.
 */
public final class Office {
    public static final Office EMPTY = new Office(Map.of());

    /** What is needed first stands first, then by name and id, so that the order is always the same. */
    static final Comparator<Item> ORDER =
            Comparator.comparing(Item::itemKind).thenComparing(Item::name).thenComparing(Item::id);

    private final Map<Reference, Item> items;

    /** In their order; made when they are first asked for. */
    private volatile @Nullable List<Item> ordered;

    /** Items by their type; made when one is first asked for. */
    private final Map<Class<? extends Item>, List<Item>> byType = new ConcurrentHashMap<>();

    /** Who needs each; made when it is first asked for. */
    private volatile @Nullable Map<Reference, List<Item>> dependents;

    /** Jobs on some panel; made when it is first asked for. */
    private volatile @Nullable Set<UUID> placed;

    private Office(Map<Reference, Item> items) {
        this.items = items;
    }

    /** Of items that are known to be right, as they are kept. */
    public static Office of(Collection<? extends Item> items) {
        Map<Reference, Item> all = new HashMap<>();
        items.forEach(item -> all.put(item.reference(), item));
        return new Office(all);
    }

    /** All items, what is needed before what needs it. */
    public List<Item> items() {
        @Nullable List<Item> known = ordered;
        if (known == null) {
            known = items.values().stream().sorted(ORDER).toList();
            ordered = known;
        }
        return known;
    }

    public Optional<Item> find(Reference what) {
        return Optional.ofNullable(items.get(what));
    }

    public boolean has(ItemKind kind, UUID id) {
        return items.containsKey(new Reference(kind, id));
    }

    /** All items of a type, in no order. */
    @SuppressWarnings("unchecked")
    public <T extends Item> List<T> all(Class<T> type) {
        return (List<T>) byType.computeIfAbsent(
                type, any -> items.values().stream().filter(type::isInstance).toList());
    }

    public OfficeSettings settings() {
        return find(OfficeSettings.REFERENCE).map(OfficeSettings.class::cast).orElse(OfficeSettings.USUAL);
    }

    /** The jobs that are on some panel. */
    public Set<UUID> placedJobs() {
        @Nullable Set<UUID> known = placed;
        if (known == null) {
            known = new HashSet<>();
            for (PanelItem panel : all(PanelItem.class)) {
                known.addAll(panel.places().values());
            }
            known = Collections.unmodifiableSet(known);
            placed = known;
        }
        return known;
    }

    /** What would not work without it, in order. */
    public List<Item> dependents(Reference what) {
        @Nullable Map<Reference, List<Item>> known = dependents;
        if (known == null) {
            known = new HashMap<>();
            for (Item item : items.values()) {
                for (Need need : item.needs()) {
                    List<Item> list = known.computeIfAbsent(need.what(), reference -> new ArrayList<>());
                    if (list.isEmpty() || list.get(list.size() - 1) != item) {
                        list.add(item);
                    }
                }
            }
            dependents = known;
        }
        return known.getOrDefault(what, List.of()).stream().sorted(ORDER).toList();
    }

    /** All that would not work without it, directly or through others, in order. */
    public List<Item> allDependents(Reference what) {
        Map<Reference, Item> found = new HashMap<>();
        List<Reference> open = new ArrayList<>(List.of(what));
        while (!open.isEmpty()) {
            for (Item item : dependents(open.remove(open.size() - 1))) {
                if (found.put(item.reference(), item) == null) {
                    open.add(item.reference());
                }
            }
        }
        return found.values().stream().sorted(ORDER).toList();
    }

    /** An item with all that it needs, directly and through others, in order; none where it is not there. */
    public List<Item> withNeeds(Reference what) {
        Map<Reference, Item> found = new HashMap<>();
        List<Reference> open = new ArrayList<>(List.of(what));
        while (!open.isEmpty()) {
            Item item = items.get(open.remove(open.size() - 1));
            if (item != null && found.put(item.reference(), item) == null) {
                item.needs().forEach(need -> open.add(need.what()));
            }
        }
        return found.values().stream().sorted(ORDER).toList();
    }

    /** Some items with all that they need, and without the settings of the office. */
    public Office only(Collection<Reference> wanted) {
        return of(wanted.stream()
                .flatMap(what -> withNeeds(what).stream())
                .distinct()
                .toList());
    }

    /** What people call it: a part by the item that it belongs to. */
    public String nameOf(Item item) {
        return item.partOf()
                .flatMap(this::find)
                .map(whole -> "the " + item.itemKind().words() + " of " + whole.name())
                .orElse(item.name());
    }

    /**
     * The office after changes, which are made together: an item may need one that comes with it, in any order.
     *
     * @throws Invalid when an item breaks its rules, or needs what is not there
     * @throws StillNeeded when an item that goes is needed by one that stays
     */
    public Office apply(List<Change> changes) {
        Map<Reference, Item> after = new HashMap<>(items);
        Set<Reference> gone = new LinkedHashSet<>();
        Map<Reference, Item> put = new LinkedHashMap<>();
        for (Change change : changes) {
            if (change instanceof Change.Put p) {
                gone.remove(p.what());
                put.put(p.what(), p.item());
            } else {
                put.remove(change.what());
                gone.add(change.what());
            }
        }
        for (Item item : items.values()) {
            item.partOf().filter(gone::contains).ifPresent(whole -> gone.add(item.reference()));
        }
        after.keySet().removeAll(gone);
        after.putAll(put);
        Office office = new Office(after);
        for (Reference reference : gone) {
            Item item = items.get(reference);
            List<Item> needing = office.dependents(reference);
            if (item != null && !needing.isEmpty()) {
                throw new StillNeeded(item, needing);
            }
        }
        for (Item item : put.values()) {
            try {
                office.hold(item);
            } catch (Invalid invalid) {
                // Of one item its form says which; of several the sentence has to.
                throw put.size() == 1 ? invalid : invalid.about(item.itemKind().words() + " " + office.nameOf(item));
            }
        }
        return office;
    }

    /** To its own rules, and to those that it has with others. */
    private void hold(Item item) {
        item.check(this);
        if (item instanceof JobItem) {
            InboxItem.requireNoCircles(this, "destinationIds");
        } else if (item instanceof DestinationItem) {
            InboxItem.requireNoCircles(this, "path");
        }
        requireOwnName(item);
        item.needs().stream()
                .filter(need -> need.what().kind() != ItemKind.PERSON
                        && find(need.what()).isEmpty())
                .findFirst()
                .ifPresent(need -> {
                    throw missing(need);
                });
    }

    private void requireOwnName(Item item) {
        boolean taken = !item.name().isEmpty()
                && items.values().stream()
                        .anyMatch(other -> other.itemKind() == item.itemKind()
                                && other.name().equals(item.name())
                                && !other.id().equals(item.id()));
        if (taken) {
            throw new Invalid(
                    "office.name-taken",
                    "name",
                    Message.of("problem.office.name-taken")
                            .with("kind", item.itemKind().words()),
                    Message.of("problem.office.name-taken.remedy"));
        }
    }

    private static Invalid missing(Need need) {
        return new Invalid(
                "office.missing",
                need.field(),
                Message.of("problem.not-found." + need.what().kind().words().replace(' ', '-')),
                Message.of("problem.office.missing.remedy"));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Office office && items.equals(office.items);
    }

    @Override
    public int hashCode() {
        return items.hashCode();
    }

    @Override
    public String toString() {
        return "Office" + items();
    }
}
