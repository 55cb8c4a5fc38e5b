package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.fleet.DeviceAccess;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceWishes;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.UUID;

/**
 * A device as it is wanted.
 *
 * @param place where it stands
 * @param placeWhat the same in words
 * @param host name or address, and {@code port} of IPP
 * @param signOutSeconds 15 to 600: how long a person may do nothing at the panel
 * @param protocol how it is spoken to; IPP where nothing is said
 * @param access how the line is protected; open where nothing is said
 * @param language of its panel before somebody signs in, as a tag of BCP 47; empty for the office's
 * @param wishes what it is to keep itself; nothing where nothing is said
 */
public record DeviceItem(
        UUID id,
        String name,
        String place,
        String placeWhat,
        String host,
        int port,
        int signOutSeconds,
        String language,
        DeviceProtocol protocol,
        DeviceAccess access,
        DeviceWishes wishes)
        implements Item {
    private static final int LONGEST = 40;
    private static final int SHORTEST_SIGN_OUT = 15;
    private static final int LONGEST_SIGN_OUT = 600;

    public DeviceItem {
        Required.value(host, "host");
        name = Required.value(name, "name").strip();
        place = Required.value(place, "place").strip();
        language = Objects.requireNonNullElse(language, "");
        protocol = Objects.requireNonNullElse(protocol, DeviceProtocol.IPP);
        access = Objects.requireNonNullElse(access, DeviceAccess.OPEN);
        wishes = Objects.requireNonNullElse(wishes, DeviceWishes.NONE);
        placeWhat = Required.value(placeWhat, "placeWhat").strip();
    }

    /** One that is reached openly, and keeps its settings as they are. */
    public DeviceItem(
            UUID id,
            String name,
            String place,
            String placeWhat,
            String host,
            int port,
            int signOutSeconds,
            String language,
            DeviceProtocol protocol) {
        this(
                id,
                name,
                place,
                placeWhat,
                host,
                port,
                signOutSeconds,
                language,
                protocol,
                DeviceAccess.OPEN,
                DeviceWishes.NONE);
    }

    /** The same, with what is wanted of some fields at another device. Its name and its place stay its own. */
    public DeviceItem wanting(DeviceItem other, Collection<DeviceField> fields) {
        return new DeviceItem(
                id,
                name,
                place,
                placeWhat,
                host,
                port,
                fields.contains(DeviceField.SIGN_OUT) ? other.signOutSeconds : signOutSeconds,
                fields.contains(DeviceField.LANGUAGE) ? other.language : language,
                protocol,
                access,
                wishes.with(other.wishes, fields));
    }

    /**
     * What is wanted at the device itself, of the fields that are watched.
     *
     * @param usualLanguage where its panel has none of its own
     */
    public Map<DeviceField, String> wantedThere(String usualLanguage) {
        Map<DeviceField, String> wanted = new EnumMap<>(DeviceField.class);
        for (DeviceField field : wishes.fields()) {
            wanted.put(
                    field,
                    switch (field) {
                        case NAME -> DeviceField.fitting(name);
                        case PLACE -> DeviceField.fitting(placeWhat.isEmpty() ? place : place + ", " + placeWhat);
                        case CONTACT -> DeviceField.fitting(wishes.contact());
                        case LANGUAGE -> language.isEmpty() ? usualLanguage : language;
                        case SLEEP -> Integer.toString(wishes.sleepMinutes());
                        case TIME_SERVER -> wishes.timeServer();
                        case SIGN_OUT -> Integer.toString(signOutSeconds);
                        case MODE -> wishes.mode().keyword();
                    });
        }
        return wanted;
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.DEVICE;
    }

    @Override
    public void check(Office office) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, LONGEST)) {
            problems.add(Problem.of("device.name", "name"));
        }
        if (place.length() > LONGEST || placeWhat.length() > LONGEST) {
            problems.add(Problem.of("device.place", "place"));
        }
        if (signOutSeconds < SHORTEST_SIGN_OUT || signOutSeconds > LONGEST_SIGN_OUT) {
            problems.add(Problem.of("device.sign-out", "signOutSeconds"));
        }
        if (!HostAddress.isValid(host) || port < 1 || port > 65_535) {
            problems.add(Problem.of("device.address", "address"));
        }
        problems.addAll(access.problems());
        problems.addAll(wishes.problems());
        Languages.problem(language, "language").ifPresent(problems::add);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        office.all(DeviceItem.class).stream()
                .filter(other -> !other.id.equals(id) && other.host.equalsIgnoreCase(host) && other.port == port)
                .findFirst()
                .ifPresent(other -> {
                    throw new Invalid(
                            "device.known",
                            "address",
                            Message.of("problem.device.known").with("name", other.name),
                            Message.of("problem.device.known.remedy"));
                });
    }
}
