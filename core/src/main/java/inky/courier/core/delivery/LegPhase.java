package inky.courier.core.delivery;

/** Where one delivery to one destination stands, in a word; {@link LegState} says it whole. */
public enum LegPhase {
    /** For its turn, for the next try, or for somebody to mend the set-up. */
    WAITING,
    /** A transfer is under way. */
    MOVING,
    /** A person has put it aside. */
    HELD,
    /** The far side has taken it. */
    ACCEPTED,
    /** Cannot go as it is, or shall not. */
    STOPPED
}
