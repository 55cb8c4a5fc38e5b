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
 */
public record PanelItem(UUID id, SortedMap<Integer, UUID> places) implements Item {
    /** Far more than any panel has; the device itself says how many it has. */
    private static final int MOST_PLACES = 200;

    public PanelItem {
        Required.value(places, "places");
        places = Collections.unmodifiableSortedMap(new TreeMap<>(places));
    }

    public PanelItem(UUID id, Map<Integer, UUID> places) {
        this(id, new TreeMap<>(places));
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
        return places.values().stream()
                .map(job -> new Need(new Reference(ItemKind.JOB, job), "places"))
                .toList();
    }

    @Override
    public void check(Office office) {
        if (!office.has(ItemKind.DEVICE, id)) {
            throw Invalid.of("panel.device", "deviceId");
        }
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
    }
}
