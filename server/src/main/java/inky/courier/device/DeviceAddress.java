package inky.courier.device;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceAccess;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.message.Message;
import jakarta.annotation.Nullable;
import java.net.URI;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * Where and how a device is reached.
 *
 * @param host name or IPv4 address
 * @param port of its protocol
 * @param password of the account in {@code access}; empty for none
 */
public record DeviceAddress(String host, int port, DeviceProtocol protocol, DeviceAccess access, String password) {
    /** Where scanners answer eSCL, as their own pages: open and encrypted. */
    private static final int WEB = 80;

    private static final int SECURE_WEB = 443;

    /** Registered with IANA as sane-port. */
    private static final int SANE = 6566;

    private static final Pattern FORM =
            Pattern.compile("([A-Za-z0-9]([A-Za-z0-9.-]{0,251}[A-Za-z0-9])?)(?::(\\d{1,5}))?");

    /** One that is reached openly. */
    public DeviceAddress(String host, int port, DeviceProtocol protocol) {
        this(host, port, protocol, DeviceAccess.OPEN, "");
    }

    /** As a person enters it. @param address with or without a port; what is empty is to be found out */
    record Wanted(
            String address,
            Optional<DeviceProtocol> protocol,
            Optional<Boolean> encrypted,
            String fingerprint,
            String account,
            String password) {
        private DeviceAddress at(String host, int port, DeviceProtocol protocol, boolean tls) {
            return new DeviceAddress(
                    host, port, protocol, new DeviceAccess(tls, tls ? fingerprint : "", account), password);
        }
    }

    /**
     * Where a device can be that is reached at an address, the likeliest first.
     *
     * @param usualPort of IPP
     * @throws Invalid when it is no address
     */
    static List<DeviceAddress> candidates(Wanted wanted, int usualPort) {
        Matcher matcher = FORM.matcher(wanted.address.strip());
        if (!matcher.matches()) {
            throw Invalid.of("device.address", "address");
        }
        String host = matcher.group(1);
        Optional<Integer> given =
                Optional.ofNullable(matcher.group(3)).map(Integer::parseInt).map(DeviceAddress::port);
        return wanted.encrypted
                .map(Stream::of)
                .orElseGet(() -> Stream.of(false, true))
                .flatMap(encrypted -> wanted.protocol
                        .map(Stream::of)
                        .orElseGet(() -> Stream.of(DeviceProtocol.values()).filter(DeviceProtocol::answers))
                        // SANE has no encryption, and what is not asked needs none.
                        .filter(protocol -> !encrypted || protocol != DeviceProtocol.SANE && protocol.answers())
                        .flatMap(protocol -> ports(given, protocol, encrypted, usualPort)
                                .map(port -> wanted.at(host, port, protocol, encrypted))))
                .toList();
    }

    /** Where devices listen, of all protocols. */
    static Set<Integer> usualPorts(int usualPort) {
        return new TreeSet<>(List.of(usualPort, WEB, SECURE_WEB, SANE));
    }

    /** Whether it can be the address of one. */
    static boolean isOne(String text) {
        return FORM.matcher(text.strip()).matches();
    }

    private static Stream<Integer> ports(
            Optional<Integer> given, DeviceProtocol protocol, boolean encrypted, int usualPort) {
        return given.map(Stream::of).orElseGet(() -> switch (protocol) {
            case IPP, MAIL -> Stream.of(usualPort);
            case ESCL -> Stream.of(usualPort, encrypted ? SECURE_WEB : WEB);
            case SANE -> Stream.of(SANE);
        });
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
        return URI.create((isEncrypted() ? "ipps" : "ipp") + authority() + "/ipp/scan");
    }

    URI printUri() {
        return URI.create((isEncrypted() ? "ipps" : "ipp") + authority() + "/ipp/print");
    }

    URI httpPrintUri() {
        return http("/ipp/print");
    }

    URI httpUri() {
        return http("/ipp/scan");
    }

    /** @param path from the root */
    public URI http(String path) {
        return URI.create((isEncrypted() ? "https" : "http") + authority() + path);
    }

    private String authority() {
        return "://" + host + ":" + port;
    }

    /**
     * A page that it names, where that is one of its own: nobody is led to strangers.
     *
     * @param named may be null
     * @return empty for none
     */
    public String ownPage(@Nullable URI named) {
        boolean own = named != null
                && host.equalsIgnoreCase(named.getHost())
                && ("http".equals(named.getScheme()) || "https".equals(named.getScheme()));
        return own ? named.toString() : "";
    }

    public boolean isEncrypted() {
        return access.encrypted();
    }

    /** As a name of the line; what is secret is not in it. */
    @Override
    public String toString() {
        return protocol + authority();
    }
}
