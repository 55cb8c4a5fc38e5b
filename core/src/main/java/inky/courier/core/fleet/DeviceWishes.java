package inky.courier.core.fleet;

import inky.courier.core.Problem;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;

/**
 * What a device is to keep itself. Whatever is not among {@code fields} stays as the device has it.
 *
 * @param fields that Courier watches and sets, each once
 * @param contact whom to ask about the device, up to 80 letters
 * @param sleepMinutes 1 to 240: without work, before it sleeps
 * @param timeServer name or address of a server of NTP
 * @param mode whether it scans through Courier or by itself; through Courier where that is not said
 */
public record DeviceWishes(
        List<DeviceField> fields, String contact, int sleepMinutes, String timeServer, DeviceMode mode) {
    public static final int USUAL_SLEEP_MINUTES = 15;
    public static final DeviceWishes NONE =
            new DeviceWishes(List.of(), "", USUAL_SLEEP_MINUTES, "", DeviceMode.THROUGH_COURIER);

    private static final int LONGEST_CONTACT = 80;
    private static final int LONGEST_SLEEP = 240;

    public DeviceWishes {
        fields = fields == null
                ? List.of()
                : List.copyOf(
                        new TreeSet<>(fields.stream().filter(Objects::nonNull).toList()));
        contact = Objects.requireNonNullElse(contact, "").strip();
        timeServer = Objects.requireNonNullElse(timeServer, "").strip();
        mode = Objects.requireNonNullElse(mode, DeviceMode.THROUGH_COURIER);
        sleepMinutes = sleepMinutes == 0 ? USUAL_SLEEP_MINUTES : sleepMinutes;
    }

    public boolean watches(DeviceField field) {
        return fields.contains(field);
    }

    /** Only what is watched has to be right: what is kept for later may be empty. */
    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(contact, LONGEST_CONTACT) && (watches(DeviceField.CONTACT) || !contact.isEmpty())) {
            problems.add(Problem.of("device.contact", "contact"));
        }
        if (sleepMinutes < 1 || sleepMinutes > LONGEST_SLEEP) {
            problems.add(Problem.of("device.sleep", "sleepMinutes"));
        }
        if (!HostAddress.isValid(timeServer) && (watches(DeviceField.TIME_SERVER) || !timeServer.isEmpty())) {
            problems.add(Problem.of("device.time-server", "timeServer"));
        }
        return problems;
    }

    /** The same, with some fields as another device has them wanted: whether they are watched, and what is wanted. */
    public DeviceWishes with(DeviceWishes other, Collection<DeviceField> which) {
        TreeSet<DeviceField> all = new TreeSet<>(fields);
        all.removeAll(which);
        which.stream().filter(other::watches).forEach(all::add);
        return new DeviceWishes(
                List.copyOf(all),
                which.contains(DeviceField.CONTACT) ? other.contact : contact,
                which.contains(DeviceField.SLEEP) ? other.sleepMinutes : sleepMinutes,
                which.contains(DeviceField.TIME_SERVER) ? other.timeServer : timeServer,
                which.contains(DeviceField.MODE) ? other.mode : mode);
    }
}
