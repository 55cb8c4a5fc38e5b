package inky.courier.intake;

import inky.courier.core.intake.IntakeAddress;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.message.Message;
import inky.courier.core.office.InboxItem;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobView;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.settings.Settings;
import jakarta.annotation.Nullable;
import java.net.InetAddress;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Of what was sent: from which device it is, by which job it goes, and whose it is; and the addresses that say so. */
@Component
public class Addressees {
    private final DeviceService devices;
    private final JobService jobs;
    private final PeopleService people;
    private final Settings settings;
    private final Keys<DeviceView> deviceKeys;
    private final Keys<JobView> jobKeys;
    private final Keys<PersonView> personKeys;

    Addressees(DeviceService devices, JobService jobs, PeopleService people, Settings settings, Live live) {
        this.devices = devices;
        this.jobs = jobs;
        this.people = people;
        this.settings = settings;
        deviceKeys = new Keys<>(live, devices::list, DeviceView::id, DeviceView::name, "device");
        jobKeys = new Keys<>(live, jobs::list, JobView::id, JobView::name, "job");
        personKeys = new Keys<>(live, people::list, PersonView::id, PersonView::login, "person");
    }

    /** What is called by each key. Of 5,000 people they are not made anew for every mail. */
    private static final class Keys<T> {
        private final Cached<Map<String, Optional<UUID>>> byKey;

        Keys(Live live, Supplier<List<T>> all, Function<T, UUID> id, Function<T, String> name, String kind) {
            byKey = Cached.untilTold(
                    live, () -> IntakeAddress.keys(all.get().stream().collect(Collectors.toMap(id, name))), kind);
        }

        Optional<UUID> find(String key) {
            return IntakeAddress.named(key, byKey.get());
        }

        /** @return empty for what has no key of its own */
        Optional<String> of(UUID id, String name) {
            String key = IntakeAddress.key(name);
            return find(key).filter(id::equals).map(one -> key);
        }
    }

    /** Who is meant, as far as that is known. */
    public record Meant(Optional<DeviceView> device, Optional<JobView> job, Optional<PersonView> person) {}

    /** @param inbox where it came @param folder in it, which may name a job and a person as addresses do; empty for none */
    public Meant of(InboxItem inbox, Optional<InetAddress> source, String folder) {
        IntakeAddress address = IntakeAddress.of(folder);
        Optional<JobView> job = address.job().isEmpty()
                ? inbox.job().flatMap(this::job)
                : jobKeys.find(address.job()).flatMap(this::job);
        Optional<PersonView> person = address.person().isEmpty()
                ? inbox.person().flatMap(people::known)
                : personKeys.find(IntakeAddress.key(address.person())).flatMap(people::known);
        return new Meant(
                inbox.device().flatMap(this::device).or(() -> source.flatMap(this::at)),
                job,
                person.filter(one -> !one.disabled()));
    }

    /** Whether a folder's name says a job. */
    public boolean namesJob(String folder) {
        return jobKeys.find(IntakeAddress.of(folder).job()).isPresent();
    }

    /** What folders can be called that say a job. */
    public List<String> jobFolders() {
        return jobs.list().stream()
                .flatMap(job -> jobKeys.of(job.id(), job.name()).stream())
                .sorted()
                .toList();
    }

    Meant of(InetAddress source, String recipient, IncomingMail mail) {
        IntakeAddress address = IntakeAddress.of(recipient.split("@", 2)[0]);
        return new Meant(
                deviceKeys.find(address.device()).flatMap(this::device).or(() -> at(source)),
                jobKeys.find(address.job()).flatMap(this::job),
                person(address, mail));
    }

    /** From what is in memory. */
    Optional<DeviceView> device(@Nullable UUID id) {
        return devices.list().stream().filter(one -> one.id().equals(id)).findFirst();
    }

    /** From what is in memory. */
    Optional<JobView> job(@Nullable UUID id) {
        return jobs.list().stream().filter(one -> one.id().equals(id)).findFirst();
    }

    /** The one device at an address; where several are behind it, none. */
    private Optional<DeviceView> at(InetAddress source) {
        return only(devices.list().stream()
                .filter(device -> device.address().split(":", 2)[0].equals(source.getHostAddress()))
                .toList());
    }

    /** Who is said most plainly: in the address, then as the sender, then in the subject. Whom two can be is nobody. */
    private Optional<PersonView> person(IntakeAddress address, IncomingMail mail) {
        MailIntake rules = settings.read().mailIntake();
        if (!address.person().isEmpty()) {
            // What the address says and nobody is called is somebody else than the sender.
            return personKeys
                    .find(IntakeAddress.key(address.person()))
                    .flatMap(people::known)
                    .filter(person -> !person.disabled());
        }
        List<PersonView> all =
                people.list().stream().filter(person -> !person.disabled()).toList();
        Optional<PersonView> sender = rules.bySender()
                ? only(all.stream()
                        .filter(person -> person.email().equalsIgnoreCase(mail.sender()))
                        .toList())
                : Optional.empty();
        return sender.or(() -> rules.bySubject() ? named(all, mail.subject()) : Optional.empty());
    }

    private static Optional<PersonView> named(List<PersonView> all, String subject) {
        List<String> words = Arrays.asList(subject.toLowerCase(Locale.ROOT).split("[^\\p{L}\\p{N}._-]+"));
        return only(all.stream()
                .filter(person -> words.contains(person.login().toLowerCase(Locale.ROOT)))
                .toList());
    }

    private static <T> Optional<T> only(List<T> found) {
        return found.size() == 1 ? Optional.of(found.get(0)) : Optional.empty();
    }

    /** @param problem why there is none; empty for nothing */
    record AddressForDevice(String address, Message problem) {}

    /** To which a device sends. @param device empty for any */
    AddressForDevice address(UUID job, Optional<UUID> device) {
        String jobName = jobs.get(job).name();
        Optional<String> jobKey = jobKeys.of(job, jobName);
        if (jobKey.isEmpty()) {
            return none(jobName);
        }
        String deviceName = device.map(id -> devices.get(id).name()).orElse("");
        Optional<String> deviceKey = device.flatMap(id -> deviceKeys.of(id, deviceName));
        if (device.isPresent() && deviceKey.isEmpty()) {
            return none(deviceName);
        }
        String local = new IntakeAddress(jobKey.get(), deviceKey.orElse(""), "").toString();
        return new AddressForDevice(local + "@" + settings.read().mailIntake().domain(), Message.none());
    }

    private static AddressForDevice none(String name) {
        return new AddressForDevice("", Message.of("intake.no-address").with("name", name));
    }
}
