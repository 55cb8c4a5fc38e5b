package inky.courier.destination;

import inky.courier.connection.ProbeReport;
import inky.courier.core.access.Right;
import inky.courier.core.destination.DestinationKind;
import inky.courier.destination.DestinationService.DestinationRow;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;
import java.util.stream.Stream;
import org.springdoc.core.annotations.ParameterObject;
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
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/destinations")
class DestinationController {
    private final DestinationService destinations;
    private final DestinationProbes probes;
    private final DestinationFolders folders;

    DestinationController(DestinationService destinations, DestinationProbes probes, DestinationFolders folders) {
        this.destinations = destinations;
        this.probes = probes;
        this.folders = folders;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    ListPart<DestinationRow> listDestinations(@ParameterObject ListRequest wanted) {
        return destinations.list(wanted);
    }

    /** The kinds there are, with what is entered for each. */
    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/kinds")
    List<KindView> destinationKinds() {
        return Stream.of(DestinationKind.values()).map(KindView::of).toList();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    DestinationView getDestination(@PathVariable UUID id) {
        return destinations.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    DestinationView addDestination(@RequestBody DestinationForm form) {
        destinations.requireAble(form);
        return destinations.add(form);
    }

    @PutMapping("/{id}")
    DestinationView changeDestination(
            @PathVariable UUID id,
            @RequestBody DestinationForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        destinations.requireAble(form);
        return destinations.change(id, form, version);
    }

    /** @param id of the saved destination whose secret is meant when the form has none */
    record FolderDraft(@Nullable UUID id, DestinationForm form) {}

    record SecretChange(String secret) {}

    record NewFolder(String path, String name) {}

    @PutMapping("/{id}/secret")
    DestinationView changeDestinationSecret(@PathVariable UUID id, @RequestBody SecretChange change) {
        return destinations.changeSecret(id, change.secret());
    }

    @PostMapping("/probe")
    ProbeReport probeDestinationDraft(@RequestBody FolderDraft draft) {
        return probes.probe(draft.id(), draft.form());
    }

    @PostMapping("/{id}/probe")
    ProbeReport probeDestination(@PathVariable UUID id) {
        return probes.probe(id);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}/probes")
    List<ProbeReport> destinationProbes(@PathVariable UUID id) {
        return probes.history(id);
    }

    /** @param after the last name of the page before; empty for the first */
    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}/folders")
    Folders.FolderListing browseDestination(
            @PathVariable UUID id,
            @RequestParam(defaultValue = "") String path,
            @RequestParam(defaultValue = "") String after) {
        return folders.browse(id, path, after);
    }

    @PostMapping("/{id}/folders")
    Folders.FolderListing makeDestinationFolder(@PathVariable UUID id, @RequestBody NewFolder folder) {
        return folders.makeFolder(id, folder.path(), folder.name());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteDestination(@PathVariable UUID id) {
        destinations.delete(id);
    }
}
