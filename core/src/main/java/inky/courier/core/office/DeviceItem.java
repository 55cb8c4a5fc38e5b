package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.fleet.DeviceAccess;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
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
        DeviceAccess access)
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
        placeWhat = Required.value(placeWhat, "placeWhat").strip();
    }

    /** One that is reached openly. */
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
        this(id, name, place, placeWhat, host, port, signOutSeconds, language, protocol, DeviceAccess.OPEN);
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
