package inky.courier.core.delivery;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertInstanceOf;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.delivery.LegState.Accepted;
import inky.courier.core.delivery.LegState.Held;
import inky.courier.core.delivery.LegState.Moving;
import inky.courier.core.delivery.LegState.Stopped;
import inky.courier.core.delivery.LegState.Waiting;
import inky.courier.core.mail.MailCause;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.UnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

class DeliveryTest {
    private static final Instant START = Instant.parse("2026-11-24T10:00:00Z");
    private static final Setback PASSES = Setback.of(ConnectionCause.LINE_LOST, "");
    private static final Setback MENDABLE = Setback.of(MailCause.SIGN_IN_REFUSED, "535 5.7.8 no");
    private static final Setback FINAL = Setback.of(MailCause.RECIPIENT_UNKNOWN, "550 5.1.1 no");

    private static final UnaryOperator<LegState> ARRIVED = state -> state.arrived(false);
    private static final UnaryOperator<LegState> REVIVED = state -> state.revived(FINAL, Optional.of(START));
    private static final UnaryOperator<LegState> DIED_OF = state -> state.revived(FINAL, Optional.empty());

    /** Everything that can happen, in the order of the table's columns. */
    private static final List<UnaryOperator<LegState>> HAPPENINGS = List.of(
            LegState::begun,
            state -> state.postponed(START, Optional.empty()),
            LegState::handedOver,
            LegState::partArrived,
            ARRIVED,
            state -> state.failed(PASSES, Optional.of(START), false),
            state -> state.failed(FINAL, Optional.empty(), false),
            REVIVED,
            DIED_OF,
            LegState::askedAgain,
            LegState::heldBack,
            LegState::released,
            state -> state.calledOff(Setback.calledOff("Maud", "a test page")));

    /** Every state with every event: what follows, or a dash where it cannot happen. */
    @ParameterizedTest
    @CsvSource({
        "WAITING,  MOVING,  WAITING, -,      -,      -,        -,       -,       -,       -,       WAITING, HELD, -,       STOPPED",
        "MOVING,   -,       -,       MOVING, MOVING, ACCEPTED, WAITING, STOPPED, WAITING, STOPPED, -,       -,    -,       -",
        "HELD,     -,       -,       -,      -,      -,        -,       -,       -,       -,       -,       -,    WAITING, STOPPED",
        "ACCEPTED, -,       -,       -,      -,      -,        -,       -,       -,       -,       -,       -,    -,       -",
        "STOPPED,  -,       -,       -,      -,      -,        -,       -,       -,       -,       WAITING, -,    -,       STOPPED",
    })
    void everyEventInEveryState(
            String state,
            String begins,
            String postponed,
            String handedOver,
            String inPart,
            String arrived,
            String failed,
            String gaveUp,
            String revived,
            String diedOf,
            String again,
            String held,
            String released,
            String off) {
        List<String> wanted = List.of(
                begins,
                postponed,
                handedOver,
                inPart,
                arrived,
                failed,
                gaveUp,
                revived,
                diedOf,
                again,
                held,
                released,
                off);
        LegState from = example(LegPhase.valueOf(state));
        for (int i = 0; i < HAPPENINGS.size(); i++) {
            UnaryOperator<LegState> happening = HAPPENINGS.get(i);
            if (wanted.get(i).equals("-")) {
                assertThrows(IllegalStateException.class, () -> happening.apply(from));
            } else {
                assertEquals(
                        LegPhase.valueOf(wanted.get(i)), happening.apply(from).phase(), "column " + (i + 1));
            }
        }
    }

    private static LegState example(LegPhase phase) {
        return switch (phase) {
            case WAITING -> Waiting.FIRST;
            case MOVING -> new Moving(false, false);
            case HELD -> new Held(false);
            case ACCEPTED -> new Accepted(false);
            case STOPPED -> new Stopped(Optional.of(FINAL), false);
        };
    }

    static List<Long> seeds() {
        return IntStream.range(0, 40).mapToObj(i -> 7_000L + i).toList();
    }

    /** Whatever happens in whatever order: what may have arrived stays marked until the far side could be asked. */
    @ParameterizedTest
    @MethodSource("seeds")
    void whatMayHaveArrivedIsNeverForgotten(long seed) {
        Random random = new Random(seed);
        LegState state = Waiting.FIRST;
        boolean maybe = false;
        for (int i = 0; i < 4_000 && !(state instanceof Accepted); i++) {
            UnaryOperator<LegState> happening = HAPPENINGS.get(random.nextInt(HAPPENINGS.size()));
            boolean known = random.nextInt(4) == 0;
            LegState before = state;
            try {
                state = happening == ARRIVED ? before.arrived(known) : happening.apply(before);
            } catch (IllegalStateException e) {
                continue;
            }
            // Of all that happens, only the end of the instance leaves it open what became of a leg.
            maybe |= before instanceof Moving moving
                    && moving.allSent()
                    && (happening == REVIVED || happening == DIED_OF);
            if (state instanceof Accepted accepted) {
                assertEquals(maybe && !known, accepted.possiblyTwice());
            }
        }
        assertInstanceOf(Accepted.class, state);
    }

    // RFC 5321 section 4.5.4.1: at least 30 minutes between later tries, and giving up after 4 days at the earliest
    @Test
    void triesGrowRarerAndEndAfterFourDays() {
        Instant now = START;
        Random random = new Random(4541);
        int tries = 0;
        Duration last = Duration.ZERO;
        Optional<Instant> next = RetrySchedule.next(PASSES, 1, START, now, random);
        while (next.isPresent()) {
            last = Duration.between(now, next.get());
            assertTrue(!last.isNegative() && !last.isZero());
            now = next.get();
            tries++;
            next = RetrySchedule.next(PASSES, tries + 1, START, now, random);
        }
        assertTrue(
                last.compareTo(Duration.ofMinutes(30)) >= 0 && last.compareTo(Duration.ofMinutes(36)) <= 0,
                "last pause " + last);
        assertTrue(
                Duration.between(START, now).compareTo(Duration.ofDays(4).minusMinutes(37)) > 0,
                "gave up after " + Duration.between(START, now));
    }

    @Test
    void whatCannotGoIsNotTriedAndWhatWaitsForAPersonAsksSeldom() {
        Random random = new Random(1);
        assertEquals(Optional.empty(), RetrySchedule.next(FINAL, 1, START, START, random));
        Instant next = RetrySchedule.next(MENDABLE, 1, START, START, random).orElseThrow();
        assertTrue(Duration.between(START, next).compareTo(Duration.ofMinutes(15)) >= 0);
    }

    // RFC 9110 section 10.2.3: Retry-After is how long the far side wants to be left alone
    @Test
    void theFarSidesOwnWishIsHonouredButNotWithoutEnd() {
        Random random = new Random(3);
        Setback asks = PASSES.asking(Duration.ofMinutes(7));
        Duration pause = Duration.between(
                START, RetrySchedule.next(asks, 1, START, START, random).orElseThrow());
        assertTrue(pause.compareTo(Duration.ofMinutes(7)) >= 0, pause.toString());
        Setback forEver = PASSES.asking(Duration.ofDays(400));
        assertTrue(RetrySchedule.next(forEver, 1, START, START, random).isPresent());
    }

    @Test
    void legsThatFailedTogetherDoNotComeBackTogether() {
        Random random = new Random(2);
        long different = IntStream.range(0, 200)
                .mapToObj(
                        i -> RetrySchedule.next(PASSES, 3, START, START, random).orElseThrow())
                .distinct()
                .count();
        assertTrue(different > 150);
    }

    @Test
    void aRouteThatFailsRepeatedlyIsPausedAndOneThatAPersonMustMendAtOnce() {
        Random random = new Random(5);
        RouteHealth health = RouteHealth.WELL;
        for (int i = 1; i < RouteHealth.FAILURES; i++) {
            health = health.afterFailure(PASSES, START, random);
            assertInstanceOf(RouteHealth.Well.class, health);
        }
        assertSame(RouteHealth.WELL, health.afterSuccess());
        assertInstanceOf(RouteHealth.Paused.class, health.afterFailure(PASSES, START, random));
        assertInstanceOf(RouteHealth.Paused.class, RouteHealth.WELL.afterFailure(MENDABLE, START, random));
        // One unknown mailbox says nothing about the server.
        assertSame(health, health.afterFailure(FINAL, START, random));
    }

    @Test
    void aPausedRouteIsAskedEverMoreSeldomAndKeepsItsBeginning() {
        Random random = new Random(6);
        RouteHealth health = new RouteHealth.Paused(PASSES, START, 0, START);
        Duration before = Duration.ZERO;
        for (int i = 0; i < 4; i++) {
            health = health.afterQuestion(PASSES, START, random);
            RouteHealth.Paused paused = (RouteHealth.Paused) health;
            Duration pause = Duration.between(START, paused.nextQuestion());
            assertTrue(pause.compareTo(before) > 0, pause + " after " + before);
            assertEquals(START, paused.since());
            before = pause;
        }
    }

    @Test
    void whatAFarSideSaysIsOneLineOfBoundedLength() {
        Setback setback = Setback.of(ConnectionCause.LINE_LOST, "451 one\r\n451 two\u0007" + "x".repeat(900));
        assertTrue(setback.reply().startsWith("451 one 451 two xxx"));
        assertTrue(setback.reply().length() <= 501);
    }
}
