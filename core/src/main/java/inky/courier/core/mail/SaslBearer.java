package inky.courier.core.mail;

import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.Locale;

/** Sign-ins by a token, as RFC 4954 carries them in an AUTH command. */
public enum SaslBearer {
    /** RFC 7628 section 3.1. An error comes as a challenge, which a byte of 1 ends (section 3.2.3). */
    OAUTHBEARER("AQ=="),

    /** Its forerunner, which many servers offer alone; of no standard, from memory. An empty answer ends an error. */
    XOAUTH2("");

    private static final char END = '\u0001';

    private final String afterError;

    SaslBearer(String afterError) {
        this.afterError = afterError;
    }

    /**
     * The one to use with a server.
     *
     * @param offered the words after AUTH in its answer to EHLO
     */
    public static SaslBearer of(String offered) {
        String words = offered.toUpperCase(Locale.ROOT);
        return words.contains(XOAUTH2.name()) && !words.contains(OAUTHBEARER.name()) ? XOAUTH2 : OAUTHBEARER;
    }

    /** What a client says to a challenge that tells of an error, before the error itself comes. */
    public String afterError() {
        return afterError;
    }

    /**
     * The initial response in base64. In the GS2 header of RFC 7628 "," and "=" of the account are written "=2C" and "=3D"
     * (RFC 5801 section 4).
     *
     * @throws IllegalArgumentException when a part holds a control character, which would end its field
     */
    public String initialResponse(String account, String host, int port, String token) {
        if ((account + host + token).chars().anyMatch(c -> c < 0x20)) {
            throw new IllegalArgumentException("control character in a sign-in");
        }
        String name = account.replace("=", "=3D").replace(",", "=2C");
        String head = this == XOAUTH2
                ? "user=" + account + END
                : "n,a=" + name + "," + END + "host=" + host + END + "port=" + port + END;
        String message = head + "auth=Bearer " + token + END + END;
        return Base64.getEncoder().encodeToString(message.getBytes(StandardCharsets.UTF_8));
    }
}
