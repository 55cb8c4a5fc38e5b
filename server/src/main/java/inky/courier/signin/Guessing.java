package inky.courier.signin;

import inky.courier.core.people.GuessLimit;
import inky.courier.core.people.GuessLimit.Level;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * Counts attempts to sign in at every door they go through, and slows the next (how: {@link GuessLimit}). An attempt is
 * counted before it is checked and taken back when it was right, so that many at once gain nothing.
 */
@Component
public class Guessing {
    /** By then the level of every door is long at nothing. */
    private static final Duration FORGOTTEN = Duration.ofDays(10);

    private final JdbcClient jdbc;
    private final Clock clock;

    Guessing(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * One attempt that counts.
     *
     * @param before what each door knew before it
     * @param slowed where, if it is wrong, the next one has to wait and this one had not
     */
    public record Attempt(Instant at, Map<Door, Level> before, List<Door> slowed) {}

    /** A door at which the next attempt has to wait. @param level wrong attempts that are not forgiven yet */
    public record Waiting(Door door, double level, Instant until) {}

    /** @throws Refusal when it is too early for another attempt */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public Attempt begin(Door... doors) {
        // As exact as the database keeps it
        Instant now = clock.instant().truncatedTo(ChronoUnit.MICROS);
        Map<Door, Level> levels = hold(doors);
        Map<Door, Level> before = Map.copyOf(levels);
        Duration pause = levels.entrySet().stream()
                .map(e -> e.getKey().kind().limit.pause(e.getValue(), now))
                .max(Comparator.naturalOrder())
                .orElse(Duration.ZERO);
        if (!pause.isZero()) {
            throw new Refusal(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "sign-in.wait",
                    "Too many wrong attempts just now.",
                    "Try again in " + words(pause) + ". An administrator can unlock it before.");
        }
        levels.replaceAll((door, level) -> door.kind().limit.attempted(level, now));
        levels.forEach(this::put);
        List<Door> slowed = levels.entrySet().stream()
                .filter(e -> Math.ceil(e.getValue().level())
                        == e.getKey().kind().limit.free() + 1)
                .map(Map.Entry::getKey)
                .toList();
        return new Attempt(now, before, slowed);
    }

    /** It was right, so it was no guess. */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void right(Attempt attempt) {
        hold(attempt.before.keySet().toArray(Door[]::new))
                .forEach((door, level) ->
                        put(door, door.kind().limit.right(level, attempt.before.get(door), attempt.at)));
    }

    /** One wrong attempt fewer at each of these. */
    @Transactional
    public void takeBack(Door... doors) {
        hold(doors).forEach((door, level) -> put(door, door.kind().limit.less(level)));
    }

    @Transactional
    public void unlock(Door door) {
        jdbc.sql("delete from guess_level where kind = ? and door = ?")
                .params(door.kind().name(), door.of())
                .update();
    }

    /** Where one has to wait just now, the longest first. */
    @Transactional(readOnly = true)
    public List<Waiting> waiting() {
        Instant now = clock.instant();
        return jdbc
                .sql("select kind, door, level, last_at from guess_level where last_at > ?")
                .param(at(now.minus(Duration.ofHours(2))))
                .query((r, n) -> {
                    Door door = new Door(Door.Kind.valueOf(r.getString(1)), r.getString(2));
                    Level level = new Level(
                            r.getDouble(3), r.getObject(4, OffsetDateTime.class).toInstant());
                    GuessLimit limit = door.kind().limit;
                    return new Waiting(door, limit.levelAt(level, now), now.plus(limit.pause(level, now)));
                })
                .list()
                .stream()
                .filter(waiting -> waiting.until.isAfter(now))
                .sorted(Comparator.comparing(Waiting::until).reversed())
                .toList();
    }

    /** Wrong attempts at a door that are not forgiven yet. */
    @Transactional(readOnly = true)
    public double levelOf(Door door) {
        Instant now = clock.instant();
        return jdbc.sql("select level, last_at from guess_level where kind = ? and door = ?")
                .params(door.kind().name(), door.of())
                .query((r, n) -> door.kind()
                        .limit
                        .levelAt(
                                new Level(
                                        r.getDouble(1),
                                        r.getObject(2, OffsetDateTime.class).toInstant()),
                                now))
                .optional()
                .orElse(0.0);
    }

    @Transactional
    public void forget() {
        jdbc.sql("delete from guess_level where last_at < ?")
                .param(at(clock.instant().minus(FORGOTTEN)))
                .update();
    }

    /** Always in the same order, so that two never wait for each other. */
    private Map<Door, Level> hold(Door... doors) {
        Map<Door, Level> levels = new LinkedHashMap<>();
        Stream.of(doors)
                .sorted(Comparator.comparing(Door::kind).thenComparing(Door::of))
                .forEach(door -> levels.put(door, hold(door)));
        return levels;
    }

    private Level hold(Door door) {
        // In one statement: between two, somebody could remove it.
        return jdbc.sql("insert into guess_level (kind, door, level, last_at) values (?, ?, 0, ?) "
                        + "on conflict (kind, door) do update set level = guess_level.level returning level, last_at")
                .params(door.kind().name(), door.of(), at(Instant.EPOCH))
                .query((r, n) -> new Level(
                        r.getDouble(1), r.getObject(2, OffsetDateTime.class).toInstant()))
                .single();
    }

    private void put(Door door, Level level) {
        jdbc.sql("update guess_level set level = ?, last_at = ? where kind = ? and door = ?")
                .params(level.level(), at(level.at()), door.kind().name(), door.of())
                .update();
    }

    private static String words(Duration pause) {
        long seconds = pause.toSeconds() + 1;
        return seconds < 90 ? seconds + " s" : (seconds + 59) / 60 + " minutes";
    }

    private static OffsetDateTime at(Instant at) {
        return at.atOffset(ZoneOffset.UTC);
    }
}
