package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.connection.HostAddress;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;

/**
 * A device as it is wanted.
 *
 * @param place where it stands
 * @param placeWhat the same in words
 * @param host name or address, and {@code port} of IPP
 * @param signOutSeconds 15 to 600: how long a person may do nothing at the panel
 */
public record DeviceItem(
        UUID id, String name, String place, String placeWhat, String host, int port, int signOutSeconds)
        implements Item {
    private static final int LONGEST = 40;
    private static final int SHORTEST_SIGN_OUT = 15;
    private static final int LONGEST_SIGN_OUT = 600;

    public DeviceItem {
        Required.value(host, "host");
        name = Required.value(name, "name").strip();
        place = Required.value(place, "place").strip();
        placeWhat = Required.value(placeWhat, "placeWhat").strip();
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.DEVICE;
    }

    @Override
    public void check(Office office) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, LONGEST)) {
            problems.add(new Problem(
                    "device.name",
                    "name",
                    "A device needs a name of 1 to 40 characters.",
                    "Name it after the room it stands in."));
        }
        if (place.length() > LONGEST || placeWhat.length() > LONGEST) {
            problems.add(new Problem("device.place", "place", "A place has at most 40 characters.", "Shorten it."));
        }
        if (signOutSeconds < SHORTEST_SIGN_OUT || signOutSeconds > LONGEST_SIGN_OUT) {
            problems.add(new Problem(
                    "device.sign-out", "signOutSeconds", "Signing out takes 15 to 600 seconds.", "60 is usual."));
        }
        if (!HostAddress.isValid(host) || port < 1 || port > 65_535) {
            problems.add(new Problem(
                    "device.address",
                    "address",
                    "This is not a network address.",
                    "For example 192.0.2.17, or the device's name on the network."));
        }
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
                            "This address is the device " + other.name + ".",
                            "Open that one instead.");
                });
    }
}
