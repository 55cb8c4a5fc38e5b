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
import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Refusal;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Service;

/** What is a person's own at a device: consents, late scans, and the lists from which they choose. */
@Service
class OwnThings {
    private final PanelPlaces places;
    private final JobQuestions questions;
    private final Consents consents;
    private final ConsentRequests requests;
    private final OwnDeliveries own;
    private final PeopleService people;
    private final DestinationFolders folders;
    private final OwnJobs ownJobs;

    OwnThings(
            PanelPlaces places,
            JobQuestions questions,
            Consents consents,
            ConsentRequests requests,
            OwnDeliveries own,
            PeopleService people,
            DestinationFolders folders,
            OwnJobs ownJobs) {
        this.places = places;
        this.questions = questions;
        this.consents = consents;
        this.requests = requests;
        this.own = own;
        this.people = people;
        this.folders = folders;
        this.ownJobs = ownJobs;
    }

    /** @param of the job of the office that it is one of, as the panel calls it; empty where that is not on this panel */
    record OwnJobRow(UUID id, String name, String of) {}

    /** @param news of which nobody has told them at a panel yet */
    record Mine(List<OwnDelivery> news, List<OwnDelivery> scans, List<ConsentView> consents, List<OwnJobRow> ownJobs) {}

    Mine mine(PanelUser user) {
        UUID person = user.personId();
        Locale language = LocaleContextHolder.getLocale();
        Map<UUID, String> here = places.at(user).stream()
                .map(PanelPlaces.Candidate::job)
                .collect(Collectors.toMap(JobView::id, job -> job.item().label(language)));
        List<OwnJobRow> jobs = ownJobs.of(person).stream()
                .map(one -> new OwnJobRow(one.id(), one.name(), here.getOrDefault(one.jobId(), "")))
                .toList();
        return new Mine(own.news(person), own.latest(person), consents.of(person), jobs);
    }

    void seen(PanelUser user) {
        own.seen(user.personId());
    }

    Consents.WithdrawnConsent withdraw(PanelUser user, UUID destination) {
        return consents.withdraw(destination, user.personId());
    }

    ConsentRequest invite(PanelUser user, UUID destination) {
        asked(user, destination, Ask.Kind.CONSENT);
        return requests.invite(destination, user.personId());
    }

    ConsentRequest request(PanelUser user, UUID request) {
        return requests.get(request, user.personId());
    }

    FolderListing folders(PanelUser user, UUID destination, String path, String after) {
        asked(user, destination, Ask.Kind.FOLDER);
        return folders.browse(visitor(user, destination), path, after);
    }

    FolderListing makeFolder(PanelUser user, UUID destination, String path, String name) {
        asked(user, destination, Ask.Kind.FOLDER);
        return folders.makeFolder(visitor(user, destination), path, name);
    }

    /** Only what a job on this panel asks for may be looked into from here. */
    private void asked(PanelUser user, UUID destination, Ask.Kind kind) {
        PersonView person = people.get(user.personId());
        boolean asked = places.at(user).stream()
                .flatMap(candidate -> questions.of(candidate.job(), person).stream())
                .anyMatch(ask -> destination.equals(ask.destinationId()) && ask.kind() == kind);
        if (!asked) {
            throw Refusal.notFound("destination on this panel");
        }
    }

    private Visitor visitor(PanelUser user, UUID destination) {
        return new Visitor(
                destination, user.personId(), people.get(user.personId()).name(), user.deviceId());
    }
}
