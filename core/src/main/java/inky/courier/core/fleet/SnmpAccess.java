package inky.courier.core.fleet;

import inky.courier.core.Problem;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;

/**
 * How devices are asked by SNMP; the community and the passwords are kept as secrets beside it.
 *
 * @param port where devices answer, 1 to 65535
 * @param user of version 3 (RFC 3414), up to 32 characters; empty for none
 * @param authentication of version 3: how the user proves to know its password
 * @param privacy of version 3: how what is said is encrypted
 */
public record SnmpAccess(Version version, Integer port, String user, Authentication authentication, Privacy privacy) {
    private static final int USUAL_PORT = 161;

    public static final SnmpAccess OFF =
            new SnmpAccess(Version.OFF, USUAL_PORT, "", Authentication.SHA_256, Privacy.AES_128);

    /** RFC 3411 section 5: an {@code SnmpAdminString} of a user. */
    private static final int LONGEST_USER = 32;

    /** RFC 3414 section 11.2. */
    private static final int SHORTEST_PASSWORD = 8;

    private static final int LONGEST_SECRET = 200;

    public enum Version {
        OFF,
        /** With a community, which anybody on the network can read: RFC 3416, RFC 1901. */
        V2C,
        /** With a user: RFC 3414. */
        V3
    }

    /** RFC 3414 section 7, RFC 7860. */
    public enum Authentication {
        SHA_1,
        SHA_256,
        SHA_512
    }

    /** RFC 3826; with 256 bits as makers have agreed on it. */
    public enum Privacy {
        NONE,
        AES_128,
        AES_256
    }

    public SnmpAccess {
        version = Objects.requireNonNullElse(version, Version.OFF);
        port = Objects.requireNonNullElse(port, USUAL_PORT);
        user = Objects.requireNonNullElse(user, "").strip();
        authentication = Objects.requireNonNullElse(authentication, Authentication.SHA_256);
        privacy = Objects.requireNonNullElse(privacy, Privacy.AES_128);
    }

    public boolean asks() {
        return version != Version.OFF;
    }

    /** Whether a password for encryption is needed. */
    public boolean encrypts() {
        return version == Version.V3 && privacy != Privacy.NONE;
    }

    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        if (port < 1 || port > 65_535) {
            problems.add(Problem.of("settings.snmp-port", "snmp.port"));
        }
        boolean missing = version == Version.V3 && user.isEmpty();
        if (missing || user.length() > LONGEST_USER || !PlainText.isLine(user)) {
            problems.add(Problem.of("settings.snmp-user", "snmp.user"));
        }
        return problems;
    }

    /** Whether it can be one: other devices refuse what is too short, so nobody need find out there. */
    public static boolean canBePassword(String password) {
        return password.length() >= SHORTEST_PASSWORD && canBeCommunity(password);
    }

    public static boolean canBeCommunity(String community) {
        return !community.isEmpty() && community.length() <= LONGEST_SECRET && PlainText.isLine(community);
    }
}
