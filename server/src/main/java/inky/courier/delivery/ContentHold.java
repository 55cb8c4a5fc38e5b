package inky.courier.delivery;

import java.util.Set;
import java.util.UUID;

/** Whoever still hands the contents of deliveries out, though all of them have arrived; retention leaves those alone. */
public interface ContentHold {
    Set<UUID> deliveriesInUse();
}
