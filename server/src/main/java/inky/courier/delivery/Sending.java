package inky.courier.delivery;

import inky.courier.core.delivery.LegState;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.naming.NameValues;
import inky.courier.core.sizing.Bytes;
import inky.courier.destination.Consignment;
import inky.courier.destination.DestinationService;
import inky.courier.destination.Outcome;
import inky.courier.live.Live;
import inky.courier.store.ContentStore;
import inky.courier.web.Json;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;

/**
 * One try of one leg. What is decided is committed before and after the transfer, never during it, so that an instance
 * that dies leaves a leg either not handed over (sent again without harm) or handed over without an answer (sent again
 * under the same Message-ID, and marked).
 */
@Component
class Sending {
    private static final Logger LOG = LoggerFactory.getLogger(Sending.class);

    private final DeliveryRepository deliveries;
    private final LegRepository legs;
    private final DestinationService destinations;
    private final ContentStore store;
    private final Files files;
    private final Steps steps;
    private final Live live;
    private final Clock clock;
    private final ZoneId zone;
    private final TransactionTemplate transaction;
    private final RandomGenerator random = new java.util.Random();

    Sending(
            DeliveryRepository deliveries,
            LegRepository legs,
            DestinationService destinations,
            ContentStore store,
            Files files,
            Steps steps,
            Live live,
            Clock clock,
            ZoneId zone,
            TransactionTemplate transaction) {
        this.deliveries = deliveries;
        this.legs = legs;
        this.destinations = destinations;
        this.store = store;
        this.files = files;
        this.steps = steps;
        this.live = live;
        this.clock = clock;
        this.zone = zone;
        this.transaction = transaction;
    }

    /** When the task runs again; empty when it is done with. */
    record Next(Optional<Instant> at) {}

    private record Departure(UUID delivery, Consignment consignment, inky.courier.destination.DestinationKind kind) {}

    Next send(UUID legId) {
        Optional<Departure> departure = transaction.execute(status -> depart(legId));
        if (departure.isEmpty()) {
            return new Next(Optional.empty());
        }
        UUID delivery = departure.get().delivery;
        try (var ignored = MDC.putCloseable("delivery", delivery.toString())) {
            Outcome outcome = destinations
                    .connectorOf(departure.get().kind)
                    .deliver(
                            departure.get().consignment,
                            () -> transaction.executeWithoutResult(status -> handOver(legId)));
            Next next = transaction.execute(status -> arrive(delivery, legId, outcome));
            LOG.info("leg {} {}", legId, outcome.getClass().getSimpleName());
            return next;
        }
    }

    private Optional<Departure> depart(UUID legId) {
        Optional<Leg> found = legs.findById(legId);
        if (found.isEmpty() || found.get().state == LegState.ACCEPTED || found.get().state == LegState.STOPPED) {
            return Optional.empty();
        }
        Leg leg = found.get();
        Delivery delivery = deliveries.withLegs(leg.deliveryId).orElseThrow();
        if (leg.state == LegState.MOVING) {
            leg.state = leg.state.to(LegState.WAITING);
            boolean handedOver = leg.handedOverAt != null;
            leg.possiblyTwice |= handedOver;
            steps.add(
                    delivery.id,
                    legId,
                    handedOver
                            ? "Courier was stopped before it heard the answer. It sends again under the same message number, so this may arrive twice."
                            : "Courier was stopped during the transfer and begins it again.",
                    "");
        }
        leg.state = leg.state.to(LegState.MOVING);
        leg.tries++;
        leg.handedOverAt = null;
        leg.nextTryAt = null;
        live.tell("delivery", delivery.id);
        return Optional.of(new Departure(delivery.id, consignment(delivery, leg), leg.kind));
    }

    private Consignment consignment(Delivery d, Leg leg) {
        JobSnapshot job = Json.read(d.jobSnapshot, JobSnapshot.class);
        NameValues values = new NameValues(
                d.scannedAt.atZone(zone),
                d.personName,
                d.personLogin,
                d.deviceName,
                d.place,
                d.jobName,
                d.pages,
                "document",
                "",
                scope -> d.number);
        return new Consignment(
                leg.routeId,
                Json.read(leg.recipients, new TypeReference<List<String>>() {}),
                d.personName,
                d.personEmail,
                Preparation.read(job.subject()).fill(values),
                Preparation.read(job.body()).fill(values),
                files.of(d.id).stream().map(this::toSend).toList(),
                leg.messageId,
                d.scannedAt);
    }

    private Consignment.FileToSend toSend(Files.KeptFile file) {
        return new Consignment.FileToSend(
                file.name(), file.mediaType(), file.bytes(), () -> store.open(file.contentId()));
    }

    private void handOver(UUID legId) {
        Leg leg = legs.findById(legId).orElseThrow();
        leg.handedOverAt = clock.instant();
        leg.sentAt = clock.instant();
        live.tell("delivery", leg.deliveryId);
    }

    private Next arrive(UUID deliveryId, UUID legId, Outcome outcome) {
        Delivery delivery = deliveries.withLegs(deliveryId).orElseThrow();
        Leg leg = delivery.legs.stream()
                .filter(l -> l.id.equals(legId))
                .findFirst()
                .orElseThrow();
        Instant now = clock.instant();
        leg.handedOverAt = null;
        Optional<Instant> next = Optional.empty();
        if (outcome instanceof Outcome.Accepted accepted) {
            leg.state = leg.state.to(LegState.ACCEPTED);
            leg.acceptedAt = now;
            leg.sentBytes = accepted.bytes();
            leg.reply = accepted.reply();
            leg.cause = "";
            leg.sentence = "";
            leg.remedy = "";
            steps.add(
                    deliveryId,
                    legId,
                    "Accepted by " + leg.routeName + " for " + leg.label + ", " + Bytes.words(accepted.bytes())
                            + " as sent.",
                    accepted.reply());
        } else {
            Outcome.NotAccepted not = (Outcome.NotAccepted) outcome;
            next = RetrySchedule.next(not.lasting(), leg.tries, leg.firstTryAt, now, random);
            leg.state = leg.state.to(next.isPresent() ? LegState.WAITING : LegState.STOPPED);
            leg.sentAt = null;
            leg.nextTryAt = next.orElse(null);
            leg.cause = not.cause();
            leg.sentence = not.sentence();
            leg.remedy = not.remedy();
            leg.reply = not.reply();
            steps.add(deliveryId, legId, not.sentence(), not.reply());
        }
        delivery.settle();
        live.tell("delivery", deliveryId);
        return new Next(next);
    }
}
