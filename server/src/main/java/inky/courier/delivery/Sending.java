package inky.courier.delivery;

import inky.courier.core.delivery.CourierCause;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.LegState;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.delivery.RouteHealth.Paused;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.destination.Connectors;
import inky.courier.destination.Consignment;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import inky.courier.queue.Queue.Lane;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * The clerks of the routes. Each route has as many as transfers may go through it at once; each takes the next leg in turn,
 * carries it, and takes the next one. What is decided is committed before and after a transfer, never during it, so that an
 * instance that dies leaves a leg either not handed over (sent again without harm) or handed over without an answer
 * (looked for where the protocol can tell, else sent again under the same Message-ID, and marked).
 */
@Component
class Sending {
    private static final Logger LOG = LoggerFactory.getLogger(Sending.class);

    /** After so long a clerk lets the other routes have its thread. */
    private static final Duration SLICE = Duration.ofSeconds(2);

    private static final Duration IN_OTHER_HANDS = Duration.ofMillis(50);

    private final Ledger ledger;
    private final Deliveries deliveries;
    private final Agenda agenda;
    private final Connectors connectors;
    private final Clerks clerks;
    private final Contents contents;
    private final Packing packing;
    private final Claims claims;
    private final Routes routes;
    private final Arrivals arrivals;
    private final Clock clock;
    private final RandomGenerator random;

    /** Clerks that a route has no place for any more. */
    private final Set<Lane> surplus = ConcurrentHashMap.newKeySet();

    /** Clerks whose time was over before they had found nothing more. */
    private final Set<Lane> sliced = ConcurrentHashMap.newKeySet();

    Sending(
            Ledger ledger,
            Deliveries deliveries,
            Agenda agenda,
            Connectors connectors,
            Clerks clerks,
            Contents contents,
            Packing packing,
            Claims claims,
            Routes routes,
            Arrivals arrivals,
            Clock clock,
            RandomGenerator random) {
        this.ledger = ledger;
        this.deliveries = deliveries;
        this.agenda = agenda;
        this.connectors = connectors;
        this.clerks = clerks;
        this.contents = contents;
        this.packing = packing;
        this.claims = claims;
        this.routes = routes;
        this.arrivals = arrivals;
        this.clock = clock;
        this.random = random;
    }

    /** What came of looking for the next leg. */
    private sealed interface Start {}

    private enum NoTransfer implements Start {
        NOTHING_DUE,
        DEALT_WITH
    }

    /** @param tries tells this transfer from an earlier one of the same leg */
    private record Departed(
            UUID delivery,
            UUID leg,
            UUID route,
            int tries,
            Consignment consignment,
            DestinationKind kind,
            AtomicBoolean contentLost)
            implements Start {}

    /** Carries what is due on a route, for a while. */
    void serve(Lane clerk) {
        // Nobody but this clerk carries them, and it has only begun: whoever did before it is gone.
        ledger.carriedBy(clerk.of(), clerk.number()).forEach(place -> revive(clerk.of(), place));
        long end = System.nanoTime() + SLICE.toNanos();
        boolean first = true;
        boolean more = true;
        while (more && System.nanoTime() < end) {
            more = carryNext(clerk, first);
            first = false;
        }
        if (more) {
            sliced.add(clerk);
        }
    }

    /** When the clerk has something to do again, as it is asked when it ends. */
    Optional<Instant> due(Lane clerk) {
        if (surplus.remove(clerk)) {
            return Optional.empty();
        }
        Optional<Paused> paused = routes.pause(clerk.of());
        Instant now = clock.instant();
        // What is due and was not found is in somebody else's hands for a moment.
        boolean all = !sliced.remove(clerk);
        return ledger.earliest(clerk.of(), paused.map(p -> p.setback().cause()))
                .map(at -> all && !at.isAfter(now) ? now.plus(IN_OTHER_HANDS) : at);
    }

    /** @return whether there may be more */
    boolean carryNext(Lane clerk, boolean first) {
        Start start = ledger.together(() -> depart(clerk, first));
        if (!(start instanceof Departed departed)) {
            return start == NoTransfer.DEALT_WITH;
        }
        try (var ignored = MDC.putCloseable("delivery", departed.delivery.toString())) {
            Outcome outcome = deliver(departed);
            arrive(departed, outcome);
            LOG.info("leg {} {}", departed.leg, outcome.getClass().getSimpleName());
        }
        return true;
    }

    private Outcome deliver(Departed departed) {
        try {
            Outcome outcome =
                    connectors.connectorOf(departed.kind).deliver(departed.consignment, new Telling(departed));
            boolean lost = departed.contentLost.get() && !(outcome instanceof Outcome.Accepted);
            return lost ? new Outcome.NotAccepted(Setback.of(CourierCause.CONTENTS_GONE, "")) : outcome;
        } catch (DataAccessException | TransactionException e) {
            // The database is away: what came of it cannot be written now, so the leg is taken up again as after a
            // death.
            throw e;
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            LOG.error("leg {}", departed.leg, e);
            return new Outcome.NotAccepted(Setback.of(CourierCause.COURIER_FAILED, ""));
        }
    }

    private Start depart(Lane clerk, boolean first) {
        UUID route = clerk.of();
        Optional<Paused> paused = routes.pause(route);
        Optional<Ledger.Place> next = ledger.nextInTurn(
                route, clock.instant(), paused.map(p -> p.setback().cause()));
        if (next.isEmpty()) {
            return NoTransfer.NOTHING_DUE;
        }
        return deliveries
                .<Start>changeWhileCarrying(next.get().delivery(), route, change -> {
                    Leg leg = change.leg(next.get().leg());
                    boolean due = leg.nextTryAt != null && !leg.nextTryAt.isAfter(change.now());
                    if (leg.phase != LegPhase.WAITING || paused.isEmpty() && !due) {
                        // Another clerk let it go between the look at it and taking hold of it.
                        return NoTransfer.DEALT_WITH;
                    }
                    int places = clerks.of(leg.kind, route);
                    if (clerk.number() >= places) {
                        surplus.add(clerk);
                        agenda.carrying(route, places, change.now());
                        return NoTransfer.NOTHING_DUE;
                    }
                    if (first && paused.isEmpty() && ledger.othersAreDue(route, leg.id, change.now())) {
                        // Whoever let many go at once has called one clerk; each calls the next while there is more.
                        agenda.carrying(route, places, change.now());
                    }
                    return paused.isPresent() ? waitWithOthers(change, leg, paused.get()) : begin(change, leg, clerk);
                })
                .orElse(NoTransfer.DEALT_WITH);
    }

    private Start begin(Change change, Leg leg, Lane clerk) {
        Delivery delivery = change.delivery();
        change.become(leg, LegState::begun);
        leg.tries++;
        leg.clerk = clerk.number();
        return switch (contents.departure(delivery)) {
            case MAY_GO -> pack(change, leg);
            case GONE -> notSent(change, leg, Setback.of(CourierCause.CONTENTS_GONE, ""));
            case NOT_READY -> throw new IllegalStateException("leg " + leg.id + " was due before its files were made");
        };
    }

    private Start pack(Change change, Leg leg) {
        Delivery delivery = change.delivery();
        try {
            AtomicBoolean lost = new AtomicBoolean();
            Consignment consignment = packing.of(delivery, leg).reading(in -> new WatchedContent(in, lost));
            if (consignment.files().isEmpty()) {
                return notSent(change, leg, Setback.of(CourierCause.CONTENTS_GONE, ""));
            }
            return new Departed(delivery.id, leg.id, leg.routeId, leg.tries, consignment, leg.kind, lost);
        } catch (DataAccessException | TransactionException e) {
            throw e;
        } catch (RuntimeException e) {
            LOG.error("leg {} cannot be put together", leg.id, e);
            return notSent(change, leg, Setback.of(CourierCause.COURIER_FAILED, ""));
        }
    }

    private Start notSent(Change change, Leg leg, Setback setback) {
        arrivals.fail(change, leg, setback, List.of(), false);
        return NoTransfer.DEALT_WITH;
    }

    private Start waitWithOthers(Change change, Leg leg, Paused paused) {
        Setback setback = paused.setback().toOthers();
        if (leg.firstTryAt != null && !change.now().isBefore(leg.firstTryAt.plus(RetrySchedule.GIVE_UP))) {
            change.become(leg, LegState::begun);
            change.become(leg, state -> state.failed(setback, Optional.empty(), false));
            Arrivals.sayGivenUp(change, leg);
            return NoTransfer.DEALT_WITH;
        }
        Instant until = paused.nextQuestion();
        boolean news = !leg.cause.equals(setback.cause());
        change.become(leg, state -> state.postponed(until, Optional.of(setback)));
        if (news) {
            change.say(leg, Message.of("delivery.waits").with("why", setback.sentence()), "");
        }
        return NoTransfer.DEALT_WITH;
    }

    private void revive(UUID route, Ledger.Place place) {
        deliveries.changeWhileCarrying(place.delivery(), route, change -> {
            Leg leg = change.leg(place.leg());
            if (leg.phase != LegPhase.MOVING) {
                return false;
            }
            boolean handedOver = leg.handedOverAt != null;
            leg.revivals++;
            Optional<Instant> next = RetrySchedule.afterDeath(leg.revivals, change.now(), random);
            Setback ended = Setback.of(CourierCause.COURIER_ENDED, "");
            change.become(leg, state -> state.revived(ended, next));
            change.say(leg, next.isEmpty() ? ended.sentence() : wordsOfRevival(leg.kind, handedOver), "");
            return true;
        });
    }

    private static Message wordsOfRevival(DestinationKind kind, boolean handedOver) {
        if (!handedOver) {
            return Message.of("delivery.revived");
        }
        return Message.of(kind.isMail() ? "delivery.revived.mail" : "delivery.revived.file");
    }

    private final class Telling implements Progress {
        private final Departed departed;

        Telling(Departed departed) {
            this.departed = departed;
        }

        @Override
        public boolean claim(String folder, int position, String name) {
            return ledger.together(() -> claims.claim(departed.leg, folder, position, name));
        }

        @Override
        public void unclaim(String folder, String name) {
            ledger.together(() -> {
                claims.unclaim(folder, name);
                return true;
            });
        }

        @Override
        public void handingOver() {
            whileMoving((change, leg) -> change.become(leg, LegState::handedOver));
        }

        @Override
        public void partDone(List<Outcome.Recipient> outcomes) {
            ledger.persistently(() -> whileMoving((change, leg) -> {
                Arrivals.keepRecipients(change, leg, outcomes);
                change.become(leg, LegState::partArrived);
            }));
        }

        private boolean whileMoving(java.util.function.BiConsumer<Change, Leg> what) {
            return deliveries
                    .changeWhileCarrying(departed.delivery, departed.route, change -> {
                        Leg leg = change.leg(departed.leg);
                        if (!isStill(departed, leg)) {
                            throw new IllegalStateException("leg " + leg.id + " was taken up by somebody else");
                        }
                        what.accept(change, leg);
                        return true;
                    })
                    .isPresent();
        }
    }

    /** An instance that stood still for a while may find that another has taken up what it carried. */
    private static boolean isStill(Departed departed, Leg leg) {
        return leg.phase == LegPhase.MOVING && leg.tries == departed.tries;
    }

    private void arrive(Departed departed, Outcome outcome) {
        ledger.persistently(() -> deliveries.changeWhileCarrying(departed.delivery, departed.route, change -> {
            Leg leg = change.leg(departed.leg);
            if (!isStill(departed, leg)) {
                LOG.warn("leg {} was taken up by somebody else; what came of this try is not kept", leg.id);
                return false;
            }
            arrivals.of(change, leg, outcome);
            return true;
        }));
    }
}
