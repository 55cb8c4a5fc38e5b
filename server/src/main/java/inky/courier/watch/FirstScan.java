package inky.courier.watch;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.MailServerItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.ReadyMadeJob;
import inky.courier.core.office.Reference;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonForm;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.people.Pins;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.signin.Accounts;
import inky.courier.signin.SignIn.Identity;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * All that lies between a device with a mail server and the first scan: mail to whoever scans, a job for it on the device's panel, and the
 * administrator as a person with a PIN. Made together, and undone together but for the person.
 */
@Service
class FirstScan {
    private final SetUp setUp;
    private final PeopleService people;
    private final Pins pins;
    private final Accounts accounts;

    FirstScan(SetUp setUp, PeopleService people, Pins pins, Accounts accounts) {
        this.setUp = setUp;
        this.people = people;
        this.pins = pins;
        this.accounts = accounts;
    }

    /**
     * What there is now.
     *
     * @param pin of the person, shown this once; absent where they had one
     */
    record FirstScanReady(
            UUID deviceId,
            String device,
            UUID jobId,
            String job,
            String person,
            String email,
            @Nullable String pin) {}

    private record Made(DeviceItem device, JobItem job) {}

    /**
     * @param login of the administrator who will scan
     * @throws Refusal while there is no device or no mail server
     */
    @Transactional
    FirstScanReady make(String login) {
        AtomicReference<Made> made = new AtomicReference<>();
        setUp.change(office -> {
            List<Change> changes = new ArrayList<>();
            made.set(complete(office, changes));
            return new Wish(changes, Map.of(), Map.of());
        });
        Identity who = accounts.identity(login);
        PersonView person = people.list().stream()
                .filter(one -> one.email().equalsIgnoreCase(who.email()))
                .findFirst()
                .orElseGet(() -> people.add(new PersonForm(who.name(), who.login(), who.email(), null, null)));
        Made ready = made.get();
        return new FirstScanReady(
                ready.device.id(),
                ready.device.name(),
                ready.job.id(),
                ready.job.name(),
                person.name(),
                person.email(),
                person.hasPin() ? null : pins.make(List.of(person.id())).get(0).pin());
    }

    /** What is there already is used. */
    private static Made complete(Office office, List<Change> changes) {
        DeviceItem device = office.all(DeviceItem.class).stream()
                .findFirst()
                .orElseThrow(() -> Refusal.of(HttpStatus.CONFLICT, "first-scan.device"));
        MailServerItem server = office.all(MailServerItem.class).stream()
                .findFirst()
                .orElseThrow(() -> Refusal.of(HttpStatus.CONFLICT, "first-scan.mail-server"));
        Office now = office;
        DestinationItem mail = office.all(DestinationItem.class).stream()
                .filter(to -> to.kind() == DestinationKind.MAIL_TO_ME)
                .findFirst()
                .orElseGet(() -> new DestinationItem(
                        UUID.randomUUID(),
                        free(office, Message.of("first-scan.mail").toString()),
                        DestinationKind.MAIL_TO_ME,
                        server.id(),
                        null,
                        null));
        now = with(now, new Change.Put(mail), changes);
        JobItem job = toTheirMail(now, mail);
        now = with(now, new Change.Put(job), changes);
        PanelItem panel = now.find(new Reference(ItemKind.PANEL, device.id()))
                .map(PanelItem.class::cast)
                .orElseGet(() -> new PanelItem(device.id(), Map.of()));
        TreeMap<Integer, UUID> places = new TreeMap<>(panel.places());
        if (!places.containsValue(job.id())) {
            int place = Stream.iterate(1, n -> n + 1)
                    .filter(n -> !places.containsKey(n))
                    .findFirst()
                    .orElseThrow();
            places.put(place, job.id());
            with(now, new Change.Put(panel.with(places)), changes);
        }
        return new Made(device, job);
    }

    private static Office with(Office now, Change.Put change, List<Change> changes) {
        if (now.find(change.what()).filter(change.item()::equals).isPresent()) {
            return now;
        }
        changes.add(change);
        return now.apply(List.of(change));
    }

    private static JobItem toTheirMail(Office office, DestinationItem mail) {
        return office.all(JobItem.class).stream()
                .filter(job -> job.targets().stream()
                        .anyMatch(target -> target.destinationId().equals(mail.id())))
                .findFirst()
                .or(() -> ReadyMadeJob.TO_MY_MAIL.draft(office, UUID.randomUUID()))
                .orElseThrow(() -> Refusal.of(HttpStatus.CONFLICT, "first-scan.profile"));
    }

    private static String free(Office office, String wanted) {
        return Stream.iterate(1, n -> n + 1)
                .map(n -> n == 1 ? wanted : wanted + " " + n)
                .filter(name -> office.all(DestinationItem.class).stream()
                        .noneMatch(to -> to.name().equals(name)))
                .findFirst()
                .orElseThrow();
    }
}
