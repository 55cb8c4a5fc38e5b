package inky.courier.watch;

import inky.courier.core.access.Right;
import inky.courier.delivery.query.DeviceActivity;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.READ_DELIVERIES)
class FleetController {
    private final Fleet fleet;

    FleetController(Fleet fleet) {
        this.fleet = fleet;
    }

    @GetMapping("/api/fleet")
    Fleet.FleetSummary fleetSummary(@ParameterObject Fleet.FleetRequest wanted) {
        return fleet.summary(wanted);
    }

    /** @param group a place or a model; absent for all @param from how many are left out before the first */
    @GetMapping("/api/fleet/devices")
    Fleet.FleetPart fleetDevices(
            @ParameterObject Fleet.FleetRequest wanted,
            @RequestParam(required = false) @Nullable String group,
            @RequestParam(defaultValue = "0") int from) {
        return fleet.part(wanted, group, from);
    }

    record LookedAt(int devices) {}

    /** @param ids of those that were chosen one by one; absent for all that fit the request */
    record FleetLookForm(@Nullable List<UUID> ids) {}

    /** Has those that fit the request asked again within seconds. */
    @Needs(Right.ACT_ON_DELIVERIES)
    @PostMapping("/api/fleet/look")
    LookedAt lookAtFleet(@ParameterObject Fleet.FleetRequest wanted, @RequestBody FleetLookForm form) {
        return new LookedAt(fleet.lookSoon(wanted, form.ids()));
    }

    @GetMapping("/api/fleet/devices/{id}")
    Fleet.FleetDevice fleetDevice(@PathVariable UUID id) {
        return fleet.one(id);
    }

    /** What became of what was scanned there in the last weeks. */
    @GetMapping("/api/fleet/devices/{id}/outcomes")
    DeviceActivity.Outcomes deviceOutcomes(@PathVariable UUID id) {
        return fleet.outcomes(id);
    }
}
