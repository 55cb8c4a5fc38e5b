package inky.courier.delivery;

import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.Lasting;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.LegState;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.destination.Outcome;
import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import java.util.function.UnaryOperator;

/** A delivery on its way to one destination. Its columns hold a {@link LegState}; only {@link #become} changes it. */
@Entity
class Leg {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    @Column(name = "delivery_id", insertable = false, updatable = false)
    UUID deliveryId;

    int position;

    @Enumerated(EnumType.STRING)
    DestinationKind kind;

    UUID routeId;
    UUID destinationId;
    String routeName;
    String label;
    String recipients;

    /** Who gets a copy beside them, as JSON. */
    String copies = "[]";

    /** A folder chosen at the device, below the destination's own. */
    String below = "";

    /** The kinds of paper that go here, with commas between; empty for all. */
    String kinds = "";

    /** How somebody wants it printed this time, as JSON; empty for as its destination says. */
    String print = "";

    /** The position of the only file that goes here; null for all of its kinds. */
    Integer onlyFile;

    String messageId;

    @Enumerated(EnumType.STRING)
    @Column(name = "state")
    LegPhase phase = LegPhase.WAITING;

    String cause = "";
    Message sentence = Message.none();
    Message remedy = Message.none();
    String reply = "";
    String lasting = "";
    String scope = "";
    int tries;

    /** Its place in the queue of its route: the delivery's number. */
    long turn;

    /** Whose files keep their order on this route; null where order does not matter. */
    UUID inOrderOf;

    /** Which of its route's clerks carries it; null unless it moves. */
    Integer clerk;

    /** How often in a row the instance that carried it was gone. */
    int revivals;

    Instant firstTryAt;

    /** Asked for after the delivery was sent: printed or sent once more. */
    boolean askedLater;

    Instant nextTryAt;

    /** Set when everything was sent and only the far side's word was missing; cleared by its word. */
    Instant handedOverAt;

    Instant sentAt;
    Instant acceptedAt;

    /** Whether an earlier try may have arrived all the same. */
    boolean maybeThere;

    boolean possiblyTwice;
    long sentBytes;

    /** What became of each recipient, as JSON. */
    String recipientOutcomes = "[]";

    /** Where it is now, in words. */
    Message landed = Message.none();

    LegState state() {
        return switch (phase) {
            case WAITING -> new LegState.Waiting(setback(), Optional.ofNullable(nextTryAt), maybeThere);
            case MOVING -> new LegState.Moving(handedOverAt != null, maybeThere);
            case HELD -> new LegState.Held(maybeThere);
            case ACCEPTED -> new LegState.Accepted(possiblyTwice);
            case STOPPED -> new LegState.Stopped(setback(), maybeThere);
        };
    }

    /** @throws IllegalStateException when this cannot happen to the leg as it stands */
    void become(UnaryOperator<LegState> happening, Instant now) {
        LegState next = happening.apply(state());
        phase = next.phase();
        nextTryAt = null;
        if (phase != LegPhase.MOVING) {
            clerk = null;
        }
        if (next instanceof LegState.Waiting waiting) {
            put(waiting.setback());
            nextTryAt = waiting.next().orElse(null);
            maybeThere = waiting.maybeThere();
            handedOverAt = null;
            sentAt = null;
        } else if (next instanceof LegState.Moving moving) {
            maybeThere = moving.maybeThere();
            handedOverAt = moving.allSent() ? now : null;
            sentAt = handedOverAt;
        } else if (next instanceof LegState.Held) {
            put(Optional.empty());
        } else if (next instanceof LegState.Accepted accepted) {
            put(Optional.empty());
            possiblyTwice = accepted.possiblyTwice();
            handedOverAt = null;
            sentAt = sentAt == null ? now : sentAt;
            acceptedAt = now;
        } else if (next instanceof LegState.Stopped stopped) {
            put(stopped.setback());
            maybeThere = stopped.maybeThere();
            handedOverAt = null;
        }
    }

    /** Whether anybody has got a part of it. */
    boolean hasRecipients() {
        return Recipients.read(recipientOutcomes).stream().anyMatch(Outcome.Recipient::accepted);
    }

    boolean isCalledOff() {
        return phase == LegPhase.STOPPED && cause.equals(Setback.CALLED_OFF);
    }

    Optional<Setback> setback() {
        return cause.isEmpty()
                ? Optional.empty()
                : Optional.of(new Setback(
                        cause,
                        sentence,
                        remedy,
                        Lasting.valueOf(lasting),
                        Cause.Scope.valueOf(scope),
                        reply,
                        Optional.empty()));
    }

    private void put(Optional<Setback> setback) {
        cause = setback.map(Setback::cause).orElse("");
        sentence = setback.map(Setback::sentence).orElse(Message.none());
        remedy = setback.map(Setback::remedy).orElse(Message.none());
        reply = setback.map(Setback::reply).orElse("");
        lasting = setback.map(s -> s.lasting().name()).orElse("");
        scope = setback.map(s -> s.scope().name()).orElse("");
    }
}
