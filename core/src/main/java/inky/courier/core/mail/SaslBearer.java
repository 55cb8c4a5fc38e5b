package inky.courier.core.mail;

import java.nio.charset.StandardCharsets;
import java.util.Base64;

/** The OAUTHBEARER sign-in of RFC 7628 section 3.1, as RFC 4954 carries it in an AUTH command. */
public final class SaslBearer {
    private static final char END = '\u0001';

    private SaslBearer() {}

    /**
     * The initial response in base64. In the GS2 header "," and "=" of the account are written "=2C" and "=3D" (RFC 5801
     * section 4).
     *
     * @throws IllegalArgumentException when a part holds a control character, which would end its field
     */
    public static String initialResponse(String account, String host, int port, String token) {
        if ((account + host + token).chars().anyMatch(c -> c < 0x20)) {
            throw new IllegalArgumentException("control character in a sign-in");
        }
        String name = account.replace("=", "=3D").replace(",", "=2C");
        String message = "n,a=" + name + "," + END + "host=" + host + END + "port=" + port + END + "auth=Bearer "
                + token + END + END;
        return Base64.getEncoder().encodeToString(message.getBytes(StandardCharsets.UTF_8));
    }
}
