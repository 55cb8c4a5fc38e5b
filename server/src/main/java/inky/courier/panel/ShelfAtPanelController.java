package inky.courier.panel;

import inky.courier.scan.ScanService.ScanView;
import inky.courier.shelf.ShelfDocuments;
import inky.courier.shelf.ShelfDocuments.ShelfDocument;
import inky.courier.shelf.ShelfDocuments.ShelfPart;
import inky.courier.shelf.ShelfDocuments.ShelfPlace;
import inky.courier.shelf.ShelfDocuments.ShelfRequest;
import inky.courier.shelf.ShelfDocuments.ShelfView;
import inky.courier.shelf.ShelfPictures;
import inky.courier.signin.Source;
import inky.courier.web.StreamedContent;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The shelf at a device; as for {@link WalkUpController}, the user is who is signed in there. */
@RestController
@RequestMapping("/api/panel/{device}/shelf")
class ShelfAtPanelController {
    private final ShelfAtPanel shelf;
    private final ShelfDocuments documents;
    private final ShelfPictures pictures;

    ShelfAtPanelController(ShelfAtPanel shelf, ShelfDocuments documents, ShelfPictures pictures) {
        this.shelf = shelf;
        this.documents = documents;
        this.pictures = pictures;
    }

    /** @param jobs by which documents can go on from here */
    record ShelfHere(List<ShelfView> shelves, List<UUID> jobs) {}

    record PasscodeAtPanel(@Nullable String passcode) {}

    record NameAtPanel(@Nullable String name) {}

    record DocumentsAtPanel(
            @Nullable List<UUID> ids, @Nullable ShelfPlace to) {}

    /** @param settings that were chosen, by path */
    record ShelfOrder(UUID jobId, UUID documentId, @Nullable Map<String, String> settings) {}

    @GetMapping
    ShelfHere panelShelf(@PathVariable UUID device, @AuthenticationPrincipal PanelUser user) {
        return new ShelfHere(documents.shelves(shelf.visitor(user)), shelf.jobs(user));
    }

    @PostMapping("/folders/{folder}/open")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void openFolderAtPanel(
            @PathVariable UUID device,
            @PathVariable UUID folder,
            @RequestBody PasscodeAtPanel given,
            @AuthenticationPrincipal PanelUser user,
            HttpServletRequest request) {
        documents.open(shelf.visitor(user), folder, given.passcode(), Source.of(request));
    }

    @GetMapping("/documents")
    ShelfPart documentsAtPanel(
            @PathVariable UUID device, @ParameterObject ShelfRequest asked, @AuthenticationPrincipal PanelUser user) {
        return documents.part(shelf.visitor(user), asked);
    }

    @GetMapping(value = "/documents/{id}/thumbnail", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> thumbnailAtPanel(
            @PathVariable UUID device, @PathVariable UUID id, @AuthenticationPrincipal PanelUser user) {
        return StreamedContent.passingPicture(documents.thumbnail(shelf.visitor(user), id));
    }

    @GetMapping(value = "/documents/{id}/pages/{number}", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> pageAtPanel(
            @PathVariable UUID device,
            @PathVariable UUID id,
            @PathVariable int number,
            @AuthenticationPrincipal PanelUser user)
            throws IOException {
        return StreamedContent.passingPicture(pictures.page(shelf.visitor(user), id, number));
    }

    @PutMapping("/documents/{id}/name")
    ShelfDocument renameAtPanel(
            @PathVariable UUID device,
            @PathVariable UUID id,
            @RequestBody NameAtPanel wanted,
            @AuthenticationPrincipal PanelUser user) {
        return documents.rename(shelf.visitor(user), id, wanted.name());
    }

    @PostMapping("/documents/move")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void moveAtPanel(
            @PathVariable UUID device, @RequestBody DocumentsAtPanel wanted, @AuthenticationPrincipal PanelUser user) {
        documents.move(shelf.visitor(user), wanted.ids(), wanted.to());
    }

    @PostMapping("/documents/copy")
    List<UUID> copyAtPanel(
            @PathVariable UUID device, @RequestBody DocumentsAtPanel wanted, @AuthenticationPrincipal PanelUser user) {
        return documents.copy(shelf.visitor(user), wanted.ids(), wanted.to());
    }

    @PostMapping("/documents/delete")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteAtPanel(
            @PathVariable UUID device, @RequestBody DocumentsAtPanel wanted, @AuthenticationPrincipal PanelUser user) {
        documents.remove(shelf.visitor(user), wanted.ids());
    }

    @PostMapping("/documents/restore")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void restoreAtPanel(
            @PathVariable UUID device, @RequestBody DocumentsAtPanel wanted, @AuthenticationPrincipal PanelUser user) {
        documents.restore(shelf.visitor(user), wanted.ids());
    }

    @PostMapping("/scans")
    ScanView openFromShelf(
            @PathVariable UUID device, @RequestBody ShelfOrder order, @AuthenticationPrincipal PanelUser user) {
        return shelf.open(user, order.jobId(), order.documentId(), order.settings());
    }
}
