package inky.courier.delivery.query;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Records who looked at other people's pages: a delivery once an hour, however many of its pages are looked at. */
@Component
class PageOpenings {
    private static final Duration ONCE = Duration.ofHours(1);
    private static final int MOST_KNOWN = 10_000;

    private final SecurityLog log;
    private final JdbcClient jdbc;
    private final Clock clock;
    private final Map<Opening, Instant> known = new ConcurrentHashMap<>();

    PageOpenings(SecurityLog log, JdbcClient jdbc, Clock clock) {
        this.log = log;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    private record Opening(String who, UUID delivery) {}

    void note(String who, UUID delivery, String source) {
        Instant now = clock.instant();
        Instant old = now.minus(ONCE);
        if (known.size() > MOST_KNOWN) {
            known.values().removeIf(at -> at.isBefore(old));
        }
        Opening opening = new Opening(who, delivery);
        boolean[] first = new boolean[1];
        known.compute(opening, (key, at) -> {
            first[0] = at == null || at.isBefore(old);
            return first[0] ? now : at;
        });
        if (first[0]) {
            jdbc.sql("select number from delivery where id = ?")
                    .param(delivery)
                    .query(Long.class)
                    .optional()
                    .ifPresent(number ->
                            log.note(SecurityLog.Event.PAGES_OPENED, who, Place.DESK, source, "delivery D-" + number));
        }
    }
}
