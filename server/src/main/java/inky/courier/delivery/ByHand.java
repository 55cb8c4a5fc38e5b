package inky.courier.delivery;

import inky.courier.core.Invalid;
import inky.courier.core.access.Right;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.LegState;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.destination.DestinationService;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.scan.PageEditForm;
import inky.courier.scan.ScanPages;
import inky.courier.scan.ScanService;
import inky.courier.web.Access;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a person may do with deliveries: with one, with several, or with all that stand for one cause. */
@Service
public class ByHand {
    private static final int MOST = 5_000;
    private static final int LONGEST_REASON = 200;

    private final Deliveries deliveries;
    private final DestinationService destinations;
    private final LegsOfJob legsOfJob;
    private final Routes routes;
    private final Claims claims;
    private final ScanService scans;
    private final ScanPages pages;
    private final JdbcClient jdbc;

    ByHand(
            Deliveries deliveries,
            DestinationService destinations,
            LegsOfJob legsOfJob,
            Routes routes,
            Claims claims,
            ScanService scans,
            ScanPages pages,
            JdbcClient jdbc) {
        this.deliveries = deliveries;
        this.destinations = destinations;
        this.legsOfJob = legsOfJob;
        this.routes = routes;
        this.claims = claims;
        this.scans = scans;
        this.pages = pages;
        this.jdbc = jdbc;
    }

    public enum Action {
        TRY_AGAIN,
        HOLD,
        RELEASE,
        STOP,
        SEND_ELSEWHERE
    }

    /**
     * @param deliveries which; empty for all that stand for the cause
     * @param routeId where they stand; with {@code cause}
     * @param legId only this leg of a single delivery; absent for all its legs
     * @param reason recorded with what is done
     * @param destinationId the other destination, to send elsewhere
     */
    public record Order(
            Action action,
            List<UUID> deliveries,
            @Nullable UUID routeId,
            @Nullable String cause,
            @Nullable UUID legId,
            @Nullable String reason,
            @Nullable UUID destinationId) {}

    /** @param untouched that could not: under way at this moment, arrived already, or nothing of the kind to do */
    public record Done(int deliveries, int untouched) {}

    @Transactional
    public Done carryOut(Order order) {
        Access.require(Right.ACT_ON_DELIVERIES);
        String reason = order.reason() == null ? "" : PlainText.line(order.reason());
        if (reason.length() > LONGEST_REASON) {
            throw Invalid.of("delivery.reason", "reason");
        }
        DestinationView elsewhere = null;
        if (order.action() == Action.SEND_ELSEWHERE) {
            if (order.destinationId() == null) {
                throw Invalid.of("delivery.elsewhere", "destinationId");
            }
            elsewhere = destinations.get(order.destinationId());
            if (elsewhere.kind() == DestinationKind.MAIL_CHOSEN) {
                throw new Invalid(
                        "delivery.elsewhere",
                        "destinationId",
                        Message.of("problem.delivery.no-recipients").with("name", elsewhere.name()),
                        Message.of("problem.delivery.no-recipients.remedy"));
            }
        }
        // Always in the same order: two people who act on the same deliveries must not wait for each other.
        Set<UUID> wanted = new TreeSet<>(order.deliveries().isEmpty() ? standingFor(order) : order.deliveries());
        int done = 0;
        for (UUID id : wanted) {
            DestinationView other = elsewhere;
            done += deliveries.change(
                            id, change -> Access.sees(change.delivery().place) && act(change, order, other, reason))
                    ? 1
                    : 0;
        }
        if (order.action() == Action.TRY_AGAIN
                && order.routeId() != null
                && PlaceLimit.now().isEmpty()) {
            routes.succeeded(order.routeId());
        }
        return new Done(done, wanted.size() - done);
    }

    private List<UUID> standingFor(Order order) {
        if (order.routeId() == null || order.cause() == null) {
            return List.of();
        }
        Map<String, Object> values =
                new HashMap<>(Map.of("route", order.routeId(), "cause", order.cause(), "most", MOST));
        String there = PlaceLimit.and(values);
        return jdbc.sql("select distinct l.delivery_id from leg l join delivery d on d.id = l.delivery_id "
                        + "where l.route_id = :route and l.cause = :cause and l.state in ('WAITING', 'STOPPED') "
                        + "and d.contents_removed_at is null" + there + " limit :most")
                .params(values)
                .query(UUID.class)
                .list();
    }

    private boolean act(Change change, Order order, @Nullable DestinationView elsewhere, String reason) {
        Delivery delivery = change.delivery();
        boolean sends = order.action() != Action.HOLD && order.action() != Action.STOP;
        if (sends && delivery.contentsRemovedAt != null) {
            throw Refusal.of(HttpStatus.GONE, "delivery.removed");
        }
        boolean changed = order.action() == Action.TRY_AGAIN && makeAgain(change);
        for (Leg leg : change.legs()) {
            boolean meant = order.legId() == null || order.legId().equals(leg.id);
            boolean ofCause = order.cause() == null || order.cause().equals(leg.cause);
            if (meant && ofCause) {
                changed |= act(change, leg, order.action(), elsewhere, reason);
            }
        }
        return changed;
    }

    /** Where no files could be made, that is tried again first. */
    static boolean makeAgain(Change change) {
        Delivery delivery = change.delivery();
        if (delivery.making().isReady() || !delivery.wantsFiles()) {
            return false;
        }
        delivery.trouble = Message.none();
        change.making(delivery.making().askedAgain(change.now()));
        change.say(by("delivery.made-again"), "");
        return true;
    }

    private boolean act(Change change, Leg leg, Action action, @Nullable DestinationView elsewhere, String reason) {
        return switch (action) {
            case TRY_AGAIN -> tryAgain(change, leg);
            case HOLD -> hold(change, leg, reason);
            case RELEASE -> release(change, leg);
            case STOP -> stop(change, leg, reason, "delivery.stopped");
            case SEND_ELSEWHERE ->
                elsewhere != null && isThere(elsewhere, change.delivery()) && sendTo(change, leg, elsewhere, reason);
        };
    }

    /** Pages that came from no device have no stick and no shelf to go to. */
    private static boolean isThere(DestinationView elsewhere, Delivery delivery) {
        return delivery.deviceId != null || !elsewhere.kind().isAtTheDevice();
    }

    private boolean tryAgain(Change change, Leg leg) {
        boolean unmade = !change.delivery().making().isReady() && leg.cause.isEmpty();
        if (leg.phase != LegPhase.STOPPED && leg.phase != LegPhase.WAITING || unmade) {
            return false;
        }
        change.become(leg, LegState::askedAgain);
        startAnew(change, leg);
        routes.succeeded(leg.routeId);
        change.say(leg, by("delivery.tried-again"), "");
        return true;
    }

    static void startAnew(Change change, Leg leg) {
        leg.tries = 0;
        leg.revivals = 0;
        leg.firstTryAt = change.now();
    }

    private boolean hold(Change change, Leg leg, String reason) {
        if (leg.phase != LegPhase.WAITING) {
            return false;
        }
        change.become(leg, LegState::heldBack);
        change.say(leg, by("delivery.held", reason), "");
        return true;
    }

    private boolean release(Change change, Leg leg) {
        if (leg.phase != LegPhase.HELD) {
            return false;
        }
        change.become(leg, LegState::released);
        startAnew(change, leg);
        change.say(leg, by("delivery.released"), "");
        return true;
    }

    private boolean stop(Change change, Leg leg, String reason, String code) {
        if (leg.phase == LegPhase.MOVING || leg.phase == LegPhase.ACCEPTED || leg.isCalledOff()) {
            return false;
        }
        change.become(leg, state -> state.calledOff(Setback.calledOff(Who.name(), reason)));
        if (!leg.maybeThere) {
            // What may lie there is looked for under its name when somebody has it tried again.
            claims.release(leg.id);
        }
        change.say(leg, by(code, reason), "");
        return true;
    }

    /** The same files go to another destination; the leg that did not get through ends. */
    private boolean sendTo(Change change, Leg leg, DestinationView other, String reason) {
        if (other.id().equals(leg.destinationId)
                || !stop(
                        change,
                        leg,
                        "sent to " + other.name() + (reason.isEmpty() ? "" : ", " + reason),
                        "delivery.sent-elsewhere")) {
            return false;
        }
        Delivery delivery = change.delivery();
        Leg instead = legsOfJob.to(delivery, other, delivery.legs.size(), Choices.NONE);
        instead.kinds = leg.kinds;
        instead.onlyFile = leg.onlyFile;
        instead.firstTryAt = change.now();
        delivery.legs.add(instead);
        change.say(instead, because(Message.of("delivery.instead").with("name", other.name()), reason), "");
        return true;
    }

    private static Message by(String code) {
        return Message.of(code).with("who", Who.name());
    }

    private static Message by(String code, String reason) {
        return because(by(code), reason);
    }

    private static Message because(Message said, String reason) {
        return reason.isEmpty() ? said : said.and(Message.of("delivery.reason").with("reason", reason));
    }

    /** Changes a page, and makes the files again for whoever has not got them. */
    @Transactional
    public void edit(UUID id, PageEditForm edit) {
        deliveries.changes(id, change -> {
            Delivery delivery = changeable(change);
            int place = pages.placeOf(delivery.scanId, edit.page());
            scans.editSent(delivery.scanId, edit);
            makeAgain(change, by("delivery.page-changed").with("page", place));
        });
    }

    /** Takes the last change of a page back, and makes the files again. */
    @Transactional
    public void undoEdit(UUID id) {
        deliveries.changes(id, change -> {
            scans.undoEditSent(changeable(change).scanId);
            makeAgain(change, by("delivery.page-change-undone"));
        });
    }

    private static Delivery changeable(Change change) {
        Delivery delivery = change.delivery();
        boolean busy = delivery.legs.stream().anyMatch(leg -> leg.phase == LegPhase.MOVING);
        boolean gone = delivery.legs.stream()
                .anyMatch(leg -> leg.phase == LegPhase.ACCEPTED || leg.maybeThere || leg.hasRecipients());
        if (busy || gone || delivery.contentsRemovedAt != null) {
            throw new Refusal(
                    HttpStatus.CONFLICT,
                    "delivery.under-way",
                    Message.of(gone ? "problem.delivery.arrived" : "problem.delivery.moving"),
                    Message.of(gone ? "problem.delivery.arrived.remedy" : "problem.delivery.moving.remedy"));
        }
        return delivery;
    }

    private void makeAgain(Change change, Message said) {
        Delivery delivery = change.delivery();
        delivery.pages = (int) pages.of(delivery.scanId).stream()
                .filter(page -> !page.edited().isLeftOut())
                .count();
        delivery.legs.forEach(leg -> claims.release(leg.id));
        change.makeAgain();
        change.say(said, "");
    }
}
