package inky.courier.device;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.message.Message;
import java.net.URI;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Where and how a device is reached: a host name or IPv4 address, and the port of its protocol. */
public record DeviceAddress(String host, int port, DeviceProtocol protocol) {
    private static final Pattern FORM =
            Pattern.compile("([A-Za-z0-9]([A-Za-z0-9.-]{0,251}[A-Za-z0-9])?)(?::(\\d{1,5}))?");

    /** @throws Invalid when it is no address */
    public static DeviceAddress parse(String text, int usualPort) {
        Matcher matcher = FORM.matcher(text.strip());
        if (!matcher.matches()) {
            throw Invalid.of("device.address", "address");
        }
        int port = matcher.group(3) == null ? usualPort : Integer.parseInt(matcher.group(3));
        if (port < 1 || port > 65_535) {
            throw new Invalid(
                    "device.address",
                    "address",
                    Message.of("problem.device.port").with("port", port),
                    Message.of("problem.device.port.remedy"));
        }
        return new DeviceAddress(matcher.group(1), port, DeviceProtocol.IPP);
    }

    URI ippUri() {
        return URI.create("ipp://" + host + ":" + port + "/ipp/scan");
    }

    URI printUri() {
        return URI.create("ipp://" + host + ":" + port + "/ipp/print");
    }

    URI httpPrintUri() {
        return URI.create("http://" + host + ":" + port + "/ipp/print");
    }

    URI httpUri() {
        return URI.create("http://" + host + ":" + port + "/ipp/scan");
    }
}
