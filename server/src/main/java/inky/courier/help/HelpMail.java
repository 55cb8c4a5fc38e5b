package inky.courier.help;

import inky.courier.core.message.Message;
import inky.courier.core.office.OfficeSettings;
import inky.courier.destination.Announcements;
import inky.courier.destination.Announcements.Announcement;
import inky.courier.device.DeviceService;
import inky.courier.people.PeopleService;
import inky.courier.settings.Settings;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Locale;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Tells the help desk of calls by mail, where the office says so. */
@Component
class HelpMail {
    private static final Duration PAUSE = Duration.ofMinutes(1);

    /** A call that nobody could be told of for so long has been answered otherwise. */
    private static final Duration TRIED = Duration.ofMinutes(30);

    private final HelpCallRepository calls;
    private final DeviceService devices;
    private final PeopleService people;
    private final Settings settings;
    private final Announcements announcements;
    private final Clock clock;

    HelpMail(
            HelpCallRepository calls,
            DeviceService devices,
            PeopleService people,
            Settings settings,
            Announcements announcements,
            Clock clock) {
        this.calls = calls;
        this.devices = devices;
        this.people = people;
        this.settings = settings;
        this.announcements = announcements;
        this.clock = clock;
    }

    /** @return when to try again, where no mail server has taken it; nothing when that is over */
    Optional<Instant> send(UUID id) {
        OfficeSettings office = settings.read();
        Optional<HelpCall> call = calls.findById(id).filter(one -> one.endedAt == null);
        if (call.isEmpty()
                || office.helpDesk().email().isEmpty()
                || announcements.send(announcement(office, call.get()))) {
            return Optional.empty();
        }
        Instant now = clock.instant();
        return now.isBefore(call.get().calledAt.plus(TRIED)) ? Optional.of(now.plus(PAUSE)) : Optional.empty();
    }

    private Announcement announcement(OfficeSettings office, HelpCall call) {
        Locale language = office.languageOf("");
        DeviceService.DeviceView device = devices.get(call.deviceId);
        String where = device.place().isEmpty() ? device.name() : device.place() + ", " + device.name();
        String who = Optional.ofNullable(call.personId)
                .flatMap(people::nameOf)
                .orElse(Message.of("mail.help.nobody").in(language));
        StringBuilder text = new StringBuilder(who)
                .append(": ")
                .append(call.step.words().in(language))
                .append('\n');
        for (String more : new String[] {call.wish, call.shown}) {
            if (!more.isEmpty()) {
                text.append(more).append('\n');
            }
        }
        if (!office.address().isEmpty()) {
            text.append('\n')
                    .append(office.address())
                    .append("/help/")
                    .append(call.id)
                    .append('\n');
        }
        String subject = Message.of("mail.help.subject").with("where", where).in(language);
        return new Announcement("", office.helpDesk().email(), subject, text.toString());
    }
}
