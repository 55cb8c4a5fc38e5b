package inky.courier.panel;

import inky.courier.addressbook.AddressBook;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.destination.DestinationKind;
import inky.courier.delivery.SendAgain;
import inky.courier.delivery.query.OwnDeliveries;
import inky.courier.delivery.query.OwnDeliveries.OwnDelivery;
import inky.courier.delivery.query.OwnDeliveries.OwnWay;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.print.DocumentPrinting;
import inky.courier.print.DocumentPrinting.PrintForm;
import inky.courier.print.DocumentPrinting.PrintPreview;
import inky.courier.settings.Settings;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;

/** One of a person's latest scans at a panel: what became of it, and sending it once more. */
@Service
class OwnScans {
    private final PanelPlaces places;
    private final JobQuestions questions;
    private final OwnDeliveries own;
    private final SendAgain sendAgain;
    private final PeopleService people;
    private final DeviceService devices;
    private final AddressBook book;
    private final DocumentPrinting printing;
    private final Settings settings;

    OwnScans(
            PanelPlaces places,
            JobQuestions questions,
            OwnDeliveries own,
            SendAgain sendAgain,
            PeopleService people,
            DeviceService devices,
            AddressBook book,
            DocumentPrinting printing,
            Settings settings) {
        this.places = places;
        this.questions = questions;
        this.own = own;
        this.sendAgain = sendAgain;
        this.people = people;
        this.devices = devices;
        this.book = book;
        this.printing = printing;
        this.settings = settings;
    }

    /** How it goes to whoever is chosen. @param jobId of which the address book is asked */
    record ToOthers(UUID jobId, Ask ask) {}

    /**
     * @param keptUntil how long its files are kept if nothing more happens; absent once they are gone
     * @param canGoAgain whether it can be sent to where it went, or a part of it
     * @param toOthers absent where no job here goes to whoever is chosen, or the files are gone
     * @param canPrint whether it can be printed where they stand
     */
    record OwnScan(
            OwnDelivery scan,
            List<OwnWay> ways,
            @Nullable Instant keptUntil,
            boolean canGoAgain,
            @Nullable ToOthers toOthers,
            boolean canPrint) {}

    /** A destination of a job that somebody may use where they stand. */
    private record Open(JobView job, DestinationView to) {}

    /** @throws Refusal when it is not theirs */
    OwnScan scan(PanelUser user, UUID id) {
        OwnDelivery scan = own.of(user.personId(), List.of(id)).stream()
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("delivery"));
        List<OwnWay> ways = own.ways(user.personId(), id);
        if (!own.isKept(user.personId(), id)) {
            return new OwnScan(scan, ways, null, false, null, false);
        }
        PersonView person = people.get(user.personId());
        Map<UUID, Open> open = open(user);
        // What went more than once stands as it did last.
        Map<List<Object>, OwnWay> last = new LinkedHashMap<>();
        ways.stream()
                .filter(way -> way.destinationId() != null && open.containsKey(way.destinationId()))
                .filter(way -> way.deviceId() == null || way.deviceId().equals(user.deviceId()))
                .forEach(way -> last.put(List.of(way.destinationId(), way.label(), way.recipients()), way));
        boolean canGoAgain = last.values().stream().anyMatch(OwnWay::ended);
        return new OwnScan(
                scan,
                ways,
                settings.read()
                        .keeping()
                        .until(
                                ways.stream().map(OwnWay::state).toList(),
                                scan.at(),
                                ways.stream()
                                        .map(OwnWay::acceptedAt)
                                        .filter(Objects::nonNull)
                                        .max(Comparator.naturalOrder())),
                canGoAgain,
                toOthers(open, person).orElse(null),
                devices.get(user.deviceId()).abilities().prints());
    }

    OwnScan again(PanelUser user, UUID id) {
        PersonView person = people.get(user.personId());
        Map<UUID, Open> open = open(user);
        for (OwnWay way : scan(user, id).ways()) {
            // What they may enter may have become less since.
            Open through = open.get(way.destinationId());
            if (through != null && way.state() == LegPhase.ACCEPTED && isChosen(through)) {
                book.addresses(reader(user, through, person), way.recipients());
            }
        }
        sendAgain.same(id, person, new SendAgain.From(user.deviceId(), open.keySet()));
        return scan(user, id);
    }

    /** @param recipients as they were chosen: addresses, or groups */
    OwnScan toOthers(PanelUser user, UUID id, List<String> recipients) {
        PersonView person = people.get(user.personId());
        Map<UUID, Open> open = open(user);
        Open through = toOthers(open, person)
                .map(to -> open.get(to.ask().destinationId()))
                .orElseThrow(() -> Refusal.notFound("destination on this panel"));
        sendAgain.toOthers(id, person, through.to, book.addresses(reader(user, through, person), recipients));
        book.used(person.id(), new ArrayList<>(recipients));
        return scan(user, id);
    }

    /** What would come out at the device where they stand. */
    PrintPreview preview(PanelUser user, UUID id, PrintForm form) {
        return printing.preview(id, people.get(user.personId()), form.on(user.deviceId()));
    }

    OwnScan print(PanelUser user, UUID id, PrintForm form) {
        printing.print(id, people.get(user.personId()), form.on(user.deviceId()));
        return scan(user, id);
    }

    private static boolean isChosen(Open open) {
        return open.to.kind() == DestinationKind.MAIL_CHOSEN;
    }

    private AddressBook.Reader reader(PanelUser user, Open through, PersonView person) {
        return questions.reader(
                through.job,
                Optional.of(through.to.id()),
                person,
                devices.get(user.deviceId()).place());
    }

    /** By the first job here that goes to whoever is chosen. */
    private Optional<ToOthers> toOthers(Map<UUID, Open> open, PersonView person) {
        return open.values().stream()
                .filter(OwnScans::isChosen)
                .findFirst()
                .map(one -> new ToOthers(
                        one.job.id(),
                        Ask.about(one.to, Ask.Kind.RECIPIENTS, true, true)
                                .within(questions.entry(one.job, Optional.of(one.to.id()), person))));
    }

    /** By destination. */
    private Map<UUID, Open> open(PanelUser user) {
        DeviceView device = devices.get(user.deviceId());
        Map<UUID, Open> open = new LinkedHashMap<>();
        for (PanelPlaces.Candidate candidate : places.at(user)) {
            for (DestinationView to : candidate.job().destinations()) {
                if (!open.containsKey(to.id()) && places.canGo(candidate.job(), to.id(), device)) {
                    open.put(to.id(), new Open(candidate.job(), to));
                }
            }
        }
        return open;
    }
}
