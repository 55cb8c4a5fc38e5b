package inky.courier.destination;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;

/** A way out: one implementation for each protocol. A route is what it goes through, for example a mail server. */
public interface Connector {
    record Route(UUID id, String name) {}

    Set<DestinationKind> kinds();

    Optional<Route> route(UUID id);

    /**
     * Carries a file there. Does not throw for anything that the far side or the line does.
     *
     * @param handingOver to be run when all has been sent and only the far side's word is missing: from then on it may
     *     have been accepted
     */
    Outcome deliver(Consignment consignment, Runnable handingOver);

    /** Checked when a destination is saved. @throws inky.courier.core.Invalid when these cannot be recipients */
    List<String> checkRecipients(DestinationKind kind, List<String> recipients);
}
