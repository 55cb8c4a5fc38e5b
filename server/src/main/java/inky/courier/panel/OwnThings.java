package inky.courier.panel;

import inky.courier.consent.ConsentRequests;
import inky.courier.consent.ConsentRequests.ConsentRequest;
import inky.courier.consent.Consents;
import inky.courier.consent.Consents.ConsentView;
import inky.courier.delivery.query.OwnDeliveries;
import inky.courier.delivery.query.OwnDeliveries.OwnDelivery;
import inky.courier.destination.DestinationFolders;
import inky.courier.destination.Folders.FolderListing;
import inky.courier.destination.Visitor;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Refusal;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** What is a person's own at a device: consents, late scans, and the lists from which they choose. */
@Service
class OwnThings {
    private static final int MOST_PEOPLE = 60;

    private final PanelPlaces places;
    private final JobQuestions questions;
    private final Consents consents;
    private final ConsentRequests requests;
    private final OwnDeliveries own;
    private final PeopleService people;
    private final DestinationFolders folders;

    OwnThings(
            PanelPlaces places,
            JobQuestions questions,
            Consents consents,
            ConsentRequests requests,
            OwnDeliveries own,
            PeopleService people,
            DestinationFolders folders) {
        this.places = places;
        this.questions = questions;
        this.consents = consents;
        this.requests = requests;
        this.own = own;
        this.people = people;
        this.folders = folders;
    }

    /** @param news of which nobody has told them at a panel yet */
    record Mine(List<OwnDelivery> news, List<OwnDelivery> scans, List<ConsentView> consents) {}

    record Addressee(String name, String email) {}

    /** @param recent those that they chose lately */
    record AddressBook(List<Addressee> recent, List<Addressee> people, boolean more) {}

    Mine mine(PanelSessions.Guest guest) {
        UUID person = guest.personId();
        return new Mine(own.news(person), own.latest(person), consents.of(person));
    }

    void seen(PanelSessions.Guest guest) {
        own.seen(guest.personId());
    }

    Consents.WithdrawnConsent withdraw(PanelSessions.Guest guest, UUID destination) {
        return consents.withdraw(destination, guest.personId());
    }

    ConsentRequest invite(PanelSessions.Guest guest, UUID destination) {
        asked(guest, destination, Ask.Kind.CONSENT);
        return requests.invite(destination, guest.personId());
    }

    ConsentRequest request(PanelSessions.Guest guest, UUID request) {
        return requests.get(request, guest.personId());
    }

    /** People whose first name, family name or address begins so. */
    AddressBook addressBook(PanelSessions.Guest guest, String letters) {
        String wanted = letters.strip().toLowerCase(Locale.ROOT);
        List<PersonView> all = people.list();
        List<Addressee> found = all.stream()
                .filter(person -> begins(person, wanted))
                .map(person -> new Addressee(person.name(), person.email()))
                .toList();
        List<Addressee> recent = own.recentRecipients(guest.personId()).stream()
                .map(email -> new Addressee(
                        all.stream()
                                .filter(person -> person.email().equalsIgnoreCase(email))
                                .map(PersonView::name)
                                .findFirst()
                                .orElse(email),
                        email))
                .toList();
        return new AddressBook(
                recent, found.subList(0, Math.min(MOST_PEOPLE, found.size())), found.size() > MOST_PEOPLE);
    }

    private static boolean begins(PersonView person, String wanted) {
        return Stream.concat(Arrays.stream(person.name().split("\\s+")), Stream.of(person.email()))
                .anyMatch(word -> word.toLowerCase(Locale.ROOT).startsWith(wanted));
    }

    FolderListing folders(PanelSessions.Guest guest, UUID destination, String path, String after) {
        asked(guest, destination, Ask.Kind.FOLDER);
        return folders.browse(visitor(guest, destination), path, after);
    }

    FolderListing makeFolder(PanelSessions.Guest guest, UUID destination, String path, String name) {
        asked(guest, destination, Ask.Kind.FOLDER);
        return folders.makeFolder(visitor(guest, destination), path, name);
    }

    /** Only what a job on this panel asks for may be looked into from here. */
    private void asked(PanelSessions.Guest guest, UUID destination, Ask.Kind kind) {
        boolean asked = places.at(guest.deviceId(), people.get(guest.personId())).stream()
                .flatMap(candidate -> questions.of(candidate.job(), guest.personId()).stream())
                .anyMatch(ask -> destination.equals(ask.destinationId()) && ask.kind() == kind);
        if (!asked) {
            throw Refusal.notFound("destination on this panel");
        }
    }

    private Visitor visitor(PanelSessions.Guest guest, UUID destination) {
        return new Visitor(
                destination, guest.personId(), people.get(guest.personId()).name(), guest.deviceId());
    }
}
