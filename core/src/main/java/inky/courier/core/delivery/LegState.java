package inky.courier.core.delivery;

import java.time.Instant;
import java.util.Optional;

/**
 * The life of one leg. What happens is an {@link Event}; a state says what follows, or that it cannot happen. What has
 * been accepted never moves again.
 */
public sealed interface LegState {
    LegPhase phase();

    /** @throws IllegalStateException when the event cannot happen in this state */
    LegState after(Event event);

    /**
     * For its turn, for the next try, or for the set-up to be mended.
     *
     * @param setback what the last try met; empty before the first and after a person asked for a new one
     * @param maybeThere whether an earlier try may have arrived all the same
     */
    record Waiting(Optional<Setback> setback, Optional<Instant> next, boolean maybeThere) implements LegState {
        public static final Waiting FIRST = new Waiting(Optional.empty(), Optional.empty(), false);

        @Override
        public LegPhase phase() {
            return LegPhase.WAITING;
        }

        @Override
        public LegState after(Event event) {
            if (event instanceof Event.Begins) {
                return new Moving(false, maybeThere);
            }
            if (event instanceof Event.Postponed postponed) {
                return new Waiting(postponed.setback.or(() -> setback), Optional.of(postponed.until), maybeThere);
            }
            if (event instanceof Event.AskedAgain) {
                return new Waiting(Optional.empty(), Optional.empty(), maybeThere);
            }
            if (event instanceof Event.HeldBack) {
                return new Held(maybeThere);
            }
            if (event instanceof Event.CalledOff off) {
                return new Stopped(Optional.of(off.why), maybeThere);
            }
            throw event.impossibleIn(this);
        }
    }

    /**
     * A transfer is under way.
     *
     * @param handedOver whether all has been sent and only the far side's word is missing
     */
    record Moving(boolean handedOver, boolean maybeThere) implements LegState {
        @Override
        public LegPhase phase() {
            return LegPhase.MOVING;
        }

        @Override
        public LegState after(Event event) {
            if (event instanceof Event.HandedOver) {
                return new Moving(true, maybeThere);
            }
            if (event instanceof Event.Arrived arrived) {
                return new Accepted(maybeThere && !arrived.known);
            }
            if (event instanceof Event.Failed failed) {
                boolean maybe = maybeThere || failed.maybeThere;
                return failed.next.isPresent()
                        ? new Waiting(Optional.of(failed.setback), failed.next, maybe)
                        : new Stopped(Optional.of(failed.setback), maybe);
            }
            if (event instanceof Event.Revived) {
                return new Waiting(Optional.empty(), Optional.empty(), maybeThere || handedOver);
            }
            throw event.impossibleIn(this);
        }
    }

    /** A person has put it aside. */
    record Held(boolean maybeThere) implements LegState {
        @Override
        public LegPhase phase() {
            return LegPhase.HELD;
        }

        @Override
        public LegState after(Event event) {
            if (event instanceof Event.Released) {
                return new Waiting(Optional.empty(), Optional.empty(), maybeThere);
            }
            if (event instanceof Event.CalledOff off) {
                return new Stopped(Optional.of(off.why), maybeThere);
            }
            throw event.impossibleIn(this);
        }
    }

    /** The far side has it. @param possiblyTwice an earlier try may have arrived too, and it could not be asked */
    record Accepted(boolean possiblyTwice) implements LegState {
        @Override
        public LegPhase phase() {
            return LegPhase.ACCEPTED;
        }

        @Override
        public LegState after(Event event) {
            throw event.impossibleIn(this);
        }
    }

    /** Cannot go as it is, or shall not. */
    record Stopped(Optional<Setback> setback, boolean maybeThere) implements LegState {
        @Override
        public LegPhase phase() {
            return LegPhase.STOPPED;
        }

        @Override
        public LegState after(Event event) {
            if (event instanceof Event.AskedAgain) {
                return new Waiting(Optional.empty(), Optional.empty(), maybeThere);
            }
            if (event instanceof Event.CalledOff off) {
                return new Stopped(Optional.of(off.why), maybeThere);
            }
            throw event.impossibleIn(this);
        }
    }

    /** What can happen to a leg. */
    sealed interface Event {
        default IllegalStateException impossibleIn(LegState state) {
            return new IllegalStateException(
                    state.phase() + " cannot be " + getClass().getSimpleName());
        }

        /** A try begins. */
        record Begins() implements Event {}

        /** It may not begin yet: the route is paused or busy, or an earlier one goes first. */
        record Postponed(Instant until, Optional<Setback> setback) implements Event {}

        /** All has been sent; only the far side's word is missing. */
        record HandedOver() implements Event {}

        /** @param known whether the far side could be asked, so that it is there exactly once */
        record Arrived(boolean known) implements Event {}

        /** @param next when to try again; empty for never. @param maybeThere whether it may have arrived all the same */
        record Failed(Setback setback, Optional<Instant> next, boolean maybeThere) implements Event {}

        /** The instance that carried it is gone. */
        record Revived() implements Event {}

        /** A person asks for another try. */
        record AskedAgain() implements Event {}

        /** A person puts it aside. */
        record HeldBack() implements Event {}

        /** A person lets it go on. */
        record Released() implements Event {}

        /** A person stops it. @param why in words, with who did */
        record CalledOff(Setback why) implements Event {
            /** Stands where a cause would. */
            public static final String CODE = "CALLED_OFF";

            public static CalledOff by(String who, String reason) {
                String words = who + " stopped it" + (reason.isBlank() ? "." : ": " + reason.strip());
                return new CalledOff(
                        new Setback(CODE, words, "", Lasting.FOR_GOOD, Cause.Scope.THIS_ONE, "", Optional.empty()));
            }
        }
    }
}
