package inky.courier.intake.inbox;

import inky.courier.core.access.Right;
import inky.courier.intake.Addressees;
import inky.courier.intake.inbox.Inboxes.InboxForm;
import inky.courier.intake.inbox.Inboxes.InboxView;
import inky.courier.web.Needs;
import java.util.List;
import java.util.UUID;
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
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/inboxes")
class InboxController {
    private final Inboxes inboxes;
    private final Addressees addressees;

    InboxController(Inboxes inboxes, Addressees addressees) {
        this.inboxes = inboxes;
        this.addressees = addressees;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    List<InboxView> listInboxes() {
        return inboxes.list();
    }

    /** What folders in them can be called, so that they say a job. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/folders")
    List<String> inboxFolders() {
        return addressees.jobFolders();
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    InboxView getInbox(@PathVariable UUID id) {
        return inboxes.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    InboxView addInbox(@RequestBody InboxForm form) {
        return inboxes.add(form);
    }

    @PutMapping("/{id}")
    InboxView changeInbox(
            @PathVariable UUID id,
            @RequestBody InboxForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return inboxes.change(id, form, version);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteInbox(@PathVariable UUID id) {
        inboxes.delete(id);
    }

    /** Has a folder looked into at once. */
    @PostMapping("/{id}/look")
    InboxView lookIntoInbox(@PathVariable UUID id) {
        return inboxes.lookNow(id);
    }
}
