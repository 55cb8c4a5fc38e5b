package inky.courier.panel;

import inky.courier.core.message.Message;
import inky.courier.core.office.JobItem;
import inky.courier.device.DeviceService;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.settings.Settings;
import inky.courier.setup.SetUp;
import java.util.List;
import java.util.Locale;
import java.util.UUID;
import java.util.function.Predicate;
import org.springframework.stereotype.Component;

/** Whoever is at a panel, as the person they are, or as a guest. */
@Component
class PanelUsers {
    /** What guests send is under one id, since they are nobody; of forgotten people it is all zeros. */
    static final UUID GUEST = new UUID(0, 1);

    private final PeopleService people;
    private final DeviceService devices;
    private final Settings settings;
    private final SetUp setUp;

    PanelUsers(PeopleService people, DeviceService devices, Settings settings, SetUp setUp) {
        this.people = people;
        this.devices = devices;
        this.settings = settings;
        this.setUp = setUp;
    }

    /** A guest has a name in the device's language, no address, and is in no group. */
    PersonView person(PanelUser user) {
        if (!user.guest()) {
            return people.get(user.personId());
        }
        Locale language =
                settings.read().languageOf(devices.get(user.deviceId()).language());
        return new PersonView(
                GUEST,
                Message.of("delivery.guest").in(language),
                "guest",
                "",
                "",
                List.of(),
                false,
                null,
                false,
                false,
                null,
                List.of(),
                false);
    }

    /** The same for what is only shown, from what is in memory. */
    PersonView shown(PanelUser user) {
        return user.known().flatMap(people::known).orElseGet(() -> person(user));
    }

    /** The jobs that they may use. */
    Predicate<JobItem> uses(PanelUser user) {
        if (user.guest()) {
            return job -> job.isForGuests(setUp.office());
        }
        PersonView person = shown(user);
        return job -> job.isFor(person.id(), person.groups());
    }

    boolean guestsMayScan() {
        return settings.read().panelSignIn().guests();
    }
}
