package inky.courier.alert;

import inky.courier.core.alert.AlertSettings;
import inky.courier.core.alert.Sign;
import java.time.ZonedDateTime;
import java.util.List;

/** Sees what one rule, or some that look at the same, are about. Another rule is its constant, its source and its words. */
interface SignSource {
    /**
     * @param settings of the rules, for what has to be of some size to be a sign at all
     * @param now in the office's time
     */
    List<Sign> signs(AlertSettings settings, ZonedDateTime now);
}
