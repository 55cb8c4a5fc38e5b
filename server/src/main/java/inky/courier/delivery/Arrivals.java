package inky.courier.delivery;

import inky.courier.core.delivery.Lasting;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.delivery.RouteHealth.Paused;
import inky.courier.core.delivery.Setback;
import inky.courier.core.message.Message;
import inky.courier.core.sizing.Bytes;
import inky.courier.destination.Outcome;
import inky.courier.web.Json;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.random.RandomGenerator;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** What came of a try, as the leg, its route and its recipients have it from then on. */
@Component
class Arrivals {
    private final Agenda agenda;
    private final Claims claims;
    private final Routes routes;
    private final RandomGenerator random;

    Arrivals(Agenda agenda, Claims claims, Routes routes, RandomGenerator random) {
        this.agenda = agenda;
        this.claims = claims;
        this.routes = routes;
        this.random = random;
    }

    void of(Change change, Leg leg, Outcome outcome) {
        leg.revivals = 0;
        if (outcome instanceof Outcome.Accepted accepted) {
            accept(change, leg, accepted);
        } else if (outcome instanceof Outcome.MakeSmaller smaller) {
            makeSmaller(change, leg, smaller);
        } else if (outcome instanceof Outcome.Unknown unknown) {
            fail(change, leg, unknown.setback(), unknown.recipients(), true);
        } else if (outcome instanceof Outcome.NotAccepted not) {
            fail(change, leg, not.setback(), not.recipients(), false);
        }
    }

    private void accept(Change change, Leg leg, Outcome.Accepted accepted) {
        change.become(leg, state -> state.arrived(accepted.known()));
        leg.sentBytes = accepted.bytes();
        leg.reply = accepted.reply();
        leg.landed = accepted.words();
        leg.recipientOutcomes =
                Json.write(Recipients.merge(Recipients.read(leg.recipientOutcomes), accepted.recipients()));
        if (!leg.kind.isMail()) {
            claims.release(leg.id);
        }
        if (routes.succeeded(leg.routeId)) {
            // It takes something again, and others may still wait until somebody mends it.
            agenda.releasing(leg.routeId);
        }
        Message said = leg.kind.isMail()
                ? Message.of("delivery.accepted.mail").with("label", leg.label)
                : accepted.words().isEmpty()
                        ? Message.of("delivery.accepted")
                        : Message.of("delivery.accepted.where").with("where", accepted.words());
        change.say(
                leg, said.with("route", leg.routeName).with("size", Bytes.words(accepted.bytes())), accepted.reply());
    }

    void fail(Change change, Leg leg, Setback setback, List<Outcome.Recipient> recipients, boolean maybeThere) {
        keepRecipients(change, leg, recipients);
        Optional<Instant> next = RetrySchedule.next(setback, leg.tries, leg.firstTryAt, change.now(), random);
        Optional<Instant> question =
                routes.failed(leg.routeId, leg.kind, setback).map(Paused::nextQuestion);
        change.become(leg, state -> state.failed(setback, next.map(at -> question.orElse(at)), maybeThere));
        change.say(leg, setback.sentence(), setback.reply());
        if (next.isEmpty() && setback.lasting() != Lasting.FOR_GOOD) {
            sayGivenUp(change, leg);
        }
    }

    static void sayGivenUp(Change change, Leg leg) {
        change.say(leg, Message.of("delivery.given-up").with("days", RetrySchedule.GIVE_UP.toDays()), "");
    }

    /** Who has it already is not sent it again. */
    static void keepRecipients(Change change, Leg leg, List<Outcome.Recipient> recipients) {
        if (recipients.isEmpty()) {
            return;
        }
        List<Outcome.Recipient> all = Recipients.merge(Recipients.read(leg.recipientOutcomes), recipients);
        leg.recipientOutcomes = Json.write(all);
        String have = recipients.stream()
                .filter(Outcome.Recipient::accepted)
                .map(Outcome.Recipient::address)
                .distinct()
                .collect(Collectors.joining(", "));
        if (!have.isEmpty()) {
            change.say(leg, Message.of("delivery.accepted-for").with("who", have), "");
        }
    }

    /** The files are made again for all legs that have not arrived yet. */
    private void makeSmaller(Change change, Leg leg, Outcome.MakeSmaller smaller) {
        Delivery delivery = change.delivery();
        if (delivery.fitBytes != 0) {
            fail(change, leg, smaller.setback(), List.of(), false);
            return;
        }
        change.become(
                leg,
                state -> state.failed(smaller.setback(), Optional.of(change.now()), false)
                        .askedAgain());
        delivery.fitBytes = smaller.limit();
        change.makeAgain();
        change.say(leg, smaller.setback().sentence().and(Message.of("delivery.made-smaller")), "");
    }
}
