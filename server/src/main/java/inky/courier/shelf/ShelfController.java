package inky.courier.shelf;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Event;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.shelf.ShelfDocuments.ShelfDocument;
import inky.courier.shelf.ShelfDocuments.ShelfPart;
import inky.courier.shelf.ShelfDocuments.ShelfPlace;
import inky.courier.shelf.ShelfDocuments.ShelfRequest;
import inky.courier.shelf.ShelfDocuments.ShelfView;
import inky.courier.shelf.ShelfFolders.ShelfFolderForm;
import inky.courier.shelf.ShelfFolders.ShelfFolderView;
import inky.courier.signin.Source;
import inky.courier.store.ContentStore;
import inky.courier.store.WorkFolders;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
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
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The shelf at the desk. */
@RestController
@RequestMapping("/api/shelf")
@Needs(Right.ACT_ON_DELIVERIES)
class ShelfController {
    private final ShelfDocuments documents;
    private final ShelfPictures pictures;
    private final ShelfFolders folders;
    private final ShelfUploads uploads;
    private final ContentStore store;
    private final WorkFolders work;
    private final SecurityLog log;

    ShelfController(
            ShelfDocuments documents,
            ShelfPictures pictures,
            ShelfFolders folders,
            ShelfUploads uploads,
            ContentStore store,
            WorkFolders work,
            SecurityLog log) {
        this.documents = documents;
        this.pictures = pictures;
        this.folders = folders;
        this.uploads = uploads;
        this.store = store;
        this.work = work;
        this.log = log;
    }

    record FolderPasscode(@Nullable String passcode) {}

    record NewName(@Nullable String name) {}

    record ChosenDocuments(@Nullable List<UUID> ids) {}

    record DocumentsTo(@Nullable List<UUID> ids, @Nullable ShelfPlace to) {}

    /** Of the office first, then of each device by name. */
    @Needs(Right.READ_DELIVERIES)
    @GetMapping
    List<ShelfView> shelves() {
        return documents.shelves(ShelfVisitor.atTheDesk());
    }

    @Needs(Right.OPEN_PAGES)
    @PostMapping("/folders/{id}/open")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void openShelfFolder(@PathVariable UUID id, @RequestBody FolderPasscode given, HttpServletRequest request) {
        documents.open(ShelfVisitor.atTheDesk(), id, given.passcode(), Source.of(request));
    }

    @Needs(Right.OPEN_PAGES)
    @GetMapping("/documents")
    ShelfPart shelfDocuments(@ParameterObject ShelfRequest asked) {
        return documents.part(ShelfVisitor.atTheDesk(), asked);
    }

    @PostMapping(value = "/documents", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.CREATED)
    ShelfDocument bringToShelf(
            @RequestParam("file") MultipartFile file,
            @RequestParam UUID folder,
            @RequestParam(required = false) @Nullable UUID device)
            throws IOException {
        Path made = work.make();
        try {
            Path kept = made.resolve("brought.bin");
            file.transferTo(kept);
            String name = file.getOriginalFilename();
            return uploads.bring(
                    ShelfVisitor.atTheDesk(), new ShelfPlace(folder, device), name == null ? "" : name, kept);
        } finally {
            work.remove(made);
        }
    }

    @Needs(Right.OPEN_PAGES)
    @GetMapping("/documents/{id}")
    ShelfDocument shelfDocument(@PathVariable UUID id) {
        return documents.get(ShelfVisitor.atTheDesk(), id);
    }

    @Needs(Right.OPEN_PAGES)
    @GetMapping(value = "/documents/{id}/thumbnail", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> shelfThumbnail(@PathVariable UUID id) {
        return StreamedContent.picture(documents.thumbnail(ShelfVisitor.atTheDesk(), id));
    }

    @Needs(Right.OPEN_PAGES)
    @GetMapping(value = "/documents/{id}/pages/{number}", produces = MediaType.IMAGE_JPEG_VALUE)
    ResponseEntity<byte[]> shelfPage(@PathVariable UUID id, @PathVariable int number, HttpServletRequest request)
            throws IOException {
        ShelfVisitor visitor = ShelfVisitor.atTheDesk();
        byte[] page = pictures.page(visitor, id, number);
        if (number == 1) {
            note(Event.PAGES_OPENED, documents.name(visitor, id), request);
        }
        return StreamedContent.picture(page);
    }

    @Needs(Right.OPEN_PAGES)
    @GetMapping("/documents/{id}/file")
    ResponseEntity<StreamingResponseBody> shelfFile(@PathVariable UUID id, HttpServletRequest request) {
        ShelfDocuments.Handout handout = documents.file(ShelfVisitor.atTheDesk(), id);
        note(Event.DOWNLOADED, handout.name(), request);
        return StreamedContent.download(store, handout.stored(), handout.name());
    }

    private void note(Event what, String called, HttpServletRequest request) {
        log.note(what, Who.name(), Place.DESK, Source.of(request).address(), called);
    }

    @PutMapping("/documents/{id}/name")
    ShelfDocument renameOnShelf(@PathVariable UUID id, @RequestBody NewName wanted) {
        return documents.rename(ShelfVisitor.atTheDesk(), id, wanted.name());
    }

    @PostMapping("/documents/move")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void moveOnShelf(@RequestBody DocumentsTo wanted) {
        documents.move(ShelfVisitor.atTheDesk(), wanted.ids(), wanted.to());
    }

    @PostMapping("/documents/copy")
    List<UUID> copyOnShelf(@RequestBody DocumentsTo wanted) {
        return documents.copy(ShelfVisitor.atTheDesk(), wanted.ids(), wanted.to());
    }

    @PostMapping("/documents/delete")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteFromShelf(@RequestBody ChosenDocuments wanted) {
        documents.remove(ShelfVisitor.atTheDesk(), wanted.ids());
    }

    /** What was deleted within a day comes back. */
    @PostMapping("/documents/restore")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void restoreToShelf(@RequestBody ChosenDocuments wanted) {
        documents.restore(ShelfVisitor.atTheDesk(), wanted.ids());
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/folders")
    List<ShelfFolderView> listShelfFolders() {
        return folders.list();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/folders/{id}")
    ShelfFolderView getShelfFolder(@PathVariable UUID id) {
        return folders.get(id);
    }

    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/folders")
    @ResponseStatus(HttpStatus.CREATED)
    ShelfFolderView addShelfFolder(@RequestBody ShelfFolderForm form) {
        return folders.add(form);
    }

    @Needs(Right.CHANGE_SETUP)
    @PutMapping("/folders/{id}")
    ShelfFolderView changeShelfFolder(
            @PathVariable UUID id,
            @RequestBody ShelfFolderForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return folders.change(id, form, version);
    }

    @Needs(Right.CHANGE_SETUP)
    @DeleteMapping("/folders/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteShelfFolder(@PathVariable UUID id) {
        folders.delete(id);
    }
}
