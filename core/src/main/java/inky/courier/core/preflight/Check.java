package inky.courier.core.preflight;

import inky.courier.core.office.Change;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Supplier;

/**
 * One thing that may go wrong, looked at before anybody scans.
 *
 * @param <T> what it looks at
 */
interface Check<T> {
    Optional<Finding> find(T at);

    /** Changes of the set-up by which it is not found any more; none where a person has to decide. @param ids new ones, for what is added */
    default List<Change> fix(T at, Supplier<UUID> ids) {
        return List.of();
    }
}
