package inky.courier.core.delivery;

import inky.courier.core.message.Message;
import java.util.Locale;

/** Why something does not arrive; an enumeration of each area, so that its name is stable and groups what failed alike. */
public interface Cause {
    /** What a cause is about. */
    enum Scope {
        /** The way itself: all that goes this way is held up. */
        ROUTE,
        /** This delivery alone; others may pass. */
        THIS_ONE
    }

    String name();

    /** Where its words stand in the catalogues: {@code cause.<area>.<name>}. */
    String area();

    /** Whether waiting helps. */
    Lasting lasting();

    default Scope scope() {
        return Scope.ROUTE;
    }

    /** What a person is told: one sentence. */
    default Message sentence() {
        return Message.of(code());
    }

    default Message remedy() {
        return Message.of(code() + ".remedy");
    }

    private String code() {
        return "cause." + area() + "." + name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
