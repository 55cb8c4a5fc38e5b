package inky.courier.device;

import inky.courier.connection.ProbeReport;
import inky.courier.core.access.Right;
import inky.courier.device.DeviceSearch.FoundAddress;
import inky.courier.device.DeviceSearch.RangePart;
import inky.courier.device.DeviceService.DeviceForm;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.device.DeviceService.Look;
import inky.courier.device.DeviceService.LookForm;
import inky.courier.device.SnmpTrials.SnmpForm;
import inky.courier.device.SnmpTrials.SnmpTrial;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import java.util.List;
import java.util.UUID;
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
@RequestMapping("/api/devices")
class DeviceController {
    private final DeviceService devices;
    private final DeviceSearch search;
    private final DeviceProbe probe;
    private final DeviceStates states;
    private final SnmpTrials trials;

    DeviceController(
            DeviceService devices, DeviceSearch search, DeviceProbe probe, DeviceStates states, SnmpTrials trials) {
        this.states = states;
        this.trials = trials;
        this.devices = devices;
        this.search = search;
        this.probe = probe;
    }

    @Needs(Right.READ_DELIVERIES)
    @GetMapping
    ListPart<DeviceView> listDevices(
            @ParameterObject ListRequest wanted, @RequestParam(defaultValue = "false") boolean printing) {
        return devices.list(wanted, printing);
    }

    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/places")
    List<DeviceService.DevicePlace> listPlaces() {
        return devices.places();
    }

    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/{id}")
    DeviceView getDevice(@PathVariable UUID id) {
        return devices.get(id);
    }

    /** @param days up to now, 1 to 92 */
    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/{id}/history")
    DeviceStates.DeviceHistory getDeviceHistory(@PathVariable UUID id, @RequestParam(defaultValue = "1") int days) {
        return states.history(devices.get(id).id(), days);
    }

    /** Each step of the way to it, up to the first that fails. */
    @Needs(Right.ACT_ON_DELIVERIES)
    @PostMapping("/{id}/probe")
    ProbeReport probeDevice(@PathVariable UUID id) {
        return probe.of(devices.get(id).id());
    }

    @PostMapping("/look")
    Look lookAtDevice(@RequestBody LookForm form) {
        return devices.look(form);
    }

    /** What announces itself on the network; listens for some seconds. */
    @PostMapping("/search/announced")
    List<FoundAddress> listAnnounced() {
        return search.announced();
    }

    /** @param from how many of it were looked at before */
    record RangeForm(String range, int from) {}

    @PostMapping("/search/range")
    RangePart lookAtRange(@RequestBody RangeForm form) {
        return search.look(form.range(), form.from());
    }

    record DeviceTableForm(String file) {}

    @PostMapping("/search/table")
    List<FoundAddress> readDeviceTable(@RequestBody DeviceTableForm form) {
        return search.read(form.file());
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    DeviceView addDevice(@RequestBody DeviceForm form) {
        return devices.add(form);
    }

    @PutMapping("/{id}")
    DeviceView changeDevice(
            @PathVariable UUID id,
            @RequestBody DeviceForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return devices.change(id, form, version);
    }

    @Needs(Right.ACT_ON_DELIVERIES)
    @PostMapping("/{id}/refresh")
    DeviceView refreshDevice(@PathVariable UUID id) {
        return devices.refresh(id);
    }

    /** Asks it by SNMP in a way that may not have been saved yet. */
    @PostMapping("/{id}/snmp")
    SnmpTrial trySnmp(@PathVariable UUID id, @RequestBody SnmpForm form) {
        return trials.ask(id, form);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteDevice(@PathVariable UUID id) {
        devices.delete(id);
    }
}
