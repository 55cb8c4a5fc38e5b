package inky.courier.addressbook;

import inky.courier.addressbook.ContactFiles.ContactComparison;
import inky.courier.addressbook.ContactFiles.ContactFile;
import inky.courier.addressbook.ContactFiles.ContactsImported;
import inky.courier.addressbook.Contacts.ChosenContacts;
import inky.courier.addressbook.Contacts.ContactForm;
import inky.courier.addressbook.SharedBook.ContactView;
import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Contacts of the office and of its places. */
@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/contacts")
class ContactController {
    private final Contacts contacts;
    private final ContactFiles files;
    private final SecurityLog log;

    ContactController(Contacts contacts, ContactFiles files, SecurityLog log) {
        this.contacts = contacts;
        this.files = files;
        this.log = log;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    ListPart<ContactView> listContacts(@ParameterObject ListRequest wanted) {
        return contacts.list(wanted);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    ContactView getContact(@PathVariable UUID id) {
        return contacts.get(id);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ContactView addContact(@RequestBody ContactForm form) {
        return contacts.add(form);
    }

    @PutMapping("/{id}")
    ContactView changeContact(@PathVariable UUID id, @RequestBody ContactForm form) {
        return contacts.change(id, form);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteContact(@PathVariable UUID id) {
        contacts.delete(id);
    }

    record ContactsDeleted(int deleted) {}

    @PostMapping("/delete")
    ContactsDeleted deleteContacts(@RequestBody ChosenContacts chosen) {
        return new ContactsDeleted(contacts.delete(chosen));
    }

    /** Each with those that may be the same. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/duplicates")
    List<List<ContactView>> listDuplicates() {
        return contacts.duplicates();
    }

    /** @param others that go; groups that they were in have this one instead */
    record ContactMerge(List<UUID> others) {}

    @PostMapping("/{id}/merge")
    ContactView mergeContacts(@PathVariable UUID id, @RequestBody ContactMerge merge) {
        return contacts.merge(id, merge.others());
    }

    @Needs(Right.READ_SETUP)
    @GetMapping(path = "/export.csv", produces = "text/csv")
    ResponseEntity<String> exportContacts(Principal who, HttpServletRequest request) {
        exported(who, request);
        return StreamedContent.csv("contacts.csv").body(files.table());
    }

    @Needs(Right.READ_SETUP)
    @GetMapping(path = "/export.vcf", produces = "text/vcard")
    ResponseEntity<String> exportCards(Principal who, HttpServletRequest request) {
        exported(who, request);
        return StreamedContent.attachment(ResponseEntity.ok(), "contacts.vcf")
                .contentType(MediaType.parseMediaType("text/vcard;charset=UTF-8"))
                .body(files.cards());
    }

    private void exported(Principal who, HttpServletRequest request) {
        log.note(SecurityLog.Event.EXPORTED, who.getName(), Place.DESK, request.getRemoteAddr(), "address book");
    }

    @PostMapping("/import/compare")
    ContactComparison compareContacts(@RequestBody ContactFile file) {
        return files.compare(file);
    }

    /** @param token of the comparison that was looked at */
    record ContactImport(ContactFile file, String token) {}

    @PostMapping("/import")
    ContactsImported importContacts(@RequestBody ContactImport order) {
        return files.make(order.file(), order.token());
    }
}
