package inky.courier.delivery;

import inky.courier.connection.ProbeReport;
import inky.courier.core.delivery.Cause;
import inky.courier.core.delivery.RouteHealth;
import inky.courier.core.delivery.RouteHealth.Paused;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import java.time.Clock;
import java.time.Instant;
import java.util.Optional;
import java.util.UUID;
import java.util.random.RandomGenerator;
import org.springframework.stereotype.Component;

/** How the ways out are, as the deliveries of all instances have found them. */
@Component
class Routes {
    private final RouteBook book;
    private final Agenda agenda;
    private final Clock clock;
    private final RandomGenerator random;

    Routes(RouteBook book, Agenda agenda, Clock clock, RandomGenerator random) {
        this.book = book;
        this.agenda = agenda;
        this.clock = clock;
        this.random = random;
    }

    Optional<RouteBook.Known> known(UUID routeId) {
        return book.find(routeId);
    }

    /** Why nothing goes through a route just now; empty when it is open. */
    Optional<Paused> pause(UUID routeId) {
        return known(routeId).map(RouteBook.Known::health).flatMap(Routes::pauseOf);
    }

    private static Optional<Paused> pauseOf(RouteHealth health) {
        return health instanceof Paused paused ? Optional.of(paused) : Optional.empty();
    }

    /** When a paused route is to be asked how it is. */
    Optional<Instant> questionDue(UUID routeId) {
        return pause(routeId).map(Paused::nextQuestion);
    }

    /** @return whether it had failed before */
    boolean succeeded(UUID routeId) {
        return book.remove(routeId);
    }

    /** @return the pause, when this failure has brought one about or met one */
    Optional<Paused> failed(UUID routeId, DestinationKind kind, Setback setback) {
        if (!setback.isAboutTheRoute()) {
            return Optional.empty();
        }
        RouteHealth before = book.hold(routeId, kind);
        RouteHealth after = before.afterFailure(setback, clock.instant(), random);
        if (!after.equals(before)) {
            book.put(routeId, kind, after);
            pauseOf(after).ifPresent(paused -> agenda.asking(routeId, paused.nextQuestion()));
        }
        return pauseOf(after);
    }

    /** After a question; a route that is well is open again. */
    void answered(UUID routeId, ProbeReport report) {
        Optional<RouteBook.Known> known = known(routeId);
        Optional<Paused> paused = known.map(RouteBook.Known::health).flatMap(Routes::pauseOf);
        if (paused.isEmpty()) {
            return;
        }
        if (report.passed()) {
            book.remove(routeId);
            agenda.releasing(routeId);
            return;
        }
        Setback before = paused.get().setback();
        Setback found = report.cause() == null
                ? before
                : new Setback(
                        report.cause(),
                        report.sentence(),
                        report.remedy(),
                        before.lasting(),
                        Cause.Scope.ROUTE,
                        "",
                        Optional.empty());
        book.put(routeId, known.get().kind(), paused.get().afterQuestion(found, clock.instant(), random));
    }
}
