package inky.courier.delivery;

import inky.courier.core.delivery.Lasting;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.LegState;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.delivery.RouteHealth;
import inky.courier.core.delivery.Setback;
import inky.courier.core.sizing.Bytes;
import inky.courier.destination.Connector;
import inky.courier.destination.Consignment;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.DestinationService;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import inky.courier.live.Live;
import inky.courier.queue.Queue;
import inky.courier.web.Json;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * One try of one leg. What is decided is committed before and after the transfer, never during it, so that an instance
 * that dies leaves a leg either not handed over (sent again without harm) or handed over without an answer (looked for
 * where the protocol can tell, else sent again under the same Message-ID, and marked).
 */
@Component
class Sending {
    private static final Logger LOG = LoggerFactory.getLogger(Sending.class);

    /** How soon a leg looks again that waits for a place or for the one before it; usually it is woken earlier. */
    private static final Duration TURN = Duration.ofSeconds(20);

    private final DeliveryRepository deliveries;
    private final LegRepository legs;
    private final DestinationService destinations;
    private final Consignments consignments;
    private final Claims claims;
    private final Routes routes;
    private final Turns turns;
    private final Notices notices;
    private final Queue queue;
    private final Steps steps;
    private final Live live;
    private final Clock clock;
    private final TransactionTemplate transaction;
    private final RandomGenerator random = new java.util.Random();

    Sending(
            DeliveryRepository deliveries,
            LegRepository legs,
            DestinationService destinations,
            Consignments consignments,
            Claims claims,
            Routes routes,
            Turns turns,
            Notices notices,
            Queue queue,
            Steps steps,
            Live live,
            Clock clock,
            TransactionTemplate transaction) {
        this.deliveries = deliveries;
        this.legs = legs;
        this.destinations = destinations;
        this.consignments = consignments;
        this.claims = claims;
        this.routes = routes;
        this.turns = turns;
        this.notices = notices;
        this.queue = queue;
        this.steps = steps;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** When the task runs again; empty when it is done with. */
    record Next(Optional<Instant> at) {
        static final Next NEVER = new Next(Optional.empty());

        static Next at(Instant at) {
            return new Next(Optional.of(at));
        }
    }

    /** What came of wanting to begin. */
    private sealed interface Start {}

    private record NotNow(Next next) implements Start {}

    private record Departure(UUID delivery, Consignment consignment, DestinationKind kind) implements Start {}

    Next send(UUID legId) {
        Start start = transaction.execute(status -> depart(legId));
        if (start instanceof NotNow notNow) {
            return notNow.next;
        }
        Departure departure = (Departure) start;
        try (var ignored = MDC.putCloseable("delivery", departure.delivery.toString())) {
            Outcome outcome =
                    destinations.connectorOf(departure.kind).deliver(departure.consignment, new Telling(legId));
            Next next = transaction.execute(status -> arrive(departure, legId, outcome));
            LOG.info("leg {} {}", legId, outcome.getClass().getSimpleName());
            return next;
        }
    }

    private Start depart(UUID legId) {
        Optional<Delivery> found = deliveries.toChangeByLeg(legId);
        if (found.isEmpty()) {
            return new NotNow(Next.NEVER);
        }
        Delivery delivery = found.get();
        Leg leg = delivery.leg(legId);
        if (leg.phase != LegPhase.WAITING && leg.phase != LegPhase.MOVING) {
            return new NotNow(Next.NEVER);
        }
        Instant now = clock.instant();
        if (leg.phase == LegPhase.MOVING) {
            revive(delivery, leg, now);
        }
        routes.lock(leg.routeId);
        if (routes.health(leg.routeId) instanceof RouteHealth.Paused paused) {
            if (leg.firstTryAt != null && now.isAfter(leg.firstTryAt.plus(RetrySchedule.GIVE_UP))) {
                leg.become(LegState::begun, now);
                fail(delivery, leg, paused.setback(), List.of(), false);
                delivery.settle();
                return new NotNow(Next.NEVER);
            }
            return postpone(delivery, leg, paused.nextQuestion().plus(jitter()), Optional.of(paused.setback()));
        }
        Connector connector = destinations.connectorOf(leg.kind);
        boolean full = routes.moving(leg.routeId) >= connector.atOnce(leg.routeId);
        if (full || turns.hasEarlier(delivery, leg)) {
            return postpone(delivery, leg, now.plus(TURN).plus(jitter()), Optional.empty());
        }
        leg.become(LegState::begun, now);
        leg.tries++;
        delivery.settle();
        live.tell("delivery", delivery.id);
        return new Departure(delivery.id, consignments.of(delivery, leg), leg.kind);
    }

    private void revive(Delivery delivery, Leg leg, Instant now) {
        boolean handedOver = leg.handedOverAt != null;
        leg.become(LegState::revived, now);
        steps.add(
                delivery.id,
                leg.id,
                handedOver
                        ? leg.kind.isMail()
                                ? "Courier was stopped before it heard the answer. It sends again under the same message number, so this may arrive twice."
                                : "Courier was stopped before it heard the answer, and looks whether it is there."
                        : "Courier was stopped during the transfer and begins it again.",
                "");
    }

    private Start postpone(Delivery delivery, Leg leg, Instant until, Optional<Setback> setback) {
        boolean news = setback.isPresent() && !leg.cause.equals(setback.get().cause());
        leg.become(state -> state.postponed(until, setback), clock.instant());
        if (news) {
            steps.add(
                    delivery.id,
                    leg.id,
                    "Waits with the others: " + setback.get().sentence(),
                    "");
            delivery.settle();
            live.tell("delivery", delivery.id);
        }
        return new NotNow(Next.at(until));
    }

    private Duration jitter() {
        return Duration.ofMillis(random.nextInt(1_000));
    }

    private final class Telling implements Progress {
        private final UUID legId;

        Telling(UUID legId) {
            this.legId = legId;
        }

        @Override
        public boolean claim(String folder, int position, String name) {
            return Boolean.TRUE.equals(transaction.execute(status -> claims.claim(legId, folder, position, name)));
        }

        @Override
        public void unclaim(String folder, String name) {
            transaction.executeWithoutResult(status -> claims.unclaim(folder, name));
        }

        @Override
        public void handingOver() {
            transaction.executeWithoutResult(status -> {
                Leg leg = legs.findById(legId).orElseThrow();
                leg.become(LegState::handedOver, clock.instant());
                live.tell("delivery", leg.deliveryId);
            });
        }
    }

    private Next arrive(Departure departure, UUID legId, Outcome outcome) {
        Delivery delivery = deliveries.toChange(departure.delivery).orElseThrow();
        Leg leg = delivery.leg(legId);
        Next next;
        if (outcome instanceof Outcome.Accepted accepted) {
            next = accept(delivery, leg, accepted);
        } else if (outcome instanceof Outcome.MakeSmaller smaller) {
            next = makeSmaller(delivery, leg, smaller);
        } else if (outcome instanceof Outcome.Unknown unknown) {
            next = fail(delivery, leg, unknown.setback(), List.of(), true);
        } else {
            Outcome.NotAccepted not = (Outcome.NotAccepted) outcome;
            next = fail(delivery, leg, not.setback(), not.recipients(), false);
        }
        delivery.settle();
        turns.wakeNext(leg.routeId, leg.id);
        notices.about(delivery);
        live.tell("delivery", delivery.id);
        return next;
    }

    private Next accept(Delivery delivery, Leg leg, Outcome.Accepted accepted) {
        leg.become(state -> state.arrived(accepted.known()), clock.instant());
        leg.sentBytes = accepted.bytes();
        leg.reply = accepted.reply();
        leg.landed = accepted.words();
        leg.recipientOutcomes = Json.write(accepted.recipients());
        claims.release(leg.id);
        routes.succeeded(leg.routeId);
        turns.wakeMended(leg.routeId);
        String where = accepted.words().isEmpty() ? "" : " " + accepted.words() + ",";
        steps.add(
                delivery.id,
                leg.id,
                "Accepted by " + leg.routeName + (leg.kind.isMail() ? " for " + leg.label : "") + "," + where + " "
                        + Bytes.words(accepted.bytes()) + " as sent.",
                accepted.reply());
        return Next.NEVER;
    }

    private Next fail(
            Delivery delivery, Leg leg, Setback setback, List<Outcome.Recipient> recipients, boolean maybeThere) {
        Instant now = clock.instant();
        keepRecipients(delivery, leg, recipients);
        Optional<Instant> next = RetrySchedule.next(setback, leg.tries, leg.firstTryAt, now, random);
        leg.become(state -> state.failed(setback, next, maybeThere), now);
        steps.add(delivery.id, leg.id, setback.sentence(), setback.reply());
        if (next.isEmpty() && setback.lasting() != Lasting.FOR_GOOD) {
            steps.add(delivery.id, leg.id, "Given up after " + RetrySchedule.GIVE_UP.toDays() + " days of trying.", "");
        }
        Optional<RouteHealth.Paused> pause = routes.failed(leg.routeId, leg.kind, setback);
        if (pause.isPresent() && next.isPresent()) {
            leg.nextTryAt = pause.get().nextQuestion();
            return Next.at(leg.nextTryAt.plus(jitter()));
        }
        return new Next(next);
    }

    /** Who has it already is not sent it again. */
    private void keepRecipients(Delivery delivery, Leg leg, List<Outcome.Recipient> recipients) {
        if (recipients.isEmpty()) {
            return;
        }
        List<Outcome.Recipient> all = Recipients.merge(Recipients.read(leg.recipientOutcomes), recipients);
        leg.recipientOutcomes = Json.write(all);
        String have = all.stream()
                .filter(Outcome.Recipient::accepted)
                .map(Outcome.Recipient::address)
                .collect(Collectors.joining(", "));
        if (!have.isEmpty()) {
            steps.add(delivery.id, leg.id, "Accepted for " + have + ".", "");
        }
    }

    /** The files are made again for all legs that have not arrived yet. */
    private Next makeSmaller(Delivery delivery, Leg leg, Outcome.MakeSmaller smaller) {
        Instant now = clock.instant();
        if (delivery.fitBytes != 0) {
            return fail(delivery, leg, smaller.setback(), List.of(), false);
        }
        leg.become(
                state ->
                        state.failed(smaller.setback(), Optional.of(now), false).askedAgain(),
                now);
        delivery.fitBytes = smaller.limit();
        delivery.namedAt = null;
        steps.add(delivery.id, leg.id, smaller.setback().sentence() + " It is made again, smaller.", "");
        queue.add(DeliveryTasks.PREPARE, delivery.id);
        return Next.NEVER;
    }
}
