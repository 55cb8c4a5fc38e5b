package inky.courier.panel;

import inky.courier.connection.ProbeReport;
import inky.courier.consent.ConsentRequests;
import inky.courier.consent.ConsentRequests.ConsentRequest;
import inky.courier.consent.Consents;
import inky.courier.consent.Consents.ConsentView;
import inky.courier.delivery.query.OwnDeliveries;
import inky.courier.delivery.query.OwnDeliveries.OwnDelivery;
import inky.courier.destination.DestinationFolders;
import inky.courier.destination.Folders.FolderListing;
import inky.courier.destination.OwnFolders;
import inky.courier.destination.OwnFolders.OwnFolder;
import inky.courier.destination.OwnFolders.OwnFolderForm;
import inky.courier.destination.OwnFolders.OwnFolderServer;
import inky.courier.destination.Visitor;
import inky.courier.job.JobService.JobView;
import inky.courier.link.Links;
import inky.courier.link.Links.OpenLink;
import inky.courier.panel.ClaimableScans.ClaimableScan;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import java.time.Instant;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Service;

/** What is a person's own at a device: consents, late scans, and the lists from which they choose. */
@Service
class OwnThings {
    /** Older deliveries of theirs may have open links too, but nobody looks through so many. */
    private static final int MOST_WITH_LINKS = 500;

    private final PanelPlaces places;
    private final JobQuestions questions;
    private final Consents consents;
    private final ConsentRequests requests;
    private final OwnDeliveries own;
    private final PeopleService people;
    private final DestinationFolders folders;
    private final OwnJobs ownJobs;
    private final Links links;
    private final OwnFolders ownFolders;
    private final ClaimableScans claimable;

    OwnThings(
            PanelPlaces places,
            JobQuestions questions,
            Consents consents,
            ConsentRequests requests,
            OwnDeliveries own,
            PeopleService people,
            DestinationFolders folders,
            OwnJobs ownJobs,
            Links links,
            OwnFolders ownFolders,
            ClaimableScans claimable) {
        this.places = places;
        this.questions = questions;
        this.consents = consents;
        this.requests = requests;
        this.own = own;
        this.people = people;
        this.folders = folders;
        this.ownJobs = ownJobs;
        this.links = links;
        this.ownFolders = ownFolders;
        this.claimable = claimable;
    }

    /** @param of the job of the office that it is one of, as the panel calls it; empty where that is not on this panel */
    record OwnJobRow(UUID id, String name, String of) {}

    /** @param news of which nobody has told them at a panel yet @param servers on which they may add folders @param unclaimed what this device sent by itself and names nobody */
    record Mine(
            List<OwnDelivery> news,
            List<OwnDelivery> scans,
            List<OwnLink> links,
            List<ConsentView> consents,
            List<OwnJobRow> ownJobs,
            List<OwnFolder> folders,
            List<OwnFolderServer> servers,
            List<ClaimableScan> unclaimed) {}

    /** A page from which what they sent can be fetched. @param name of the file, or the job @param fetched how many files were */
    record OwnLink(UUID id, String name, Instant at, Instant expiresAt, int fetched) {}

    Mine mine(PanelUser user) {
        UUID person = user.personId();
        Locale language = LocaleContextHolder.getLocale();
        Map<UUID, String> here = places.at(user).stream()
                .map(PanelPlaces.Candidate::job)
                .collect(Collectors.toMap(JobView::id, job -> job.item().label(language)));
        List<OwnJobRow> jobs = ownJobs.of(person).stream()
                .map(one -> new OwnJobRow(one.id(), one.name(), here.getOrDefault(one.jobId(), "")))
                .toList();
        return new Mine(
                own.news(person),
                own.latest(person),
                links(person),
                consents.of(person),
                jobs,
                ownFolders.of(person),
                ownFolders.servers(),
                user.guest() ? List.of() : claimable.at(user.deviceId()));
    }

    /** What the device sent by itself is theirs, and is sent. */
    void claim(PanelUser user, UUID scan) {
        PersonView person = people.get(user.personId());
        Who.as(person.name(), () -> {
            claimable.claim(user.deviceId(), scan, person.id());
            return null;
        });
    }

    private List<OwnLink> links(UUID person) {
        List<OpenLink> open = links.openOf(own.latestIds(person, MOST_WITH_LINKS));
        Map<UUID, OwnDelivery> of = own
                .of(person, open.stream().map(OpenLink::deliveryId).toList())
                .stream()
                .collect(Collectors.toMap(OwnDelivery::id, Function.identity()));
        return open.stream()
                .map(link -> {
                    OwnDelivery sent = of.get(link.deliveryId());
                    String name = sent.fileName().isEmpty() ? sent.jobName() : sent.fileName();
                    return new OwnLink(link.id(), name, sent.at(), link.expiresAt(), link.fetched());
                })
                .toList();
    }

    /** From then on nothing can be fetched from it. @throws Refusal when it is not theirs, or not open any more */
    void withdrawLink(PanelUser user, UUID link) {
        if (links(user.personId()).stream().noneMatch(one -> one.id().equals(link))) {
            throw Refusal.notFound("link");
        }
        links.withdraw(link);
    }

    /** Whether files would get there. */
    ProbeReport testFolder(OwnFolderForm form) {
        return ownFolders.test(form);
    }

    OwnFolder addFolder(PanelUser user, OwnFolderForm form) {
        PersonView person = people.get(user.personId());
        return Who.as(person.name(), () -> ownFolders.add(person.id(), person.login(), form));
    }

    void removeFolder(PanelUser user, UUID folder) {
        PersonView person = people.get(user.personId());
        Who.as(person.name(), () -> {
            ownFolders.remove(person.id(), folder);
            return folder;
        });
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
                destination, user.personId(), people.get(user.personId()).name(), user.deviceId(), Optional.empty());
    }
}
