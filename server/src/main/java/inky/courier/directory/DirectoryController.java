package inky.courier.directory;

import inky.courier.connection.ProbeReport;
import inky.courier.core.access.Right;
import inky.courier.directory.Directories.DirectoryForm;
import inky.courier.directory.Directories.DirectoryView;
import inky.courier.directory.DirectoryRuns.DirectoryComparison;
import inky.courier.directory.DirectoryRuns.DirectoryRun;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/directories")
class DirectoryController {
    private final Directories directories;
    private final DirectoryRuns runs;

    DirectoryController(Directories directories, DirectoryRuns runs) {
        this.directories = directories;
        this.runs = runs;
    }

    /** @param id of the saved directory whose password is meant when the form has none */
    record DirectoryDraft(@Nullable UUID id, DirectoryForm form) {}

    /** @param token of the comparison that was looked at */
    record SeenComparison(String token) {}

    @Needs(Right.READ_SETUP)
    @GetMapping
    List<DirectoryView> listDirectories() {
        return directories.list();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    DirectoryView getDirectory(@PathVariable UUID id) {
        return directories.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    DirectoryView addDirectory(@RequestBody DirectoryForm form) {
        return directories.add(form);
    }

    @PutMapping("/{id}")
    DirectoryView changeDirectory(
            @PathVariable UUID id,
            @RequestBody DirectoryForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return directories.change(id, form, version);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteDirectory(@PathVariable UUID id) {
        directories.delete(id);
    }

    @PostMapping("/probe")
    ProbeReport probeDirectoryDraft(@RequestBody DirectoryDraft draft) {
        return directories.probe(draft.id(), draft.form());
    }

    @PostMapping("/{id}/probe")
    ProbeReport probeDirectory(@PathVariable UUID id) {
        return directories.visit(id);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}/probes")
    List<ProbeReport> directoryProbes(@PathVariable UUID id) {
        return directories.history(id);
    }

    /** What would become of people by what the directory says now. */
    @PostMapping("/{id}/comparison")
    DirectoryComparison compareDirectory(@PathVariable UUID id) {
        return runs.compare(id);
    }

    @PostMapping("/{id}/people")
    DirectoryRun takePeople(@PathVariable UUID id, @RequestBody SeenComparison seen) {
        return runs.make(id, seen.token());
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}/runs")
    List<DirectoryRun> directoryRuns(@PathVariable UUID id) {
        return runs.latest(directories.get(id).id());
    }
}
