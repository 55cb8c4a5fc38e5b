package inky.courier.help;

import inky.courier.web.Json;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What panels show at the moment, while the help desk may see it. */
@Component
class HelpScreens {
    /** A panel that shows what it is sends it again every few seconds; one that has stopped is not looked into any more. */
    static final Duration FRESH = Duration.ofSeconds(15);

    private final JdbcClient jdbc;
    private final Clock clock;

    /** Devices of which this instance has shown something: coming and going at all others asks the database nothing. */
    private final Set<UUID> shown = ConcurrentHashMap.newKeySet();

    HelpScreens(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** @return whether the desk sees now what it did not before: the panel at all, or its pages */
    boolean put(UUID device, UUID call, SharedScreen screen) {
        shown.add(device);
        boolean known =
                find(call).filter(before -> before.pages() == screen.pages()).isPresent();
        jdbc.sql("""
                        insert into help_screen (call_id, at, screen) values (?, ?, ?)
                        on conflict (call_id) do update set at = excluded.at, screen = excluded.screen""")
                .params(call, OffsetDateTime.now(clock), Json.write(screen))
                .update();
        return !known;
    }

    Optional<SharedScreen> find(UUID call) {
        return jdbc.sql("select screen from help_screen where call_id = ? and at > ?")
                .params(call, OffsetDateTime.now(clock).minus(FRESH))
                .query(String.class)
                .optional()
                .map(json -> Json.read(json, SharedScreen.class));
    }

    void remove(UUID call) {
        jdbc.sql("delete from help_screen where call_id = ?").param(call).update();
    }

    /** What another instance has shown ends by its age. */
    void removeAllAt(UUID device) {
        if (shown.remove(device)) {
            jdbc.sql("delete from help_screen where call_id in (select id from help_call where device_id = ?)")
                    .param(device)
                    .update();
        }
    }
}
