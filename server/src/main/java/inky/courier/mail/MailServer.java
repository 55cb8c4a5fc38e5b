package inky.courier.mail;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
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

    /** Where tokens are had (OAuth 2); empty without one. */
    String tokenEndpoint = "";

    String clientId = "";

    /** Of a confidential client, sealed. */
    byte[] clientSecret;

    String sender;
    boolean senderIsPerson;
    int sizeLimitMb;
    Instant createdAt;
}
