package inky.courier.panel;

import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** What panels have shown last: when one has asked, and which jobs it was given when somebody signed in. */
@Service
class PanelShown {
    /** A panel asks every few seconds; so often it is written down. */
    private static final Duration BETWEEN = Duration.ofMinutes(5);

    private static final TypeReference<TreeMap<Integer, UUID>> PLACES = new TypeReference<>() {};

    private final JdbcClient jdbc;
    private final Clock clock;
    private final Map<UUID, Instant> written = new ConcurrentHashMap<>();

    PanelShown(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * @param seenAt when the panel has last asked, to a few minutes
     * @param readAt when somebody has last signed in there; absent for never
     * @param places what it was given then
     */
    record Shown(Instant seenAt, @Nullable Instant readAt, SortedMap<Integer, UUID> places) {}

    @Transactional
    void asked(UUID device) {
        Instant now = clock.instant();
        Instant last = written.get(device);
        if (last == null || !now.isBefore(last.plus(BETWEEN))) {
            written.put(device, now);
            jdbc.sql("""
                            insert into panel_shown (device_id, seen_at) values (?, ?)
                            on conflict (device_id) do update set seen_at = excluded.seen_at
                            """).params(device, at(now)).update();
        }
    }

    @Transactional
    void read(UUID device, SortedMap<Integer, UUID> places) {
        Instant now = clock.instant();
        written.put(device, now);
        jdbc.sql("""
                        insert into panel_shown (device_id, seen_at, read_at, places) values (?, ?, ?, ?)
                        on conflict (device_id) do update
                            set seen_at = excluded.seen_at, read_at = excluded.read_at, places = excluded.places
                        """).params(device, at(now), at(now), Json.write(places)).update();
    }

    /** Empty for a panel that was never open. */
    @Transactional(readOnly = true)
    Optional<Shown> of(UUID device) {
        return jdbc.sql("select seen_at, read_at, places from panel_shown where device_id = ?")
                .param(device)
                .query((row, n) -> {
                    OffsetDateTime read = row.getObject("read_at", OffsetDateTime.class);
                    return new Shown(
                            row.getObject("seen_at", OffsetDateTime.class).toInstant(),
                            read == null ? null : read.toInstant(),
                            Json.read(row.getString("places"), PLACES));
                })
                .optional();
    }

    private static OffsetDateTime at(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}
