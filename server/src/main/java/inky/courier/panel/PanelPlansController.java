package inky.courier.panel;

import inky.courier.core.access.Right;
import inky.courier.core.office.PanelPlanItem;
import inky.courier.panel.PanelChanges.PanelChange;
import inky.courier.panel.PanelPlaces.PlanRow;
import inky.courier.panel.PanelPlans.PanelPlanForm;
import inky.courier.panel.PanelPlans.PanelPlanRow;
import inky.courier.panel.PanelPlans.PanelPlanScope;
import inky.courier.panel.PanelPlans.PanelPlanView;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.time.Instant;
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
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/panel-plans")
class PanelPlansController {
    private final PanelPlans plans;

    PanelPlansController(PanelPlans plans) {
        this.plans = plans;
    }

    /** @param id of the plan that is changed; absent for a new one @param replaceOwn whether what panels have otherwise is given up @param at when a plan is changed so; absent for now */
    record PanelPlanOrder(
            @Nullable UUID id,
            PanelPlanForm plan,
            boolean replaceOwn,
            @Nullable Instant at) {}

    @Needs(Right.READ_SETUP)
    @GetMapping
    List<PanelPlanRow> listPanelPlans() {
        return plans.list();
    }

    /** What a plan can be for. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/scopes")
    List<PanelPlanScope> listPanelPlanScopes() {
        return plans.scopes();
    }

    /** The jobs of the office, with why devices that would follow cannot run them. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/jobs")
    List<PlanRow> listJobsForPlan(@RequestParam PanelPlanItem.Scope scope, @RequestParam(defaultValue = "") String of) {
        return plans.jobs(scope, of);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    PanelPlanView getPanelPlan(@PathVariable UUID id) {
        return plans.get(id);
    }

    /** What would become of each panel; nothing does. */
    @PostMapping("/preview")
    List<PanelChange> previewPanelPlan(@RequestBody PanelPlanOrder order) {
        return plans.preview(order.id(), order.plan(), order.replaceOwn());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    PanelPlanView addPanelPlan(@RequestBody PanelPlanOrder order) {
        return plans.add(order.plan(), order.replaceOwn());
    }

    @PutMapping("/{id}")
    PanelPlanView changePanelPlan(
            @PathVariable UUID id,
            @RequestBody PanelPlanOrder order,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return plans.change(id, order.plan(), order.replaceOwn(), order.at(), version);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deletePanelPlan(@PathVariable UUID id) {
        plans.delete(id);
    }
}
