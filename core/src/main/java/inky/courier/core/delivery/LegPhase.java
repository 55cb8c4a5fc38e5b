package inky.courier.core.delivery;

import java.util.Set;

/** Where one delivery to one destination stands. */
public enum LegState {
    /** For its turn, for the next try, or for somebody to mend the set-up. */
    WAITING,
    /** A transfer is under way. */
    MOVING,
    /** The far side has taken it. */
    ACCEPTED,
    /** Cannot go as it is. */
    STOPPED;

    /** The states that may follow. MOVING to WAITING is also what follows a machine that died during the transfer. */
    public Set<LegState> next() {
        return switch (this) {
            case WAITING -> Set.of(MOVING, STOPPED);
            case MOVING -> Set.of(ACCEPTED, WAITING, STOPPED);
            case STOPPED -> Set.of(WAITING);
            case ACCEPTED -> Set.of();
        };
    }

    /** The given state, if it may follow. @throws IllegalStateException if it may not */
    public LegState to(LegState following) {
        if (!next().contains(following)) {
            throw new IllegalStateException(this + " to " + following);
        }
        return following;
    }
}
