package inky.courier.delivery;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.Making;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import jakarta.persistence.CascadeType;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderBy;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Predicate;

/** A scan on its way, with everything about it as it was when it was sent: later changes of the set-up leave it alone. */
@Entity
class Delivery {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    long number;
    UUID scanId;
    /** Null where the pages came from no device. */
    UUID deviceId;

    String deviceName;
    String place;
    UUID personId;
    String personName;
    String personLogin;
    String personEmail = "";

    /** The first of their groups; empty for none. */
    String personGroup = "";

    /** That the person reads, as a tag of BCP 47; empty for those from before it was asked. */
    String language = "";

    UUID jobId;
    String jobName;
    String jobIcon;

    /** Sent from the desk to see whether the job arrives. */
    boolean test;

    String jobSnapshot;
    Message profileWords;
    int pages;

    @Enumerated(EnumType.STRING)
    DeliveryState state = DeliveryState.MOVING;

    Message trouble = Message.none();
    Instant scanBeganAt;
    Instant scannedAt;
    Instant madeReadyAt;
    Instant namedAt;
    String fileName = "";
    long fileBytes;

    /** Sides that were looked at, and what they were. */
    int judgedSides;

    int blankSides;
    int colourSides;
    Instant contentsRemovedAt;

    /** What its files may weigh at most, in bytes, when they had to be made smaller; 0 for as the profile says. */
    long fitBytes;

    /** The state of which the person has been told last. */
    String notified = "";

    int wantedRevision = 1;
    int madeRevision;
    int makingBegun;
    int makingFailures;
    Instant makingSince;
    Instant makingNext;

    @OneToMany(cascade = CascadeType.ALL)
    @JoinColumn(name = "delivery_id", nullable = false, updatable = false)
    @OrderBy("position")
    List<Leg> legs = new ArrayList<>();

    Leg leg(UUID legId) {
        return legs.stream().filter(leg -> leg.id.equals(legId)).findFirst().orElseThrow();
    }

    Making making() {
        return new Making(
                wantedRevision,
                madeRevision,
                makingBegun,
                makingFailures,
                Optional.ofNullable(makingSince),
                Optional.ofNullable(makingNext));
    }

    void making(Making making) {
        wantedRevision = making.wanted();
        madeRevision = making.made();
        makingBegun = making.begun();
        makingFailures = making.failures();
        makingSince = making.since().orElse(null);
        makingNext = making.next().orElse(null);
    }

    /** Whether somebody still waits for files. */
    Locale language() {
        return Languages.of(language).orElse(Languages.FIRST);
    }

    boolean wantsFiles() {
        return legs.stream().anyMatch(leg -> leg.phase == LegPhase.WAITING || leg.phase == LegPhase.HELD);
    }

    /** When its files are to be made; empty when they lie ready, cannot be made, or nobody waits for them. */
    Optional<Instant> makingDue() {
        return wantsFiles() && !making().isReady() ? making().next() : Optional.empty();
    }

    /** The worst of its legs, or of the making of its files, is what a person wants to know. */
    void settle() {
        if (any(leg -> leg.phase == LegPhase.STOPPED && !leg.isCalledOff()) || making().isStopped() && wantsFiles()) {
            state = DeliveryState.STOPPED;
        } else if (any(leg -> leg.phase == LegPhase.WAITING && !leg.cause.isEmpty())
                || !trouble.isEmpty() && wantsFiles()) {
            state = DeliveryState.WAITING;
        } else if (any(leg -> leg.phase == LegPhase.HELD)) {
            state = DeliveryState.HELD;
        } else if (legs.stream().allMatch(Leg::isCalledOff)) {
            state = DeliveryState.CALLED_OFF;
        } else if (legs.stream().allMatch(leg -> leg.phase == LegPhase.ACCEPTED || leg.isCalledOff())) {
            state = DeliveryState.ACCEPTED;
        } else {
            state = DeliveryState.MOVING;
        }
    }

    private boolean any(Predicate<Leg> what) {
        return legs.stream().anyMatch(what);
    }
}
