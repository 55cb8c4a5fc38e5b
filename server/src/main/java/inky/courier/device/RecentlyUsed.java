package inky.courier.device;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** What is remembered of devices, of the last some thousands that anybody asked. */
final class RecentlyUsed<K, V> {
    /** More than an office has. */
    private static final int MOST = 4_000;

    private final Map<K, V> known = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
            return size() > MOST;
        }
    };

    synchronized RecentlyUsed<K, V> copy() {
        RecentlyUsed<K, V> copy = new RecentlyUsed<>();
        copy.known.putAll(known);
        return copy;
    }

    synchronized Optional<V> get(K key) {
        return Optional.ofNullable(known.get(key));
    }

    synchronized void put(K key, V value) {
        known.put(key, value);
    }

    synchronized void remove(K key) {
        known.remove(key);
    }
}
