package inky.courier.core.delivery;

import java.time.Instant;
import java.util.Optional;

/**
 * The life of one leg. Each method is something that happens to it and gives the state that follows; a state in which it
 * cannot happen throws {@link IllegalStateException}. What has been accepted never moves again.
 */
public sealed interface LegState {
    LegPhase phase();

    /** A try begins. */
    default LegState begun() {
        throw impossible("begin");
    }

    /** It may not begin yet: the route is paused or busy, or an earlier one goes first. */
    default LegState postponed(Instant until, Optional<Setback> setback) {
        throw impossible("be postponed");
    }

    /** All has been sent; only the far side's word is missing. */
    default LegState handedOver() {
        throw impossible("be handed over");
    }

    /** A part of it has been accepted, and more is to come: nothing of what was handed over is in doubt any more. */
    default LegState partArrived() {
        throw impossible("arrive in part");
    }

    /** @param known whether the far side could be asked, so that it is there exactly once */
    default LegState arrived(boolean known) {
        throw impossible("arrive");
    }

    /** @param next when to try again; empty for never. @param perhaps whether it may have arrived all the same */
    default LegState failed(Setback setback, Optional<Instant> next, boolean perhaps) {
        throw impossible("fail");
    }

    /** The instance that carried it is gone. @param next when to try again; empty for never */
    default LegState revived(Setback why, Optional<Instant> next) {
        throw impossible("be revived");
    }

    /** A person asks for another try. */
    default LegState askedAgain() {
        throw impossible("be tried again");
    }

    /** A person puts it aside. */
    default LegState heldBack() {
        throw impossible("be held");
    }

    /** A person lets it go on. */
    default LegState released() {
        throw impossible("be released");
    }

    /** A person stops it. @param why in words, with who did: {@link Setback#calledOff} */
    default LegState calledOff(Setback why) {
        throw impossible("be called off");
    }

    private IllegalStateException impossible(String what) {
        return new IllegalStateException("a leg that is " + phase() + " cannot " + what);
    }

    /**
     * For its turn, for the next try, or for the set-up to be mended.
     *
     * @param setback what the last try met; empty before the first and after a person asked for a new one
     * @param maybeThere whether an earlier try may have arrived all the same
     */
    record Waiting(Optional<Setback> setback, Optional<Instant> next, boolean maybeThere) implements LegState {
        public static final Waiting FIRST = anew(false);

        private static Waiting anew(boolean maybeThere) {
            return new Waiting(Optional.empty(), Optional.empty(), maybeThere);
        }

        @Override
        public LegPhase phase() {
            return LegPhase.WAITING;
        }

        @Override
        public LegState begun() {
            return new Moving(false, maybeThere);
        }

        @Override
        public LegState postponed(Instant until, Optional<Setback> why) {
            return new Waiting(why.or(() -> setback), Optional.of(until), maybeThere);
        }

        @Override
        public LegState askedAgain() {
            return anew(maybeThere);
        }

        @Override
        public LegState heldBack() {
            return new Held(maybeThere);
        }

        @Override
        public LegState calledOff(Setback why) {
            return new Stopped(Optional.of(why), maybeThere);
        }
    }

    /**
     * A transfer is under way.
     *
     * @param allSent whether only the far side's word is missing
     */
    record Moving(boolean allSent, boolean maybeThere) implements LegState {
        @Override
        public LegPhase phase() {
            return LegPhase.MOVING;
        }

        @Override
        public LegState handedOver() {
            return new Moving(true, maybeThere);
        }

        @Override
        public LegState partArrived() {
            return new Moving(false, maybeThere);
        }

        @Override
        public LegState arrived(boolean known) {
            return new Accepted(maybeThere && !known);
        }

        @Override
        public LegState failed(Setback setback, Optional<Instant> next, boolean perhaps) {
            boolean maybe = maybeThere || perhaps;
            return next.isPresent()
                    ? new Waiting(Optional.of(setback), next, maybe)
                    : new Stopped(Optional.of(setback), maybe);
        }

        @Override
        public LegState revived(Setback why, Optional<Instant> next) {
            boolean maybe = maybeThere || allSent;
            return next.isPresent() ? new Waiting(Optional.empty(), next, maybe) : new Stopped(Optional.of(why), maybe);
        }
    }

    /** A person has put it aside. */
    record Held(boolean maybeThere) implements LegState {
        @Override
        public LegPhase phase() {
            return LegPhase.HELD;
        }

        @Override
        public LegState released() {
            return Waiting.anew(maybeThere);
        }

        @Override
        public LegState calledOff(Setback why) {
            return new Stopped(Optional.of(why), maybeThere);
        }
    }

    /** The far side has it. @param possiblyTwice an earlier try may have arrived too, and it could not be asked */
    record Accepted(boolean possiblyTwice) implements LegState {
        @Override
        public LegPhase phase() {
            return LegPhase.ACCEPTED;
        }
    }

    /** Cannot go as it is, or shall not. */
    record Stopped(Optional<Setback> setback, boolean maybeThere) implements LegState {
        @Override
        public LegPhase phase() {
            return LegPhase.STOPPED;
        }

        @Override
        public LegState askedAgain() {
            return Waiting.anew(maybeThere);
        }

        @Override
        public LegState calledOff(Setback why) {
            return new Stopped(Optional.of(why), maybeThere);
        }
    }
}
