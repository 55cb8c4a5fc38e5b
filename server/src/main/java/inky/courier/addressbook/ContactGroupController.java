package inky.courier.addressbook;

import inky.courier.addressbook.ContactLists.ContactGroupForm;
import inky.courier.addressbook.SharedBook.ContactGroupView;
import inky.courier.addressbook.SharedBook.MemberView;
import inky.courier.core.access.Right;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import java.util.List;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/contact-groups")
class ContactGroupController {
    private final ContactLists groups;

    ContactGroupController(ContactLists groups) {
        this.groups = groups;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    ListPart<ContactGroupView> listContactGroups(@ParameterObject ListRequest wanted) {
        return groups.list(wanted);
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    ContactGroupView getContactGroup(@PathVariable UUID id) {
        return groups.get(id);
    }

    /** Who and what can become a member, by first letters. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/candidates")
    List<MemberView> listCandidates(@RequestParam(defaultValue = "") String letters) {
        return groups.candidates(letters);
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    ContactGroupView addContactGroup(@RequestBody ContactGroupForm form) {
        return groups.add(form);
    }

    @PutMapping("/{id}")
    ContactGroupView changeContactGroup(@PathVariable UUID id, @RequestBody ContactGroupForm form) {
        return groups.change(id, form);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteContactGroup(@PathVariable UUID id) {
        groups.delete(id);
    }
}
