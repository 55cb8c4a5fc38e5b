package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import java.util.Collections;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;

/**
 * The jobs on a device's panel.
 *
 * @param id the device's
 * @param places jobs by the number of their place, from 1
 * @param start the place whose job the start key runs; 0 for a panel without one
 */
public record PanelItem(UUID id, SortedMap<Integer, UUID> places, int start) implements Item {
    /** Far more than any panel has; the device itself says how many it has. */
    static final int MOST_PLACES = 200;

    public PanelItem {
        Required.value(places, "places");
        places = Collections.unmodifiableSortedMap(new TreeMap<>(places));
    }

    public PanelItem(UUID id, Map<Integer, UUID> places) {
        this(id, new TreeMap<>(places), 0);
    }

    /** The same with other jobs; the start key stays where a job is. */
    public PanelItem with(SortedMap<Integer, UUID> other) {
        return new PanelItem(id, other, other.containsKey(start) ? start : 0);
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.PANEL;
    }

    @Override
    public String name() {
        return "";
    }

    @Override
    public Optional<Reference> partOf() {
        return Optional.of(new Reference(ItemKind.DEVICE, id));
    }

    @Override
    public List<Need> needs() {
        return needs(places);
    }

    @Override
    public void check(Office office) {
        if (!office.has(ItemKind.DEVICE, id)) {
            throw Invalid.of("panel.device", "deviceId");
        }
        check(places, start);
    }

    static List<Need> needs(SortedMap<Integer, UUID> places) {
        return places.values().stream()
                .map(job -> new Need(new Reference(ItemKind.JOB, job), "places"))
                .toList();
    }

    static void check(SortedMap<Integer, UUID> places, int start) {
        if (!places.isEmpty() && (places.firstKey() < 1 || places.lastKey() > MOST_PLACES)) {
            throw new Invalid(
                    "panel.place",
                    "places",
                    Message.of("problem.panel.place").with("n", MOST_PLACES),
                    Message.of("problem.panel.place.remedy"));
        }
        if (new HashSet<>(places.values()).size() < places.size()) {
            throw Invalid.of("panel.twice", "places");
        }
        if (start != 0 && !places.containsKey(start)) {
            throw Invalid.of("panel.start", "start");
        }
    }
}
