package inky.courier.core.preflight;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.office.Item;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * What was found of jobs at devices. A job is checked again where it, or something that it needs, is another than before; at
 * devices that can do the same it is checked once. What has not been asked for longest is forgotten.
 */
public final class KnownFindings {
    /** A large office has 200 jobs and some tens of sorts of devices. */
    private static final int MOST = 20_000;

    private final Function<JobAtDevice, List<Finding>> check;
    private final Map<Key, List<Finding>> known = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, List<Finding>> eldest) {
            return size() > MOST;
        }
    };

    /** All that the checks of a job look at. */
    private record Key(List<Item> items, DeviceAbilities device) {}

    public KnownFindings() {
        this(Preflight::check);
    }

    KnownFindings(Function<JobAtDevice, List<Finding>> check) {
        this.check = check;
    }

    public synchronized List<Finding> of(JobAtDevice at) {
        Key key = new Key(at.office().withNeeds(at.job().reference()), at.device());
        List<Finding> found = known.get(key);
        if (found == null) {
            found = check.apply(at);
            known.put(key, found);
        }
        return found;
    }
}
