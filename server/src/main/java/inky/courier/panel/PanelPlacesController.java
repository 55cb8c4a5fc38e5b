package inky.courier.panel;

import inky.courier.core.access.Right;
import inky.courier.panel.PanelChanges.PanelChange;
import inky.courier.panel.PanelPlaces.PanelRow;
import inky.courier.panel.PanelPlaces.PlanForm;
import inky.courier.panel.PanelPlaces.PlanView;
import inky.courier.setup.ItemChange;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpHeaders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/panels")
class PanelPlacesController {
    private final PanelPlaces places;

    private final JobFindings findings;
    private final PanelCopies copies;
    private final WalkUp walkUp;

    PanelPlacesController(PanelPlaces places, JobFindings findings, PanelCopies copies, WalkUp walkUp) {
        this.places = places;
        this.findings = findings;
        this.copies = copies;
        this.walkUp = walkUp;
    }

    /** @param make whether it is done; otherwise it is only shown @param at when; absent for now */
    record CopyOrder(List<UUID> to, boolean make, @Nullable Instant at) {}

    /** The jobs of this panel on others, as far as they can run there. */
    @PostMapping("/{device}/copies")
    List<PanelChange> copyPanel(@PathVariable UUID device, @RequestBody CopyOrder order) {
        return order.make() ? copies.make(device, order.to(), order.at()) : copies.preview(device, order.to());
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    ListPart<PanelRow> listPanels(@ParameterObject ListRequest wanted) {
        return places.list(wanted);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{device}")
    PlanView getPlan(@PathVariable UUID device) {
        return places.plan(device);
    }

    @PutMapping("/{device}")
    PlanView changePlan(
            @PathVariable UUID device,
            @RequestBody PlanForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return places.change(device, form, version);
    }

    /** The labels on the panel as a person sees them, as somebody of a group does, or as anybody does; in the language that is asked for. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/{device}/labels")
    List<WalkUp.Label> panelLabels(
            @PathVariable UUID device,
            @RequestParam(required = false) @Nullable UUID person,
            @RequestParam(required = false) @Nullable String group) {
        return walkUp.labels(device, person, group);
    }

    /** Tries what these jobs send through, before they are put there, and says what stands against them. */
    @PostMapping("/{device}/probe")
    PlanView probePlan(@PathVariable UUID device, @RequestBody PlanForm form) {
        places.tryWays(form);
        return places.plan(device);
    }

    /** What would be changed so that a job runs on this device. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/{device}/fix")
    List<ItemChange> fixOfJob(@PathVariable UUID device, @RequestParam UUID job) {
        return places.fixOf(device, job);
    }

    record Fix(UUID jobId) {}

    @PostMapping("/{device}/fix")
    PlanView fixJob(@PathVariable UUID device, @RequestBody Fix fix) {
        return places.fix(device, fix.jobId());
    }

    /** @param place where the device stands */
    record PanelOfJob(UUID id, String name, String place) {}

    /** On which panels a job is. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/of-job/{id}")
    List<PanelOfJob> panelsOfJob(@PathVariable UUID id) {
        return findings.devicesOf(id).stream()
                .map(device -> new PanelOfJob(device.id(), device.name(), device.place()))
                .toList();
    }
}
