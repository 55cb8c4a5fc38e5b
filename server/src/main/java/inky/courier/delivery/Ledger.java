package inky.courier.delivery;

import inky.courier.core.destination.DestinationKind;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;

/** Where the engine's deliveries are kept; a port, so that its rules can be tried on ten thousand histories in memory. */
interface Ledger {
    /** All of it or nothing; part of the caller's transaction where there is one. */
    <T> T together(Supplier<T> work);

    /** Tried again for half a minute while the database does not take it: what a far side has said is said only once. */
    <T> T persistently(Supplier<T> work);

    /** A delivery that is about to be changed, nobody else's until the transaction ends. */
    Optional<Delivery> hold(UUID id);

    /** A new delivery. */
    void keep(Delivery delivery);

    /** A leg with its delivery. */
    record Place(UUID delivery, UUID leg) {}

    /**
     * The next leg of a route whose time has come and before which none goes of the same person; its delivery is held, and
     * one that somebody else holds is passed over. The leg is as it was when the look began.
     *
     * @param pausedBy the cause by which the route is paused: then only those that do not know of it yet, and those that
     *     have waited until it is time to give up
     */
    Optional<Place> nextInTurn(UUID route, Instant now, Optional<String> pausedBy);

    /** Whether beside this leg another one of the route has its time. */
    boolean othersAreDue(UUID route, UUID leg, Instant now);

    /** When the next leg of a route has its time; as {@link #nextInTurn} sees it, held by others or not. */
    Optional<Instant> earliest(UUID route, Optional<String> pausedBy);

    /** Legs of a route that this clerk carries, as the database has it. */
    List<Place> carriedBy(UUID route, int clerk);

    /** Routes at which something moves, or waits in its turn and has had its time since before, by a kind that goes there. */
    Map<UUID, DestinationKind> routesWithWork(Instant before);

    /** The kind of what waits at a route; empty when nothing does. */
    Optional<DestinationKind> kindAt(UUID route);

    /** Gives the legs that wait at a route another time. @param person only this one's; empty for everybody's */
    int putTo(UUID route, Optional<UUID> person, Instant at);
}
