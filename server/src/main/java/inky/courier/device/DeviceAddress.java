package inky.courier.device;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.message.Message;
import java.net.URI;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Where and how a device is reached: a host name or IPv4 address, and the port of its protocol. */
public record DeviceAddress(String host, int port, DeviceProtocol protocol) {
    /** Where scanners answer eSCL, as their own pages. */
    private static final int WEB = 80;

    private static final Pattern FORM =
            Pattern.compile("([A-Za-z0-9]([A-Za-z0-9.-]{0,251}[A-Za-z0-9])?)(?::(\\d{1,5}))?");

    /**
     * Where a device can be that is reached at an address, the likeliest first.
     *
     * @param text as a person enters it, with or without a port
     * @param usualPort of IPP
     * @param protocol empty where it has to be found out
     * @throws Invalid when it is no address
     */
    static List<DeviceAddress> candidates(String text, int usualPort, Optional<DeviceProtocol> protocol) {
        Matcher matcher = FORM.matcher(text.strip());
        if (!matcher.matches()) {
            throw Invalid.of("device.address", "address");
        }
        String host = matcher.group(1);
        List<Integer> ports =
                matcher.group(3) == null ? List.of(usualPort, WEB) : List.of(port(Integer.parseInt(matcher.group(3))));
        return ports.stream()
                .flatMap(port -> protocol.map(Stream::of)
                        .orElseGet(() -> Stream.of(DeviceProtocol.values()))
                        .filter(one -> one != DeviceProtocol.IPP || port != WEB || ports.size() == 1)
                        .map(one -> new DeviceAddress(host, port, one)))
                .toList();
    }

    private static int port(int port) {
        if (port < 1 || port > 65_535) {
            throw new Invalid(
                    "device.address",
                    "address",
                    Message.of("problem.device.port").with("port", port),
                    Message.of("problem.device.port.remedy"));
        }
        return port;
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
