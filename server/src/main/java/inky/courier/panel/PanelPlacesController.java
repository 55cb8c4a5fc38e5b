package inky.courier.panel;

import inky.courier.panel.PanelPlaces.PanelRow;
import inky.courier.panel.PanelPlaces.PlanForm;
import inky.courier.panel.PanelPlaces.PlanView;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/panels")
class PanelPlacesController {
    private final PanelPlaces places;

    PanelPlacesController(PanelPlaces places) {
        this.places = places;
    }

    @GetMapping
    ListPart<PanelRow> listPanels(@ParameterObject ListRequest wanted) {
        return places.list(wanted);
    }

    @GetMapping("/{device}")
    PlanView getPlan(@PathVariable UUID device) {
        return places.plan(device);
    }

    @PutMapping("/{device}")
    PlanView changePlan(@PathVariable UUID device, @RequestBody PlanForm form) {
        return places.change(device, form);
    }

    /** Tries what these jobs send through, before they are put there, and says what stands against them. */
    @PostMapping("/{device}/probe")
    PlanView probePlan(@PathVariable UUID device, @RequestBody PlanForm form) {
        places.tryWays(form);
        return places.plan(device);
    }
}
