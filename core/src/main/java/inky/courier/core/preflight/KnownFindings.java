package inky.courier.core.preflight;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.office.Item;
import inky.courier.core.office.Office;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * What was found of jobs at devices. A job is checked again where it, or something that it needs, is another than before; at
 * devices that can do the same it is checked once. What has not been asked for longest is forgotten.
 */
public final class KnownFindings {
    /** A large office has 200 jobs and some tens of sorts of devices. */
    private static final int MOST = 20_000;

    private static final int MOST_DEVICES = 10_000;

    private final Function<JobAtDevice, List<Finding>> check;
    private final Map<Key, List<Finding>> known = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, List<Finding>> eldest) {
            return size() > MOST;
        }
    };

    /** All that the checks of a job look at. */
    private record Key(Needed items, int sort) {}

    /** A job with all that it needs; looked up for each sort of device, so its hash is reckoned once. */
    private static final class Needed {
        private final List<Item> items;
        private final int hash;

        Needed(List<Item> items) {
            this.items = items;
            hash = items.hashCode();
        }

        @Override
        public boolean equals(@Nullable Object other) {
            return other == this || other instanceof Needed needed && hash == needed.hash && isSame(needed.items);
        }

        /** What was not changed is the same object; a record would compare all that it holds. */
        private boolean isSame(List<Item> others) {
            if (items.size() != others.size()) {
                return false;
            }
            for (int i = 0; i < items.size(); i++) {
                if (items.get(i) != others.get(i) && !items.get(i).equals(others.get(i))) {
                    return false;
                }
            }
            return true;
        }

        @Override
        public int hashCode() {
            return hash;
        }
    }

    /** @param sort of the device */
    private record Pair(UUID job, int sort) {}

    /** The office that was asked about last, and what is known in it: an office never changes, so a job need not be compared. */
    private Office office = Office.EMPTY;

    private final Map<Pair, List<Finding>> here = new HashMap<>();

    /** Devices that can do the same have the same number; what one can do is long, and is compared once for each device. */
    private final Map<DeviceAbilities, Integer> sorts = new HashMap<>();

    private final Map<DeviceAbilities, Integer> sortOf = new IdentityHashMap<>();

    /** All that each job of it needs. */
    private final Map<UUID, Needed> needs = new HashMap<>();

    public KnownFindings() {
        this(Preflight::check);
    }

    KnownFindings(Function<JobAtDevice, List<Finding>> check) {
        this.check = check;
    }

    private int sort(DeviceAbilities device) {
        if (sortOf.size() > MOST_DEVICES) {
            // What devices said before they were asked again.
            sortOf.clear();
        }
        Integer known = sortOf.get(device);
        if (known == null) {
            known = sorts.computeIfAbsent(device, any -> sorts.size());
            sortOf.put(device, known);
        }
        return known;
    }

    public synchronized List<Finding> of(JobAtDevice at) {
        if (at.office() != office) {
            office = at.office();
            here.clear();
            needs.clear();
        }
        int sort = sort(at.device());
        return here.computeIfAbsent(
                new Pair(at.job().id(), sort),
                pair -> known.computeIfAbsent(
                        new Key(
                                needs.computeIfAbsent(
                                        at.job().id(),
                                        id -> new Needed(
                                                office.withNeeds(at.job().reference()))),
                                sort),
                        key -> check.apply(at)));
    }
}
