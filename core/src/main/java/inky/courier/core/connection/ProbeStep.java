package inky.courier.core.connection;

import inky.courier.core.message.Message;
import java.util.Locale;

/** One step of a probe; an enumeration of each area, in the order in which the steps are taken. */
public interface ProbeStep {
    String name();

    /** Where its words stand in the catalogues: {@code step.<area>.<name>}. */
    String area();

    default Message title(boolean passed) {
        String code = "step." + area() + "." + name().toLowerCase(Locale.ROOT).replace('_', '-');
        return Message.of(passed ? code : code + ".failed");
    }
}
