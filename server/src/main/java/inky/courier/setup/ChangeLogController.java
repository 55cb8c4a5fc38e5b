package inky.courier.setup;

import inky.courier.audit.ChangeLog;
import inky.courier.core.access.Right;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.setup.PlannedChanges.PlannedChange;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.READ_LOGS)
@RequestMapping("/api/changes")
class ChangeLogController {
    private final ChangeLog log;
    private final SetUp setUp;
    private final Versions versions;
    private final PlannedChanges planned;

    ChangeLogController(ChangeLog log, SetUp setUp, Versions versions, PlannedChanges planned) {
        this.log = log;
        this.setUp = setUp;
        this.versions = versions;
        this.planned = planned;
    }

    /** @param until only what was changed until then */
    @GetMapping
    List<ChangeView> changes(
            @RequestParam(defaultValue = "0") long before,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(required = false) @Nullable Instant until) {
        return views(log.newest(before, limit, find, until));
    }

    /** The last change of one thing; none when it was never changed. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/of/{id}")
    List<ChangeView> lastChange(@PathVariable UUID id) {
        return views(log.lastOf(id).stream().toList());
    }

    /** What a thing of the set-up was before, the newest version first. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/versions")
    List<Versions.ItemVersion> versionsOf(@RequestParam ItemKind kind, @RequestParam UUID id) {
        return versions.of(new Reference(kind, id));
    }

    /** Makes a thing again what it was after this change. */
    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/{id}/go-back")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void goBack(@PathVariable long id, @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        versions.goBack(id, version);
    }

    /** What is to be changed at a time, the next one first, and what could not be. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/planned")
    List<PlannedChange> plannedChanges() {
        return planned.list();
    }

    @Needs(Right.CHANGE_SETUP)
    @DeleteMapping("/planned/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void cancelPlannedChange(@PathVariable UUID id) {
        planned.cancel(id);
    }

    /** @param anyway whatever was changed since it was planned */
    record MakeNow(boolean anyway) {}

    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/planned/{id}/now")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void makePlannedChangeNow(@PathVariable UUID id, @RequestBody MakeNow how) {
        planned.makeNow(id, how.anyway());
    }

    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/{id}/undo")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void undoChange(@PathVariable long id) {
        setUp.undo(id);
    }

    private List<ChangeView> views(List<ChangeLog.Record> records) {
        Office office = setUp.office();
        Map<UUID, String> names = new HashMap<>();
        for (Item item : office.items()) {
            names.putIfAbsent(item.id(), office.nameOf(item));
        }
        return records.stream().map(record -> ChangeView.of(record, names::get)).toList();
    }
}
