package inky.courier.signin;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Event;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.message.Message;
import inky.courier.core.people.ThrottleRule;
import inky.courier.core.people.ThrottleRule.Level;
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
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Counts attempts to sign in at every key they go through, and slows the next (how: {@link ThrottleRule}). An attempt is
 * counted before it is checked and taken back when it was right, so that many at once gain nothing.
 */
@Component
public class SignInThrottle {
    /** By then the level of every key is long at nothing. */
    private static final Duration FORGOTTEN = Duration.ofDays(10);

    /** Whoever is held up only by attempts that are being checked just now waits for what becomes of them, so long. */
    private static final Duration PATIENCE = Duration.ofSeconds(5);

    /** Whoever waits for another's is told when that is over; this is for those who were not. */
    private static final int LOOKS_MILLIS = 100;

    private final JdbcClient jdbc;
    private final SecurityLog log;
    private final Clock clock;
    private final TransactionTemplate apart;
    private final Set<Attempt> beingChecked = ConcurrentHashMap.newKeySet();

    SignInThrottle(JdbcClient jdbc, SecurityLog log, Clock clock, PlatformTransactionManager transactions) {
        this.jdbc = jdbc;
        this.log = log;
        this.clock = clock;
        this.apart = new TransactionTemplate(transactions);
        apart.setPropagationBehavior(TransactionDefinition.PROPAGATION_REQUIRES_NEW);
    }

    /**
     * One attempt that counts.
     *
     * @param before what each key knew before it
     * @param slowed where, if it is wrong, the next one has to wait and this one had not
     */
    public record Attempt(Instant at, Map<ThrottleKey, Level> before, List<ThrottleKey> slowed) {}

    /** A key at which the next attempt has to wait. @param level wrong attempts that are not forgiven yet */
    public record Waiting(ThrottleKey key, double level, Instant until) {}

    /** @throws Refusal when it is too early for another attempt */
    public Attempt begin(ThrottleKey... keys) {
        long end = System.nanoTime() + PATIENCE.toNanos();
        while (true) {
            try {
                Attempt attempt = apart.execute(status -> count(keys));
                beingChecked.add(attempt);
                return attempt;
            } catch (Refusal tooEarly) {
                if (System.nanoTime() > end || !isBeingChecked(keys)) {
                    tellOne();
                    throw tooEarly;
                }
                pause(tooEarly);
            }
        }
    }

    /** One that was never answered, since the database went away, holds nobody up. */
    private boolean isBeingChecked(ThrottleKey... keys) {
        Instant latest = clock.instant().minus(PATIENCE);
        beingChecked.removeIf(attempt -> attempt.at.isBefore(latest));
        return beingChecked.stream().anyMatch(attempt -> Stream.of(keys).anyMatch(attempt.before::containsKey));
    }

    private void end(Attempt attempt) {
        beingChecked.remove(attempt);
        tellOne();
    }

    /** One after the other: all at once would only stand at the same rows. */
    private void tellOne() {
        synchronized (beingChecked) {
            beingChecked.notify();
        }
    }

    private void pause(Refusal tooEarly) {
        try {
            synchronized (beingChecked) {
                beingChecked.wait(LOOKS_MILLIS);
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw tooEarly;
        }
    }

    private Attempt count(ThrottleKey... keys) {
        // As exact as the database keeps it
        Instant now = clock.instant().truncatedTo(ChronoUnit.MICROS);
        Map<ThrottleKey, Level> levels = hold(keys);
        Map<ThrottleKey, Level> before = Map.copyOf(levels);
        Duration pause = levels.entrySet().stream()
                .map(e -> e.getKey().kind().rule.pause(e.getValue(), now))
                .max(Comparator.naturalOrder())
                .orElse(Duration.ZERO);
        if (!pause.isZero()) {
            throw new Refusal(
                    HttpStatus.TOO_MANY_REQUESTS, "sign-in.wait", Message.of("problem.sign-in.wait"), wait(pause));
        }
        levels.replaceAll((key, level) -> key.kind().rule.attempted(level, now));
        levels.forEach(this::put);
        List<ThrottleKey> slowed = levels.entrySet().stream()
                .filter(e -> Math.ceil(e.getValue().level())
                        == e.getKey().kind().rule.free() + 1)
                .map(Map.Entry::getKey)
                .toList();
        return new Attempt(now, before, slowed);
    }

    /** It was right, so it was no guess. */
    public void right(Attempt attempt) {
        apart.executeWithoutResult(status -> hold(attempt.before.keySet().toArray(ThrottleKey[]::new))
                .forEach((key, level) -> put(key, key.kind().rule.right(level, attempt.before.get(key), attempt.at))));
        end(attempt);
    }

    /** It was wrong: noted for those who look after the office, whatever becomes of the caller's transaction. */
    @Transactional(propagation = Propagation.REQUIRES_NEW)
    public void wrong(Attempt attempt, String who, Place place, Source source) {
        end(attempt);
        log.note(Event.FAILED, who, place, source.address(), "");
        boolean everyPanel = attempt.slowed.contains(ThrottleKey.OFFICE);
        if (everyPanel) {
            log.note(Event.SLOWED, who, Place.EVERY_PANEL, source.address(), "");
        }
        if (attempt.slowed.size() > (everyPanel ? 1 : 0)) {
            log.note(Event.SLOWED, who, place, source.address(), "");
        }
    }

    /** One wrong attempt fewer at each of these. */
    @Transactional
    public void takeBack(ThrottleKey... keys) {
        hold(keys).forEach((key, level) -> put(key, key.kind().rule.less(level)));
    }

    @Transactional
    public void unlock(ThrottleKey key) {
        jdbc.sql("delete from sign_in_throttle where kind = ? and of = ?")
                .params(key.kind().name(), key.of())
                .update();
    }

    /** Where one has to wait just now, the longest first. */
    @Transactional(readOnly = true)
    public List<Waiting> waiting() {
        Instant now = clock.instant();
        return jdbc
                .sql("select kind, of, level, last_at from sign_in_throttle where last_at > ?")
                .param(at(now.minus(Duration.ofHours(2))))
                .query((r, n) -> {
                    ThrottleKey key = new ThrottleKey(ThrottleKey.Kind.valueOf(r.getString(1)), r.getString(2));
                    Level level = new Level(
                            r.getDouble(3), r.getObject(4, OffsetDateTime.class).toInstant());
                    ThrottleRule rule = key.kind().rule;
                    return new Waiting(key, rule.levelAt(level, now), now.plus(rule.pause(level, now)));
                })
                .list()
                .stream()
                .filter(waiting -> waiting.until.isAfter(now))
                .sorted(Comparator.comparing(Waiting::until).reversed())
                .toList();
    }

    /** Wrong attempts at a key that are not forgiven yet. */
    @Transactional(readOnly = true)
    public double levelOf(ThrottleKey key) {
        Instant now = clock.instant();
        return jdbc.sql("select level, last_at from sign_in_throttle where kind = ? and of = ?")
                .params(key.kind().name(), key.of())
                .query((r, n) -> key.kind()
                        .rule
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
        jdbc.sql("delete from sign_in_throttle where last_at < ?")
                .param(at(clock.instant().minus(FORGOTTEN)))
                .update();
    }

    /** Always in the same order, so that two never wait for each other. */
    private Map<ThrottleKey, Level> hold(ThrottleKey... keys) {
        Map<ThrottleKey, Level> levels = new LinkedHashMap<>();
        Stream.of(keys)
                .sorted(Comparator.comparing(ThrottleKey::kind).thenComparing(ThrottleKey::of))
                .forEach(key -> levels.put(key, hold(key)));
        return levels;
    }

    private Level hold(ThrottleKey key) {
        // In one statement: between two, somebody could remove it.
        return jdbc.sql(
                        "insert into sign_in_throttle (kind, of, level, last_at) values (?, ?, 0, ?) "
                                + "on conflict (kind, of) do update set level = sign_in_throttle.level returning level, last_at")
                .params(key.kind().name(), key.of(), at(Instant.EPOCH))
                .query((r, n) -> new Level(
                        r.getDouble(1), r.getObject(2, OffsetDateTime.class).toInstant()))
                .single();
    }

    private void put(ThrottleKey key, Level level) {
        jdbc.sql("update sign_in_throttle set level = ?, last_at = ? where kind = ? and of = ?")
                .params(level.level(), at(level.at()), key.kind().name(), key.of())
                .update();
    }

    private static Message wait(Duration pause) {
        long seconds = pause.toSeconds() + 1;
        return seconds < 90
                ? Message.of("problem.sign-in.wait.seconds").with("n", seconds)
                : Message.of("problem.sign-in.wait.minutes").with("n", (seconds + 59) / 60);
    }

    private static OffsetDateTime at(Instant at) {
        return at.atOffset(ZoneOffset.UTC);
    }
}
