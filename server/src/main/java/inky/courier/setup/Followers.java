package inky.courier.setup;

import inky.courier.core.office.Change;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** All that follows from changes that were not made in a form. */
@Component
class Followers {
    private final ObjectProvider<Follower> found;

    /** @param found looked up late: who follows also makes changes */
    Followers(ObjectProvider<Follower> found) {
        this.found = found;
    }

    /** The changes, and then what follows from them. @param said items that were given as they are to be */
    List<Change> with(Office now, List<Change> changes, Set<Reference> said) {
        Office after = SetUp.applied(now, changes);
        Stream<Change> following =
                found.orderedStream().flatMap(follower -> follower.follow(now, after, said).stream());
        return Stream.concat(changes.stream(), following).toList();
    }
}
