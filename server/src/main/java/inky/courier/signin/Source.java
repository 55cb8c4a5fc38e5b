package inky.courier.signin;

import jakarta.servlet.http.HttpServletRequest;
import java.net.Inet6Address;
import java.net.InetAddress;
import java.net.UnknownHostException;
import java.util.HexFormat;

/**
 * Where a request comes from: the client's address, or the one that a trusted proxy names.
 *
 * @param address as it is shown and recorded
 */
public record Source(String address) {
    private static final int NETWORK_BYTES = 8;

    public static Source of(HttpServletRequest request) {
        return new Source(request.getRemoteAddr());
    }

    /** What counts as one guesser: an IPv4 address, or the 64 bits of an IPv6 network, in which one host has all addresses (RFC 4291 section 2.5.4). */
    String network() {
        try {
            // An address is never looked up: it has only digits and colons.
            InetAddress parsed = InetAddress.getByName(address);
            return parsed instanceof Inet6Address
                    ? HexFormat.of().formatHex(parsed.getAddress(), 0, NETWORK_BYTES)
                    : parsed.getHostAddress();
        } catch (UnknownHostException e) {
            return address;
        }
    }
}
