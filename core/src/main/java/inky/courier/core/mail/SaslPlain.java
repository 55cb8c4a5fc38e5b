package inky.courier.core.mail;

import java.nio.charset.StandardCharsets;
import java.util.Base64;

/** The PLAIN sign-in of RFC 4616, as RFC 4954 carries it in an AUTH command. */
public final class SaslPlain {
    private SaslPlain() {}

    /**
     * The initial response in base64.
     *
     * @param actAs the authorisation identity; empty when it is the account itself
     * @throws IllegalArgumentException when a part contains NUL, which RFC 4616 section 2 forbids
     */
    public static String initialResponse(String actAs, String account, String password) {
        if ((actAs + account + password).indexOf('\0') >= 0) {
            throw new IllegalArgumentException("NUL in a sign-in");
        }
        String message = actAs + '\0' + account + '\0' + password;
        return Base64.getEncoder().encodeToString(message.getBytes(StandardCharsets.UTF_8));
    }
}
