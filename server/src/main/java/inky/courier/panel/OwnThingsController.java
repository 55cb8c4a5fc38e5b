package inky.courier.panel;

import inky.courier.consent.ConsentRequests.ConsentRequest;
import inky.courier.consent.Consents.WithdrawnConsent;
import inky.courier.destination.Folders.FolderListing;
import inky.courier.panel.OwnThings.Mine;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The panel's questions; as for {@link WalkUpController}, the guest is who is signed in at this device. */
@RestController
@RequestMapping("/api/panel/{device}")
class OwnThingsController {
    private final OwnThings own;

    OwnThingsController(OwnThings own) {
        this.own = own;
    }

    @GetMapping("/mine")
    Mine panelMine(@PathVariable UUID device, @AuthenticationPrincipal PanelSessions.Guest guest) {
        return own.mine(guest);
    }

    @PostMapping("/mine/seen")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void panelNewsSeen(@PathVariable UUID device, @AuthenticationPrincipal PanelSessions.Guest guest) {
        own.seen(guest);
    }

    @DeleteMapping("/mine/consents/{destination}")
    WithdrawnConsent withdrawOwnConsent(
            @PathVariable UUID device,
            @PathVariable UUID destination,
            @AuthenticationPrincipal PanelSessions.Guest guest) {
        return own.withdraw(guest, destination);
    }

    record ConsentOrder(UUID destinationId) {}

    @PostMapping("/consents")
    ConsentRequest askConsent(
            @PathVariable UUID device,
            @RequestBody ConsentOrder order,
            @AuthenticationPrincipal PanelSessions.Guest guest) {
        return own.invite(guest, order.destinationId());
    }

    @GetMapping("/consents/{request}")
    ConsentRequest consentState(
            @PathVariable UUID device, @PathVariable UUID request, @AuthenticationPrincipal PanelSessions.Guest guest) {
        return own.request(guest, request);
    }

    @GetMapping("/destinations/{destination}/folders")
    FolderListing panelFolders(
            @PathVariable UUID device,
            @PathVariable UUID destination,
            @RequestParam(defaultValue = "") String path,
            @RequestParam(defaultValue = "") String after,
            @AuthenticationPrincipal PanelSessions.Guest guest) {
        return own.folders(guest, destination, path, after);
    }

    record NewPanelFolder(String path, String name) {}

    @PostMapping("/destinations/{destination}/folders")
    FolderListing makePanelFolder(
            @PathVariable UUID device,
            @PathVariable UUID destination,
            @RequestBody NewPanelFolder folder,
            @AuthenticationPrincipal PanelSessions.Guest guest) {
        return own.makeFolder(guest, destination, folder.path(), folder.name());
    }
}
