package inky.courier.core.preflight;

import inky.courier.core.office.Change;
import java.util.List;
import java.util.stream.Stream;

/** One thing that may be wrong anywhere in the set-up, looked for in all of it at once. */
interface OfficeCheck {
    Stream<Finding> find(WholeOffice at);

    /** Changes by which it is not found of this thing any more; none where a person has to decide. */
    default List<Change> fix(WholeOffice at, Finding found) {
        return List.of();
    }
}
