package inky.courier.delivery;

import inky.courier.connection.ProbeReport;
import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;
import inky.courier.core.delivery.RouteHealth;
import inky.courier.core.delivery.RouteHealth.Paused;
import inky.courier.core.delivery.RouteHealth.Well;
import inky.courier.core.delivery.Setback;
import inky.courier.destination.DestinationKind;
import inky.courier.queue.Queue;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How the ways out are, as the deliveries of all instances have found them. */
@Component
class Routes {
    private final JdbcClient jdbc;
    private final Queue queue;
    private final Clock clock;
    private final RandomGenerator random = new java.util.Random();

    Routes(JdbcClient jdbc, Queue queue, Clock clock) {
        this.jdbc = jdbc;
        this.queue = queue;
        this.clock = clock;
    }

    /** A route's health with the kind of destination that it was seen through. */
    record Known(DestinationKind kind, RouteHealth health) {}

    RouteHealth health(UUID routeId) {
        return known(routeId).map(Known::health).orElse(RouteHealth.WELL);
    }

    Optional<Known> known(UUID routeId) {
        return jdbc.sql("select * from route_health where route_id = ?")
                .param(routeId)
                .query((r, n) -> new Known(DestinationKind.valueOf(r.getString("kind")), read(r)))
                .optional();
    }

    /** Locks out other instances for the rest of the transaction, so that two never count the same free place. */
    void lock(UUID routeId) {
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(routeId.getMostSignificantBits() ^ routeId.getLeastSignificantBits())
                .query((r, n) -> 0)
                .list();
    }

    int moving(UUID routeId) {
        return jdbc.sql("select count(*) from leg where route_id = ? and state = 'MOVING'")
                .param(routeId)
                .query(Integer.class)
                .single();
    }

    void succeeded(UUID routeId) {
        jdbc.sql("delete from route_health where route_id = ?").param(routeId).update();
    }

    /** @return the pause, when this failure has brought one about */
    Optional<Paused> failed(UUID routeId, DestinationKind kind, Setback setback) {
        lock(routeId);
        RouteHealth before = health(routeId);
        RouteHealth after = before.afterFailure(setback, clock.instant(), random);
        if (after.equals(before)) {
            return Optional.empty();
        }
        keep(routeId, kind, after);
        if (!(after instanceof Paused paused)) {
            return Optional.empty();
        }
        queue.addAt(DeliveryTasks.ASK, routeId, paused.nextQuestion());
        return Optional.of(paused);
    }

    /** After a question: when to ask again; empty when the route is well or nothing waits for it. */
    Optional<Instant> answered(UUID routeId, ProbeReport report) {
        Optional<Known> known = known(routeId);
        if (known.isEmpty() || !(known.get().health instanceof Paused paused)) {
            return Optional.empty();
        }
        if (report.passed()) {
            succeeded(routeId);
            return Optional.empty();
        }
        Setback found = report.cause() == null
                ? paused.setback()
                : new Setback(
                        report.cause(),
                        report.sentence(),
                        report.remedy(),
                        paused.setback().lasting(),
                        Cause.Scope.ROUTE,
                        "",
                        Optional.empty());
        RouteHealth after = paused.afterQuestion(found, clock.instant(), random);
        keep(routeId, known.get().kind, after);
        return Optional.of(((Paused) after).nextQuestion());
    }

    private void keep(UUID routeId, DestinationKind kind, RouteHealth health) {
        Paused paused = health instanceof Paused p ? p : null;
        Setback setback = paused == null ? null : paused.setback();
        jdbc.sql("insert into route_health (route_id, kind, failures, paused_since, cause, sentence, remedy, lasting, "
                        + "reply, asked, next_question) values (?, ?, ?, cast(? as timestamptz), ?, ?, ?, ?, ?, ?, cast(? as timestamptz)) "
                        + "on conflict (route_id) do update set failures = excluded.failures, "
                        + "paused_since = excluded.paused_since, cause = excluded.cause, sentence = excluded.sentence, "
                        + "remedy = excluded.remedy, lasting = excluded.lasting, reply = excluded.reply, "
                        + "asked = excluded.asked, next_question = excluded.next_question")
                .params(
                        routeId,
                        kind.name(),
                        health instanceof Well well ? well.failures() : RouteHealth.FAILURES,
                        paused == null ? null : time(paused.since()),
                        setback == null ? "" : setback.cause(),
                        setback == null ? "" : setback.sentence(),
                        setback == null ? "" : setback.remedy(),
                        setback == null ? "" : setback.lasting().name(),
                        setback == null ? "" : setback.reply(),
                        paused == null ? 0 : paused.asked(),
                        paused == null ? null : time(paused.nextQuestion()))
                .update();
    }

    private static RouteHealth read(ResultSet r) throws SQLException {
        OffsetDateTime since = r.getObject("paused_since", OffsetDateTime.class);
        if (since == null) {
            return new Well(r.getInt("failures"));
        }
        Setback setback = new Setback(
                r.getString("cause"),
                r.getString("sentence"),
                r.getString("remedy"),
                Lasting.valueOf(r.getString("lasting")),
                Cause.Scope.ROUTE,
                r.getString("reply"),
                Optional.empty());
        return new Paused(
                setback,
                since.toInstant(),
                r.getInt("asked"),
                r.getObject("next_question", OffsetDateTime.class).toInstant());
    }

    private static OffsetDateTime time(Instant at) {
        return at.atOffset(ZoneOffset.UTC);
    }
}
