package inky.courier.core.delivery;

/** Why something does not arrive; an enumeration of each area, so that its name is stable and groups what failed alike. */
public interface Cause {
    /** What a cause is about. */
    enum Scope {
        /** The way itself: all that goes this way is held up. */
        ROUTE,
        /** This delivery alone; others may pass. */
        THIS_ONE
    }

    /** What a person is told: one sentence, one remedy; and whether waiting helps. */
    record Told(Lasting lasting, String sentence, String remedy) {}

    String name();

    Told told();

    default Scope scope() {
        return Scope.ROUTE;
    }

    default Lasting lasting() {
        return told().lasting();
    }

    default String sentence() {
        return told().sentence();
    }

    default String remedy() {
        return told().remedy();
    }
}
