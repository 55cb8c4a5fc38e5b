package inky.courier.delivery;

import inky.courier.queue.Queue;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Whose turn it is: what a person sends to one folder arrives there in the order of its scanning. */
@Component
class Turns {
    private final JdbcClient jdbc;
    private final Queue queue;

    Turns(JdbcClient jdbc, Queue queue) {
        this.jdbc = jdbc;
        this.queue = queue;
    }

    /** Whether an earlier delivery of the same person to the same folder is on its way and not in trouble of its own. */
    boolean hasEarlier(Delivery delivery, Leg leg) {
        if (leg.kind.isMail()) {
            return false;
        }
        return jdbc.sql(
                        "select exists (select 1 from leg l join delivery d on d.id = l.delivery_id "
                                + "where l.route_id = :route and l.id <> :leg and d.person_id = :person and d.number < :number "
                                + "and (l.state = 'MOVING' or l.state = 'WAITING' and l.scope <> 'THIS_ONE') and d.state <> 'STOPPED')")
                .param("route", leg.routeId)
                .param("leg", leg.id)
                .param("person", delivery.personId)
                .param("number", delivery.number)
                .query(Boolean.class)
                .single();
    }

    /** Lets the next one of a route go that only waited for its turn. */
    void wakeNext(UUID routeId, UUID gone) {
        jdbc.sql("select l.id from leg l join delivery d on d.id = l.delivery_id where l.route_id = ? and l.id <> ? "
                        + "and l.state = 'WAITING' and l.cause = '' and l.next_try_at is not null and d.named_at is not null "
                        + "order by d.number limit 2")
                .params(routeId, gone)
                .query(UUID.class)
                .list()
                .forEach(id -> queue.wake(DeliveryTasks.SEND, id));
    }

    /**
     * Lets those go that wait until somebody mends their route, when it has just taken something: a try that was under way
     * while it was mended has failed by the old password, and nobody else would tell it.
     */
    void wakeMended(UUID routeId) {
        jdbc.sql(
                        "select id from leg where route_id = ? and state = 'WAITING' and lasting = 'UNTIL_MENDED' and scope = 'ROUTE' "
                                + "order by first_try_at limit 20")
                .param(routeId)
                .query(UUID.class)
                .list()
                .forEach(id -> queue.wake(DeliveryTasks.SEND, id));
    }
}
