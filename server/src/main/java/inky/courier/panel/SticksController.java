package inky.courier.panel;

import inky.courier.destination.Folders.FolderListing;
import inky.courier.panel.Sticks.StickView;
import inky.courier.scan.ScanService.ScanView;
import jakarta.annotation.Nullable;
import java.util.Map;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The stick in the device; as for {@link WalkUpController}, the user is who stands there. */
@RestController
@RequestMapping("/api/panel/{device}/stick")
class SticksController {
    private final Sticks sticks;

    SticksController(Sticks sticks) {
        this.sticks = sticks;
    }

    @GetMapping
    StickView panelStick(@PathVariable UUID device, @AuthenticationPrincipal PanelUser user) {
        return sticks.look(user);
    }

    @GetMapping("/files")
    FolderListing stickFiles(
            @PathVariable UUID device,
            @RequestParam(defaultValue = "") String path,
            @RequestParam(defaultValue = "") String after,
            @AuthenticationPrincipal PanelUser user) {
        return sticks.files(user, path, after);
    }

    /** @param path of the file on the stick @param settings that were chosen, by path */
    record StickOrder(UUID jobId, String path, @Nullable Map<String, String> settings) {}

    @PostMapping("/scans")
    ScanView openFromStick(
            @PathVariable UUID device, @RequestBody StickOrder order, @AuthenticationPrincipal PanelUser user) {
        return sticks.open(user, order.jobId(), order.path(), order.settings());
    }
}
