package inky.courier.delivery;

import inky.courier.core.message.Message;
import inky.courier.live.Live;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Function;
import org.springframework.stereotype.Component;

/**
 * The one door for every change of a delivery. Whoever comes through it holds the delivery alone and says what happens;
 * what follows from it (state, tasks, steps, notices, news for browsers) follows here, in the same transaction, and
 * nowhere else.
 */
@Component
class Deliveries {
    private final Ledger ledger;
    private final Agenda agenda;
    private final StepLog steps;
    private final Notices notices;
    private final Live live;
    private final Clerks clerks;
    private final Clock clock;

    Deliveries(Ledger ledger, Agenda agenda, StepLog steps, Notices notices, Live live, Clerks clerks, Clock clock) {
        this.ledger = ledger;
        this.agenda = agenda;
        this.steps = steps;
        this.notices = notices;
        this.live = live;
        this.clerks = clerks;
        this.clock = clock;
    }

    /** @throws Refusal when there is no such delivery */
    <T> T change(UUID id, Function<Change, T> what) {
        return changeIfThere(id, what).orElseThrow(() -> Refusal.notFound("delivery"));
    }

    /** @throws Refusal when there is no such delivery */
    void changes(UUID id, Consumer<Change> what) {
        change(id, change -> {
            what.accept(change);
            return true;
        });
    }

    /** @return what came of it, which is never null; empty when there is no such delivery */
    <T> Optional<T> changeIfThere(UUID id, Function<Change, T> what) {
        return through(id, Optional.empty(), what);
    }

    /** By a clerk of this route, who looks for what is next there anyway. */
    <T> Optional<T> changeWhileCarrying(UUID id, UUID route, Function<Change, T> what) {
        return through(id, Optional.of(route), what);
    }

    /** Takes a new delivery in. */
    void begin(Delivery delivery, Message words) {
        ledger.together(() -> {
            Change change = new Change(delivery, clock.instant(), steps);
            ledger.keep(delivery);
            change.say(words, "");
            follow(change, Optional.empty());
            return true;
        });
    }

    private <T> Optional<T> through(UUID id, Optional<UUID> carrying, Function<Change, T> what) {
        return ledger.together(() -> ledger.hold(id).map(delivery -> {
            Change change = new Change(delivery, clock.instant(), steps);
            T result = what.apply(change);
            follow(change, carrying);
            return result;
        }));
    }

    private void follow(Change change, Optional<UUID> carrying) {
        Delivery delivery = change.delivery();
        change.settle();
        change.makingWanted().ifPresent(at -> agenda.making(delivery.id, at));
        change.routesToServe().forEach((route, due) -> {
            if (carrying.isEmpty() || !carrying.get().equals(route)) {
                agenda.carrying(route, clerks.of(due.kind(), route), due.at());
            }
        });
        if (notices.about(delivery)) {
            agenda.telling(delivery.id);
        }
        if (change.isNews()) {
            live.tell("delivery", delivery.id, delivery.personId);
        }
    }
}
