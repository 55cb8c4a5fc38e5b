package inky.courier.delivery;

import inky.courier.destination.Outcome;
import inky.courier.web.Json;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.core.type.TypeReference;

/** What became of each recipient of a leg, over several tries. */
final class Recipients {
    private Recipients() {}

    static List<Outcome.Recipient> read(String json) {
        return Json.read(json, new TypeReference<List<Outcome.Recipient>>() {});
    }

    /** The newest word counts, but who has it has it. */
    static List<Outcome.Recipient> merge(List<Outcome.Recipient> before, List<Outcome.Recipient> now) {
        Map<String, Outcome.Recipient> all = new LinkedHashMap<>();
        before.forEach(r -> all.put(r.address(), r));
        now.forEach(r -> all.merge(r.address(), r, (old, young) -> old.accepted() ? old : young));
        return new ArrayList<>(all.values());
    }
}
