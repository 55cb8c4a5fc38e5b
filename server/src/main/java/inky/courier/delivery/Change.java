package inky.courier.delivery;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.LegState;
import inky.courier.core.delivery.Making;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.UnaryOperator;

/** A delivery in the hands of whoever changes it, and what has happened to it there; only {@link Deliveries} makes one. */
final class Change {
    private final Delivery delivery;
    private final Instant now;
    private final StepLog steps;
    private final Map<UUID, Stand> before = new HashMap<>();
    private final DeliveryState stateBefore;
    private final Making makingBefore;
    private final boolean fresh;
    private boolean news;

    /** Where a leg stood, as far as others on its route care. */
    private record Stand(LegPhase phase, String cause, Instant next) {
        static Stand of(Leg leg) {
            return new Stand(leg.phase, leg.cause, leg.nextTryAt);
        }
    }

    /** When a route has something to do. */
    record Due(DestinationKind kind, Instant at) {
        Due earlier(Due other) {
            return at.isAfter(other.at) ? other : this;
        }
    }

    Change(Delivery delivery, Instant now, StepLog steps) {
        this.delivery = delivery;
        this.now = now;
        this.steps = steps;
        this.stateBefore = delivery.state;
        this.makingBefore = delivery.making();
        this.fresh = delivery.version == null;
        delivery.legs.forEach(leg -> before.put(leg.id, Stand.of(leg)));
        this.news = fresh;
    }

    Delivery delivery() {
        return delivery;
    }

    Instant now() {
        return now;
    }

    Leg leg(UUID id) {
        return delivery.leg(id);
    }

    List<Leg> legs() {
        return List.copyOf(delivery.legs);
    }

    /** @throws IllegalStateException when this cannot happen to the leg as it stands */
    void become(Leg leg, UnaryOperator<LegState> happening) {
        leg.become(happening, now);
        news = true;
    }

    void making(Making making) {
        delivery.making(making);
        news = true;
    }

    /** The files are to be made again, and nothing leaves until they are. */
    void makeAgain() {
        making(delivery.making().changed(now));
        delivery.namedAt = null;
        delivery.trouble = Message.none();
    }

    void say(Message words, String farSide) {
        steps.add(delivery.id, null, words, farSide);
        news = true;
    }

    void say(Leg leg, Message words, String farSide) {
        steps.add(delivery.id, leg.id, words, farSide);
        news = true;
    }

    /**
     * What follows from what happened: who waits has a time exactly when the files lie ready, and the delivery's state is
     * that of its legs.
     */
    void settle() {
        boolean ready = delivery.making().isReady();
        for (Leg leg : delivery.legs) {
            if (leg.phase == LegPhase.WAITING && !ready) {
                leg.nextTryAt = null;
            } else if (leg.phase == LegPhase.WAITING && leg.nextTryAt == null) {
                leg.nextTryAt = now;
                leg.firstTryAt = leg.firstTryAt == null ? now : leg.firstTryAt;
            }
        }
        delivery.settle();
    }

    boolean isNews() {
        return news || delivery.state != stateBefore;
    }

    /** When its files are to be made, where that is news. */
    Optional<Instant> makingWanted() {
        boolean changed = fresh
                || !delivery.making().equals(makingBefore)
                || delivery.legs.stream().anyMatch(leg -> !Stand.of(leg).equals(before.get(leg.id)));
        return changed ? delivery.makingDue() : Optional.empty();
    }

    /** Routes at which a leg has another place now, or none: somebody behind it may be able to go. In one order for all. */
    SortedMap<UUID, Due> routesToServe() {
        boolean gaveWay = delivery.making().isStopped() && !makingBefore.isStopped();
        SortedMap<UUID, Due> routes = new TreeMap<>();
        for (Leg leg : delivery.legs) {
            Stand was = before.get(leg.id);
            boolean moved = !Objects.equals(was, Stand.of(leg));
            boolean goes = leg.nextTryAt != null;
            boolean left = was != null && was.phase == LegPhase.WAITING && leg.inOrderOf != null;
            if (moved && (goes || left) || gaveWay && leg.inOrderOf != null) {
                routes.merge(leg.routeId, new Due(leg.kind, goes ? leg.nextTryAt : now), Due::earlier);
            }
        }
        return routes;
    }
}
