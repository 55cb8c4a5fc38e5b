package inky.courier.setup;

import inky.courier.core.office.Change;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import java.util.List;
import java.util.Set;

/** Items that follow others: asked when those come from a file or go back to a version, where no form has said what follows. */
public interface Follower {
    /** @param said items that were given as they are to be, and stay so @return what becomes another besides */
    List<Change> follow(Office before, Office after, Set<Reference> said);
}
