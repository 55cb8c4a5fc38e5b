package inky.courier.mail;

import inky.courier.core.mail.Encryption;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.UUID;

@Entity
class MailServer {
    @Id
    UUID id = UUID.randomUUID();

    @Version
    Long version;

    String name;
    String host;
    int port;

    @Enumerated(EnumType.STRING)
    Encryption encryption;

    @Enumerated(EnumType.STRING)
    CertificateCheck certificateCheck;

    String fingerprint;

    @Enumerated(EnumType.STRING)
    MailSignIn signIn;

    String account;

    /** The password, sealed. */
    byte[] secret;

    String sender;
    boolean senderIsPerson;
    int sizeLimitMb;
    Instant createdAt;
}
