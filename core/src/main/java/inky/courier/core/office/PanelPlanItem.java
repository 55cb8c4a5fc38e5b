package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.text.PlainText;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;

/**
 * The jobs that the panels of many devices have in common. Each device has them on a panel of its own ({@link PanelItem}), where
 * a place may differ: such an exception stays what it is when the plan changes.
 *
 * @param of the place of work or the model, as the device says it; empty for all devices of the office
 * @param places jobs by the number of their place, from 1
 * @param start the place whose job the start key runs; 0 for panels without one
 */
public record PanelPlanItem(UUID id, String name, Scope scope, String of, SortedMap<Integer, UUID> places, int start)
        implements Item {
    private static final int LONGEST = 60;
    private static final int LONGEST_MODEL = 200;

    /** Which devices follow; of several plans for a device it follows the one whose scope comes last. */
    public enum Scope {
        OFFICE,
        MODEL,
        PLACE
    }

    public PanelPlanItem {
        name = Required.value(name, "name").strip();
        Required.value(scope, "scope");
        of = scope == Scope.OFFICE ? "" : Objects.requireNonNullElse(of, "").strip();
        places = Collections.unmodifiableSortedMap(new TreeMap<>(Required.value(places, "places")));
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.PANEL_PLAN;
    }

    @Override
    public List<Need> needs() {
        return PanelItem.needs(places);
    }

    @Override
    public void check(Office office) {
        if (!PlainText.isName(name, LONGEST)) {
            throw Invalid.of("panel-plan.name", "name");
        }
        if (of.length() > LONGEST_MODEL || of.isEmpty() != (scope == Scope.OFFICE)) {
            throw Invalid.of("panel-plan.of", "of");
        }
        if (places.isEmpty()) {
            throw Invalid.of("panel-plan.empty", "places");
        }
        PanelItem.check(places, start);
        boolean another = office.all(PanelPlanItem.class).stream()
                .anyMatch(other -> !other.id.equals(id) && other.scope == scope && other.of.equals(of));
        if (another) {
            throw Invalid.of("panel-plan.scope", "of");
        }
    }

    /** Whether it is for a device that stands at a place and is of a model. */
    public boolean isFor(String place, String model) {
        return switch (scope) {
            case OFFICE -> true;
            case MODEL -> of.equals(model);
            case PLACE -> of.equals(place);
        };
    }

    /** The plan that a device follows. */
    public static Optional<PanelPlanItem> of(Collection<PanelPlanItem> plans, String place, String model) {
        return plans.stream().filter(plan -> plan.isFor(place, model)).max(Comparator.comparing(PanelPlanItem::scope));
    }

    /**
     * What a panel becomes when the jobs that it has from its plan are others. A place that was as planned follows; any other
     * stays, and a job that is in such a place does not come a second time.
     *
     * @param before what the device had from its plan, {@code after} what it is to have
     */
    public static SortedMap<Integer, UUID> follow(
            SortedMap<Integer, UUID> before, SortedMap<Integer, UUID> after, SortedMap<Integer, UUID> panel) {
        SortedMap<Integer, UUID> then = new TreeMap<>(panel);
        SortedSet<Integer> own = exceptions(before, panel);
        then.keySet().retainAll(own);
        after.forEach((place, job) -> {
            if (!own.contains(place) && !then.containsValue(job)) {
                then.put(place, job);
            }
        });
        return then;
    }

    /** Places in which a panel has another job than planned, or one where none is planned, or none where one is. */
    public static SortedSet<Integer> exceptions(SortedMap<Integer, UUID> plan, SortedMap<Integer, UUID> panel) {
        SortedSet<Integer> places = new TreeSet<>(plan.keySet());
        places.addAll(panel.keySet());
        places.removeIf(place -> Objects.equals(plan.get(place), panel.get(place)));
        return places;
    }
}
