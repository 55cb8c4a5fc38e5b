package inky.courier.core.delivery;

/** Why something does not arrive: one sentence for a person, one remedy, and whether waiting helps. */
public interface Cause {
    /** What a cause is about. */
    enum Scope {
        /** The way itself: all that goes this way is held up. */
        ROUTE,
        /** This delivery alone; others may pass. */
        THIS_ONE
    }

    /** Stable, for grouping. */
    String code();

    Lasting lasting();

    Scope scope();

    String sentence();

    String remedy();
}
