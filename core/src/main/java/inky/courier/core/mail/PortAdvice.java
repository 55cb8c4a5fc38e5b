package inky.courier.core.mail;

import inky.courier.core.connection.Encryption;
import inky.courier.core.message.Message;
import java.util.Optional;

/** What the customary use of a port says about the chosen encryption. */
public final class PortAdvice {
    /** TLS from the start, RFC 8314 section 3.3. */
    private static final int SUBMISSIONS = 465;

    /** STARTTLS, RFC 6409 section 3.1 and RFC 8314 section 3.3. */
    private static final int SUBMISSION = 587;

    /** Between mail servers, RFC 5321. */
    private static final int RELAY = 25;

    private PortAdvice() {}

    /** A sentence when port and encryption do not customarily go together. */
    public static Optional<Message> of(int port, Encryption encryption) {
        if (port == SUBMISSIONS && encryption != Encryption.TLS) {
            return Optional.of(Message.of("probe.mail.port-465"));
        }
        if (port == SUBMISSION && encryption == Encryption.TLS) {
            return Optional.of(Message.of("probe.mail.port-587"));
        }
        if (port == RELAY && encryption == Encryption.TLS) {
            return Optional.of(Message.of("probe.mail.port-25"));
        }
        return Optional.empty();
    }
}
