package inky.courier.delivery;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.Making;
import inky.courier.core.delivery.Setback;
import inky.courier.core.message.Message;
import inky.courier.delivery.FileMaking.CannotBeMade;
import inky.courier.delivery.FileMaking.Made;
import inky.courier.store.ContentLost;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/**
 * Has the files of a delivery made and named. They are made outside of any transaction, for the revision of the pages that
 * was wanted when it began; when another is wanted by then, they are thrown away and made again.
 */
@Component
class Preparation {
    private static final Logger LOG = LoggerFactory.getLogger(Preparation.class);
    static final Message NO_ROOM = Message.of("delivery.no-room");
    static final Message OWN_FAULT = Message.of("delivery.own-fault");
    private static final Message TRIES_AGAIN = Message.of("delivery.tries-again");
    private static final Message ENDED = Message.of("delivery.tries-ended");
    private static final Message DEADLY = Message.of("delivery.deadly").with("n", Making.MOST_DEATHS);
    private static final Message ALL_BLANK = Message.of("delivery.all-blank");

    /** Files are not changed under the hands of a clerk who carries them. */
    private static final Duration UNTIL_CARRIED = Duration.ofSeconds(2);

    private final Ledger ledger;
    private final Deliveries deliveries;
    private final FileMaking making;
    private final RandomGenerator random;

    Preparation(Ledger ledger, Deliveries deliveries, FileMaking making, RandomGenerator random) {
        this.ledger = ledger;
        this.deliveries = deliveries;
        this.making = making;
        this.random = random;
    }

    /** Run twice, it does nothing the second time. */
    void prepare(UUID id) {
        Optional<Delivery> begun =
                deliveries.changeIfThere(id, Preparation::begin).flatMap(delivery -> delivery);
        if (begun.isEmpty()) {
            return;
        }
        try (Made made = making.make(begun.get())) {
            keep(id, begun.get().wantedRevision, made);
        } catch (CannotBeMade e) {
            LOG.warn("delivery {}: {}", id, e.getMessage());
            stop(id, e.sentence());
        } catch (ContentLost e) {
            LOG.error("delivery {}", id, e);
            stop(id, Message.of("delivery.page-lost"));
        } catch (IOException | UncheckedIOException e) {
            LOG.warn("delivery {} waits for room: {}", id, e.getMessage());
            failed(id, NO_ROOM);
        } catch (DataAccessException | TransactionException e) {
            // The database is away: nothing can be written about it now.
            throw e;
        } catch (RuntimeException | OutOfMemoryError | StackOverflowError e) {
            LOG.error("delivery {}", id, e);
            failed(id, OWN_FAULT);
        }
    }

    /** When it is to be done again, as it is asked when it ends. */
    Optional<Instant> due(UUID id) {
        return ledger.hold(id).flatMap(Delivery::makingDue);
    }

    private static Optional<Delivery> begin(Change change) {
        Delivery delivery = change.delivery();
        Optional<Instant> due = delivery.makingDue();
        if (due.isEmpty() || due.get().isAfter(change.now())) {
            return Optional.empty();
        }
        if (delivery.making().isDeadly()) {
            end(change, DEADLY);
            return Optional.empty();
        }
        if (isCarried(delivery)) {
            change.making(delivery.making().postponed(change.now().plus(UNTIL_CARRIED)));
            return Optional.empty();
        }
        change.making(delivery.making().begun(change.now()));
        return Optional.of(delivery);
    }

    private static boolean isCarried(Delivery delivery) {
        return delivery.legs.stream().anyMatch(leg -> leg.phase == LegPhase.MOVING);
    }

    private void keep(UUID id, int revision, Made made) {
        deliveries.changes(id, change -> {
            Delivery delivery = change.delivery();
            if (delivery.making().wanted() != revision) {
                LOG.info("delivery {} was changed while its files were made; they are made again", id);
            } else if (isCarried(delivery)) {
                change.making(delivery.making().postponed(change.now().plus(UNTIL_CARRIED)));
            } else if (made.kinds().isEmpty()) {
                made.keepReports(delivery);
                end(change, ALL_BLANK);
            } else {
                keep(change, made);
            }
        });
    }

    private static void keep(Change change, Made made) {
        Delivery delivery = change.delivery();
        try {
            made.keep(change);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        delivery.trouble = Message.none();
        delivery.madeReadyAt = change.now();
        delivery.namedAt = change.now();
        change.making(delivery.making().done());
        Set<String> kinds = made.kinds();
        for (Leg leg : change.legs()) {
            if (leg.phase == LegPhase.WAITING) {
                whyNot(leg, kinds)
                        .ifPresent(why -> change.become(leg, state -> state.calledOff(Setback.calledOff(why))));
            }
        }
    }

    /** Whoever chose one file chose among those from before. */
    private static Optional<Message> whyNot(Leg leg, Set<String> kinds) {
        if (leg.onlyFile != null) {
            return Optional.of(Message.of("delivery.chosen-file-changed"));
        }
        return kinds.stream().anyMatch(kind -> Consignments.goesTo(leg, kind))
                ? Optional.empty()
                : Optional.of(Message.of("delivery.nothing-of-its-kind"));
    }

    private void failed(UUID id, Message trouble) {
        deliveries.changes(id, change -> {
            Delivery delivery = change.delivery();
            Making next = delivery.making().failed(change.now(), random);
            if (next.isStopped()) {
                end(change, trouble.and(ENDED));
            } else {
                Message goesOn = trouble.and(TRIES_AGAIN);
                boolean news = !delivery.trouble.equals(goesOn);
                change.making(next);
                delivery.trouble = goesOn;
                if (news) {
                    change.say(goesOn, "");
                }
            }
        });
    }

    private void stop(UUID id, Message trouble) {
        deliveries.changes(id, change -> end(change, trouble));
    }

    private static void end(Change change, Message trouble) {
        Delivery delivery = change.delivery();
        change.making(delivery.making().stopped());
        delivery.trouble = trouble;
        change.say(trouble, "");
    }
}
