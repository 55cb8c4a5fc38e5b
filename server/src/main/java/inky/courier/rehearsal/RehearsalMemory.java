package inky.courier.rehearsal;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import inky.courier.core.workshop.PageMemory;
import jakarta.annotation.Nullable;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** What came of pages that were rehearsed lately; as much as a few desks need. */
@Component
class RehearsalMemory implements PageMemory {
    private static final long MOST_BYTES = 128L << 20;

    private final Cache<Object, Remembered> known = Caffeine.newBuilder()
            .maximumWeight(MOST_BYTES)
            .weigher((Object key, Remembered what) -> (int) Math.min(Integer.MAX_VALUE, what.bytes()))
            .expireAfterAccess(Duration.ofHours(1))
            .build();

    @Override
    public @Nullable Remembered find(Object key) {
        return known.getIfPresent(key);
    }

    @Override
    public void keep(Object key, Remembered what) {
        known.put(key, what);
    }
}
