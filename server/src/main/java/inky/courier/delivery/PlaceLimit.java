package inky.courier.delivery;

import inky.courier.web.Access;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What an account that is limited to places sees of deliveries: those that were scanned there. */
public final class PlaceLimit {
    private PlaceLimit() {}

    public static Optional<Set<String>> now() {
        return Access.places();
    }

    /** Narrows a query of deliveries {@code d}. */
    public static void add(List<String> where, Map<String, Object> values) {
        now().ifPresent(places -> {
            where.add("d.place in (:places)");
            values.put("places", places);
        });
    }

    /** The same as a condition to put behind others; nothing for who sees everything. */
    public static String and(Map<String, Object> values) {
        now().ifPresent(places -> values.put("places", places));
        return now().isPresent() ? " and d.place in (:places)" : "";
    }
}
