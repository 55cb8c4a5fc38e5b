package inky.courier.panel;

import inky.courier.addressbook.AddressBook;
import inky.courier.addressbook.BookEntry;
import inky.courier.core.contact.DirectEntry;
import inky.courier.device.DeviceService;
import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import jakarta.annotation.Nullable;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Whom somebody at a device can send to; as for {@link WalkUpController}, the user is who is signed in there. */
@RestController
@RequestMapping("/api/panel/{device}/recipients")
class RecipientsController {
    private final AddressBook book;
    private final JobQuestions questions;
    private final PanelPlaces places;
    private final PeopleService people;
    private final DeviceService devices;

    RecipientsController(
            AddressBook book, JobQuestions questions, PanelPlaces places, PeopleService people, DeviceService devices) {
        this.book = book;
        this.questions = questions;
        this.places = places;
        this.people = people;
        this.devices = devices;
    }

    /** @param job that asks @param destination whose recipients they are; absent for copies */
    @GetMapping
    AddressBook.FoundRecipients findRecipients(
            @PathVariable UUID device,
            @RequestParam UUID job,
            @RequestParam(required = false) @Nullable UUID destination,
            @RequestParam(defaultValue = "") String letters,
            @AuthenticationPrincipal PanelUser user) {
        PersonView person = people.get(user.personId());
        JobView placed = places.placed(user, job);
        return book.find(questions.reader(placed, Optional.ofNullable(destination), person, place(user)), letters);
    }

    /** @param value an address, or a group */
    record ChosenRecipient(String value) {}

    /** That they sent to it is known no more. */
    @PostMapping("/forget")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void forgetRecipient(
            @PathVariable UUID device, @RequestBody ChosenRecipient one, @AuthenticationPrincipal PanelUser user) {
        book.forgetRecent(user.personId(), one.value());
    }

    record FavouriteRecipient(String value, boolean favourite) {}

    @PutMapping("/favourites")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setFavourite(
            @PathVariable UUID device, @RequestBody FavouriteRecipient one, @AuthenticationPrincipal PanelUser user) {
        book.setFavourite(reader(user), one.value(), one.favourite());
    }

    record NewOwnContact(String name, String email) {}

    @PostMapping("/own")
    @ResponseStatus(HttpStatus.CREATED)
    BookEntry keepContact(
            @PathVariable UUID device, @RequestBody NewOwnContact contact, @AuthenticationPrincipal PanelUser user) {
        return book.keep(reader(user), contact.name(), contact.email());
    }

    @PostMapping("/own/remove")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeContact(
            @PathVariable UUID device, @RequestBody ChosenRecipient one, @AuthenticationPrincipal PanelUser user) {
        book.removeOwn(user.personId(), one.value());
    }

    private AddressBook.Reader reader(PanelUser user) {
        return AddressBook.Reader.of(people.get(user.personId()), place(user), DirectEntry.ANY);
    }

    private String place(PanelUser user) {
        return devices.get(user.deviceId()).place();
    }
}
