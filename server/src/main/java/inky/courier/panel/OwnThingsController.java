package inky.courier.panel;

import inky.courier.connection.ProbeReport;
import inky.courier.consent.ConsentRequests.ConsentRequest;
import inky.courier.consent.Consents.WithdrawnConsent;
import inky.courier.core.message.Message;
import inky.courier.destination.Folders.FolderListing;
import inky.courier.destination.OwnFolders.OwnFolder;
import inky.courier.destination.OwnFolders.OwnFolderForm;
import inky.courier.panel.OwnScans.OwnScan;
import inky.courier.panel.OwnThings.Mine;
import inky.courier.print.DocumentPrinting.PrintForm;
import inky.courier.print.DocumentPrinting.PrintPreview;
import java.util.List;
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

/** The panel's questions; as for {@link WalkUpController}, the user is who is signed in at this device. */
@RestController
@RequestMapping("/api/panel/{device}")
class OwnThingsController {
    private final OwnThings own;
    private final OwnScans scans;

    OwnThingsController(OwnThings own, OwnScans scans) {
        this.own = own;
        this.scans = scans;
    }

    @GetMapping("/mine")
    Mine panelMine(@PathVariable UUID device, @AuthenticationPrincipal PanelUser user) {
        return own.mine(user);
    }

    @PostMapping("/mine/seen")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void panelNewsSeen(@PathVariable UUID device, @AuthenticationPrincipal PanelUser user) {
        own.seen(user);
    }

    @GetMapping("/mine/scans/{delivery}")
    OwnScan ownScan(@PathVariable UUID device, @PathVariable UUID delivery, @AuthenticationPrincipal PanelUser user) {
        return scans.scan(user, delivery);
    }

    @PostMapping("/mine/scans/{delivery}/again")
    OwnScan sendOwnScanAgain(
            @PathVariable UUID device, @PathVariable UUID delivery, @AuthenticationPrincipal PanelUser user) {
        return scans.again(user, delivery);
    }

    /** @param recipients addresses, or groups of the address book */
    record OtherRecipients(List<String> recipients) {}

    @PostMapping("/mine/scans/{delivery}/to-others")
    OwnScan sendOwnScanToOthers(
            @PathVariable UUID device,
            @PathVariable UUID delivery,
            @RequestBody OtherRecipients others,
            @AuthenticationPrincipal PanelUser user) {
        return scans.toOthers(user, delivery, others.recipients());
    }

    /** What would come out where they stand; nothing is printed. */
    @PostMapping("/mine/scans/{delivery}/print/preview")
    PrintPreview previewOwnScanOnPaper(
            @PathVariable UUID device,
            @PathVariable UUID delivery,
            @RequestBody PrintForm form,
            @AuthenticationPrincipal PanelUser user) {
        return scans.preview(user, delivery, form);
    }

    @PostMapping("/mine/scans/{delivery}/print")
    OwnScan printOwnScan(
            @PathVariable UUID device,
            @PathVariable UUID delivery,
            @RequestBody PrintForm form,
            @AuthenticationPrincipal PanelUser user) {
        return scans.print(user, delivery, form);
    }

    /** What this device sent by itself is theirs, and is sent. */
    @PostMapping("/mine/unclaimed/{scan}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void claimAtPanel(@PathVariable UUID device, @PathVariable UUID scan, @AuthenticationPrincipal PanelUser user) {
        own.claim(user, scan);
    }

    @DeleteMapping("/mine/consents/{destination}")
    WithdrawnConsent withdrawOwnConsent(
            @PathVariable UUID device, @PathVariable UUID destination, @AuthenticationPrincipal PanelUser user) {
        return own.withdraw(user, destination);
    }

    /** Whether files would get there. @param remedy empty where nothing is wrong */
    record TestedFolder(boolean passed, Message sentence, Message remedy) {}

    @PostMapping("/mine/folders/test")
    TestedFolder testOwnFolder(
            @PathVariable UUID device, @RequestBody OwnFolderForm form, @AuthenticationPrincipal PanelUser user) {
        ProbeReport report = own.testFolder(form);
        return new TestedFolder(report.passed(), report.sentence(), report.remedy());
    }

    @PostMapping("/mine/folders")
    @ResponseStatus(HttpStatus.CREATED)
    OwnFolder addOwnFolder(
            @PathVariable UUID device, @RequestBody OwnFolderForm form, @AuthenticationPrincipal PanelUser user) {
        return own.addFolder(user, form);
    }

    @DeleteMapping("/mine/folders/{folder}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeOwnFolder(
            @PathVariable UUID device, @PathVariable UUID folder, @AuthenticationPrincipal PanelUser user) {
        own.removeFolder(user, folder);
    }

    @DeleteMapping("/mine/links/{link}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdrawOwnLink(@PathVariable UUID device, @PathVariable UUID link, @AuthenticationPrincipal PanelUser user) {
        own.withdrawLink(user, link);
    }

    record ConsentOrder(UUID destinationId) {}

    @PostMapping("/consents")
    ConsentRequest askConsent(
            @PathVariable UUID device, @RequestBody ConsentOrder order, @AuthenticationPrincipal PanelUser user) {
        return own.invite(user, order.destinationId());
    }

    @GetMapping("/consents/{request}")
    ConsentRequest consentState(
            @PathVariable UUID device, @PathVariable UUID request, @AuthenticationPrincipal PanelUser user) {
        return own.request(user, request);
    }

    @GetMapping("/destinations/{destination}/folders")
    FolderListing panelFolders(
            @PathVariable UUID device,
            @PathVariable UUID destination,
            @RequestParam(defaultValue = "") String path,
            @RequestParam(defaultValue = "") String after,
            @AuthenticationPrincipal PanelUser user) {
        return own.folders(user, destination, path, after);
    }

    record NewPanelFolder(String path, String name) {}

    @PostMapping("/destinations/{destination}/folders")
    FolderListing makePanelFolder(
            @PathVariable UUID device,
            @PathVariable UUID destination,
            @RequestBody NewPanelFolder folder,
            @AuthenticationPrincipal PanelUser user) {
        return own.makeFolder(user, destination, folder.path(), folder.name());
    }
}
