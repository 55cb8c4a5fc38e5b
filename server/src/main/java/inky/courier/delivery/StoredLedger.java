package inky.courier.delivery;

import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.destination.DestinationKind;
import inky.courier.store.Transactions;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The ledger in PostgreSQL. Whoever holds a delivery takes nothing else afterwards that a holder of another may want. */
@Component
class StoredLedger implements Ledger {
    /**
     * What a person sends to one folder arrives in the order of its scanning; who is in trouble of its own, or whose files
     * cannot be made, is not waited for.
     */
    private static final String NONE_BEFORE =
            "(l.in_order_of is null or not exists (select 1 from leg e join delivery f on f.id = e.delivery_id "
                    + "where e.route_id = l.route_id and e.in_order_of = l.in_order_of and e.turn < l.turn "
                    + "and (e.state = 'MOVING' or e.state = 'WAITING' and e.scope <> 'THIS_ONE') "
                    + "and (f.made_revision = f.wanted_revision or f.making_next is not null)))";

    /** At a paused route: who does not know of it yet is told; who has waited too long is given up. */
    private static final String PAUSED =
            "case when l.next_try_at is null then null when l.cause <> :cause then l.next_try_at "
                    + "else l.first_try_at + interval '" + RetrySchedule.GIVE_UP.toSeconds() + " seconds' end";

    private final DeliveryRepository deliveries;
    private final JdbcClient jdbc;
    private final Transactions transaction;

    StoredLedger(DeliveryRepository deliveries, JdbcClient jdbc, Transactions transaction) {
        this.deliveries = deliveries;
        this.jdbc = jdbc;
        this.transaction = transaction;
    }

    @Override
    public <T> T together(Supplier<T> work) {
        return transaction.execute(status -> work.get());
    }

    @Override
    public <T> T persistently(Supplier<T> work) {
        return transaction.persistently(work);
    }

    @Override
    public Optional<Delivery> hold(UUID id) {
        return deliveries.toChange(id);
    }

    @Override
    public void keep(Delivery delivery) {
        deliveries.saveAndFlush(delivery);
    }

    @Override
    public Optional<Place> nextInTurn(UUID route, Instant now, Optional<String> pausedBy) {
        return jdbc.sql("select d.id, l.id from leg l join delivery d on d.id = l.delivery_id "
                        + "where l.route_id = :route and l.state = 'WAITING' and "
                        + (pausedBy.isEmpty() ? "l.next_try_at <= :now and " + NONE_BEFORE : PAUSED + " <= :now")
                        + " order by l.turn limit 1 for no key update of d skip locked")
                .param("route", route)
                .param("now", at(now))
                .param("cause", pausedBy.orElse(""))
                .query((row, n) -> place(row))
                .optional();
    }

    @Override
    public boolean othersAreDue(UUID route, UUID leg, Instant now) {
        return jdbc.sql("select exists (select 1 from leg l where l.route_id = :route and l.state = 'WAITING' "
                        + "and l.next_try_at <= :now and l.id <> :leg)")
                .param("route", route)
                .param("leg", leg)
                .param("now", at(now))
                .query(Boolean.class)
                .single();
    }

    @Override
    public Optional<Instant> earliest(UUID route, Optional<String> pausedBy) {
        return jdbc.sql("select min(" + (pausedBy.isEmpty() ? "l.next_try_at" : PAUSED) + ") from leg l "
                        + "where l.route_id = :route and l.state = 'WAITING' "
                        + (pausedBy.isEmpty() ? "and " + NONE_BEFORE : ""))
                .param("route", route)
                .param("cause", pausedBy.orElse(""))
                .query((row, n) -> Optional.ofNullable(row.getObject(1, OffsetDateTime.class))
                        .map(OffsetDateTime::toInstant))
                .single();
    }

    @Override
    public List<Place> carriedBy(UUID route, int clerk) {
        return jdbc.sql("select delivery_id, id from leg where route_id = ? and state = 'MOVING' and clerk = ?")
                .params(route, clerk)
                .query((row, n) -> place(row))
                .list();
    }

    @Override
    public Map<UUID, DestinationKind> routesWithWork(Instant before) {
        Map<UUID, DestinationKind> routes = new HashMap<>();
        jdbc.sql("select distinct l.route_id, l.kind from leg l where l.state = 'MOVING' "
                        + "or l.state = 'WAITING' and l.next_try_at < :before and " + NONE_BEFORE)
                .param("before", at(before))
                .query((row, n) -> routes.put(row.getObject(1, UUID.class), DestinationKind.valueOf(row.getString(2))))
                .list();
        return routes;
    }

    @Override
    public Optional<DestinationKind> kindAt(UUID route) {
        return jdbc.sql("select kind from leg where route_id = ? and state = 'WAITING' limit 1")
                .param(route)
                .query((row, n) -> DestinationKind.valueOf(row.getString(1)))
                .optional();
    }

    @Override
    public int putTo(UUID route, Optional<UUID> person, Instant at) {
        String theirs = " and exists (select 1 from delivery d where d.id = l.delivery_id and d.person_id = :person)";
        return jdbc.sql(
                        "update leg set next_try_at = :at where id in (select l.id from leg l where l.route_id = :route "
                                + "and l.state = 'WAITING' and l.next_try_at is not null and l.cause <> ''"
                                + (person.isEmpty() ? "" : theirs)
                                + " order by l.id for no key update)")
                .param("at", at(at))
                .param("route", route)
                .param("person", person.orElse(null))
                .update();
    }

    private static Place place(ResultSet row) throws SQLException {
        return new Place(row.getObject(1, UUID.class), row.getObject(2, UUID.class));
    }

    private static OffsetDateTime at(Instant at) {
        return at.atOffset(ZoneOffset.UTC);
    }
}
