package inky.courier.delivery;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;
import inky.courier.core.delivery.RouteHealth;
import inky.courier.core.delivery.RouteHealth.Paused;
import inky.courier.core.delivery.RouteHealth.Well;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.web.MessageColumn;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The health of routes in PostgreSQL. */
@Component
class StoredRouteBook implements RouteBook {
    private final JdbcClient jdbc;

    StoredRouteBook(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public Optional<Known> find(UUID routeId) {
        return jdbc.sql("select * from route_health where route_id = ?")
                .param(routeId)
                .query((r, n) -> new Known(DestinationKind.valueOf(r.getString("kind")), read(r)))
                .optional();
    }

    @Override
    public RouteHealth hold(UUID routeId, DestinationKind kind) {
        // In one statement: between two, whoever succeeds there could remove it.
        return jdbc.sql(
                        "insert into route_health (route_id, kind, failures, cause, sentence, remedy, lasting, reply, asked) "
                                + "values (?, ?, 0, '', '', '', '', '', 0) on conflict (route_id) do update set kind = excluded.kind "
                                + "returning *")
                .params(routeId, kind.name())
                .query((r, n) -> read(r))
                .single();
    }

    @Override
    public boolean remove(UUID routeId) {
        return jdbc.sql("delete from route_health where route_id = ?")
                        .param(routeId)
                        .update()
                > 0;
    }

    @Override
    public List<UUID> paused() {
        return jdbc.sql("select route_id from route_health where paused_since is not null")
                .query(UUID.class)
                .list();
    }

    @Override
    public void put(UUID routeId, DestinationKind kind, RouteHealth health) {
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
                        setback == null ? "" : MessageColumn.write(setback.sentence()),
                        setback == null ? "" : MessageColumn.write(setback.remedy()),
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
                MessageColumn.read(r.getString("sentence")),
                MessageColumn.read(r.getString("remedy")),
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
