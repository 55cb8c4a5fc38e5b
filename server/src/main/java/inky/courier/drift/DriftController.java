package inky.courier.drift;

import inky.courier.core.access.Right;
import inky.courier.core.fleet.DeviceField;
import inky.courier.drift.Drift.CopyPreview;
import inky.courier.drift.Drift.DeviceSettingsRow;
import inky.courier.drift.SettingRuns.RunView;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/device-settings")
@Needs(Right.CHANGE_SETUP)
class DriftController {
    private final Drift drift;
    private final SettingRuns runs;

    DriftController(Drift drift, SettingRuns runs) {
        this.drift = drift;
        this.runs = runs;
    }

    /**
     * @param ids of devices that were chosen one by one; absent where a whole list was
     * @param all that a list would show; absent for no, so that nobody sets everything by leaving something out
     * @param find words as that list has them
     * @param attention only those that differ, as that list has it
     * @param fields absent for all that are watched
     * @param at when they are set; absent for at once
     */
    record SendForm(
            @Nullable List<UUID> ids,
            @Nullable Boolean all,
            @Nullable String find,
            @Nullable Boolean attention,
            @Nullable List<DeviceField> fields,
            @Nullable Instant at) {}

    /** @param from whose wishes are copied @param devices to which @param at when they are set; absent for at once */
    record CopyForm(
            @Nullable UUID from,
            @Nullable List<DeviceField> fields,
            @Nullable List<UUID> devices,
            @Nullable Instant at) {}

    /** @param run by which they are set; absent where nothing can be set from here */
    record Copied(@Nullable RunView run) {}

    @Needs(Right.READ_DELIVERIES)
    @GetMapping
    ListPart<DeviceSettingsRow> listDeviceSettings(@ParameterObject ListRequest wanted) {
        return drift.list(wanted);
    }

    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/{id}")
    DeviceSettingsRow getDeviceSettings(@PathVariable UUID id) {
        return drift.get(id);
    }

    @PostMapping("/send")
    @ResponseStatus(HttpStatus.CREATED)
    RunView sendDeviceSettings(@RequestBody SendForm form) {
        List<UUID> ids = Boolean.TRUE.equals(form.all())
                ? drift.fitting(new ListRequest(form.find(), null, form.attention(), null, null))
                : form.ids();
        return drift.send(ids, form.fields(), form.at());
    }

    @PostMapping("/copy/preview")
    List<CopyPreview> previewCopy(@RequestBody CopyForm form) {
        return drift.preview(form.from(), form.fields(), form.devices());
    }

    @PostMapping("/copy")
    Copied copyDeviceSettings(@RequestBody CopyForm form) {
        return new Copied(drift.copy(form.from(), form.fields(), form.devices(), form.at())
                .orElse(null));
    }

    /** The latest, newest first. */
    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/runs")
    List<RunView> listSettingRuns() {
        return runs.latest();
    }

    /** Those that failed, once more. */
    @PostMapping("/runs/{id}/repeat")
    @ResponseStatus(HttpStatus.CREATED)
    RunView repeatSettingRun(@PathVariable UUID id) {
        return runs.repeat(id);
    }

    /** What has not begun yet is left as it is. */
    @DeleteMapping("/runs/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stopSettingRun(@PathVariable UUID id) {
        runs.stop(id);
    }
}
