package inky.courier.delivery;

import inky.courier.destination.Outcome;
import inky.courier.web.Json;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.core.type.TypeReference;

/** What became of each recipient of a leg, over several tries. */
public final class Recipients {
    private Recipients() {}

    static List<Outcome.Recipient> read(String json) {
        return Json.read(json, new TypeReference<List<Outcome.Recipient>>() {});
    }

    /** The newest word on each message counts, but who has it has it. */
    static List<Outcome.Recipient> merge(List<Outcome.Recipient> before, List<Outcome.Recipient> now) {
        Map<List<String>, Outcome.Recipient> all = new LinkedHashMap<>();
        before.forEach(r -> all.put(List.of(r.address(), r.message()), r));
        now.forEach(r -> all.merge(List.of(r.address(), r.message()), r, (old, young) -> old.accepted() ? old : young));
        return new ArrayList<>(all.values());
    }

    /** As a leg keeps it, with one word for each recipient: who has not got all messages has not got it. */
    public static List<Outcome.Recipient> byAddress(String json) {
        return byAddress(read(json));
    }

    private static List<Outcome.Recipient> byAddress(List<Outcome.Recipient> all) {
        Map<String, Outcome.Recipient> each = new LinkedHashMap<>();
        all.forEach(r -> each.merge(r.address(), r, (one, other) -> one.accepted() ? other : one));
        return new ArrayList<>(each.values());
    }
}
