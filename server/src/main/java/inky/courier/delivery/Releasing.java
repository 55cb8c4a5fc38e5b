package inky.courier.delivery;

import inky.courier.destination.ConsentGiven;
import inky.courier.destination.RouteMended;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Lets go what waited until its way was mended; noted in the transaction that mends it, so that no instance can forget it. */
@Component
class Releasing {
    private final Ledger ledger;
    private final Agenda agenda;
    private final Routes routes;
    private final Clerks clerks;
    private final Clock clock;

    Releasing(Ledger ledger, Agenda agenda, Routes routes, Clerks clerks, Clock clock) {
        this.ledger = ledger;
        this.agenda = agenda;
        this.routes = routes;
        this.clerks = clerks;
        this.clock = clock;
    }

    @EventListener
    void mended(RouteMended mended) {
        agenda.releasing(mended.routeId());
    }

    /** What waits for one person's consent goes as soon as they have given it. */
    @EventListener
    void consented(ConsentGiven given) {
        letGo(given.destinationId(), Optional.of(given.personId()));
    }

    /** All that waits at a route may go. */
    void release(UUID route) {
        ledger.together(() -> {
            routes.succeeded(route);
            return letGo(route, Optional.empty());
        });
    }

    private boolean letGo(UUID route, Optional<UUID> person) {
        Instant now = clock.instant();
        return ledger.together(() -> {
            // Clerks before legs, as whoever carries one has it; the other way round two could wait for each other.
            ledger.kindAt(route).ifPresent(kind -> agenda.carrying(route, clerks.of(kind, route), now));
            return ledger.putTo(route, person, now) > 0;
        });
    }
}
