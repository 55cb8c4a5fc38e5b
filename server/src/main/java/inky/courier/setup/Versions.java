package inky.courier.setup;

import inky.courier.audit.ChangeLog;
import inky.courier.core.office.Change;
import inky.courier.core.office.Item;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.web.Refusal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What an item of the set-up was at each time, as the change log has it, and the way back. Secrets have no versions. */
@Service
class Versions {
    private final SetUp setUp;
    private final ChangeLog log;
    private final Followers followers;

    Versions(SetUp setUp, ChangeLog log, Followers followers) {
        this.setUp = setUp;
        this.log = log;
        this.followers = followers;
    }

    /**
     * One version.
     *
     * @param id of the change that made it
     * @param number 1 for the first that is known
     * @param name what the item was called
     * @param current whether the item is so now
     * @param changed what was changed from the version before
     * @param fromNow what going back to it would change
     */
    record ItemVersion(
            long id,
            int number,
            Instant at,
            String who,
            String name,
            boolean current,
            List<ChangeView.Value> changed,
            List<ChangeView.Value> fromNow) {}

    /** The newest first. @throws Refusal when there is no such item */
    @Transactional(readOnly = true)
    List<ItemVersion> of(Reference what) {
        Item now =
                setUp.find(what).orElseThrow(() -> Refusal.notFound(what.kind().words()));
        Map<UUID, String> names = names();
        List<ChangeLog.Record> kept = log.of(what.kind(), what.id()).stream()
                .filter(record -> record.after() != null)
                .toList();
        List<ItemVersion> versions = new ArrayList<>();
        for (int i = 0; i < kept.size(); i++) {
            ChangeLog.Record record = kept.get(i);
            Item then = setUp.item(what.kind(), record.after());
            versions.add(new ItemVersion(
                    record.id(),
                    kept.size() - i,
                    record.at(),
                    record.who(),
                    then.name(),
                    then.equals(now),
                    ChangeView.of(record, names::get).differences(),
                    ChangeView.differences(now, then, names::get)));
        }
        return versions;
    }

    /**
     * Makes an item again what it was after a change; its secrets stay as they are.
     *
     * @param version of the item that was looked at; empty to replace whatever it is by now
     * @throws Refusal when that is not known, or when the item was deleted or changed meanwhile
     */
    @Transactional
    void goBack(long change, String version) {
        ChangeLog.Record record = log.find(change)
                .filter(r -> r.itemKind() != null && r.after() != null)
                .orElseThrow(() -> Refusal.notFound("version"));
        Reference what = new Reference(record.itemKind(), record.subjectId());
        if (setUp.find(what).isEmpty()) {
            throw Refusal.notFound(what.kind().words());
        }
        List<Change> back = List.of(new Change.Put(setUp.item(what.kind(), record.after())));
        setUp.change(office -> Wish.of(followers.with(office, back, Set.of())).of(what, version));
    }

    private Map<UUID, String> names() {
        Office office = setUp.office();
        Map<UUID, String> names = new HashMap<>();
        office.items().forEach(item -> names.putIfAbsent(item.id(), office.nameOf(item)));
        return names;
    }
}
