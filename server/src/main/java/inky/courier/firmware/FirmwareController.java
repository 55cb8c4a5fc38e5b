package inky.courier.firmware;

import inky.courier.core.access.Right;
import inky.courier.firmware.FirmwareFiles.FirmwareComparison;
import inky.courier.firmware.FirmwareVersions.DeviceFirmwareRow;
import inky.courier.firmware.FirmwareVersions.FirmwareForm;
import inky.courier.firmware.FirmwareVersions.ModelFirmware;
import inky.courier.firmware.Updates.UpdateView;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
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
@RequestMapping("/api/firmware")
@Needs(Right.CHANGE_SETUP)
class FirmwareController {
    private static final int USUAL_AT_ONCE = 5;

    private final FirmwareVersions versions;
    private final FirmwareFiles files;
    private final Updates updates;

    FirmwareController(FirmwareVersions versions, FirmwareFiles files, Updates updates) {
        this.versions = versions;
        this.files = files;
        this.updates = updates;
    }

    /**
     * @param ids of devices that were chosen one by one; absent where a whole list was
     * @param all that a list would show; absent for no, so that nobody updates everything by leaving something out
     * @param find words as that list has them
     * @param attention only those that are behind, as that list has it
     * @param atOnce how many together, once one has come back well; absent for 5
     * @param at when it begins; absent for at once
     */
    record UpdateForm(
            @Nullable List<UUID> ids,
            @Nullable Boolean all,
            @Nullable String find,
            @Nullable Boolean attention,
            @Nullable Integer atOnce,
            @Nullable Instant at) {}

    /** @param token of what was compared; absent to compare */
    record FirmwareFileForm(@Nullable String file, @Nullable String token) {}

    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/models")
    List<ModelFirmware> listFirmwareModels() {
        return versions.models();
    }

    @PostMapping("/models")
    @ResponseStatus(HttpStatus.CREATED)
    ModelFirmware addFirmware(@RequestBody FirmwareForm form) {
        return versions.add(form);
    }

    @PutMapping("/models/{id}")
    ModelFirmware changeFirmware(
            @PathVariable UUID id,
            @RequestBody FirmwareForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return versions.change(id, form, version);
    }

    @DeleteMapping("/models/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteFirmware(@PathVariable UUID id) {
        versions.delete(id);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping(value = "/models.csv", produces = "text/csv;charset=UTF-8")
    ResponseEntity<String> exportFirmware() {
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("firmware.csv")
                                .build()
                                .toString())
                .body(files.write());
    }

    @PostMapping("/models/compare")
    FirmwareComparison compareFirmware(@RequestBody FirmwareFileForm form) {
        return files.compare(form.file());
    }

    @PostMapping("/models/import")
    FirmwareComparison importFirmware(@RequestBody FirmwareFileForm form) {
        return files.take(form.file(), form.token());
    }

    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/devices")
    ListPart<DeviceFirmwareRow> listDeviceFirmware(@ParameterObject ListRequest wanted) {
        return versions.list(wanted);
    }

    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/devices/{id}")
    DeviceFirmwareRow getDeviceFirmware(@PathVariable UUID id) {
        return versions.get(id);
    }

    /** The latest, newest first. */
    @Needs(Right.READ_DELIVERIES)
    @GetMapping("/updates")
    List<UpdateView> listFirmwareUpdates() {
        return updates.latest();
    }

    @PostMapping("/updates")
    @ResponseStatus(HttpStatus.CREATED)
    UpdateView updateFirmware(@RequestBody UpdateForm form) {
        List<UUID> ids = Boolean.TRUE.equals(form.all())
                ? versions.fitting(new ListRequest(form.find(), null, form.attention(), null, null))
                : form.ids();
        return updates.begin(versions.orders(ids), Objects.requireNonNullElse(form.atOnce(), USUAL_AT_ONCE), form.at());
    }

    /** Somebody has looked at what failed: the others are updated. */
    @PostMapping("/updates/{id}/go-on")
    UpdateView goOnWithFirmwareUpdate(@PathVariable UUID id) {
        return updates.goOn(id);
    }

    /** What has not begun yet is left as it is. */
    @DeleteMapping("/updates/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void stopFirmwareUpdate(@PathVariable UUID id) {
        updates.stop(id);
    }
}
