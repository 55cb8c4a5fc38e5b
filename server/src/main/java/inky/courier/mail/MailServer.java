package inky.courier.mail;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.mail.MailSignIn;
import inky.courier.core.office.MailServerItem;
import inky.courier.setup.ItemRow;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;
import java.util.UUID;

@Entity
class MailServer implements ItemRow<MailServerItem> {
    static final String PASSWORD = "password";
    static final String CLIENT_SECRET = "client secret";

    @Id
    UUID id;

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

    static MailServer of(UUID id, Instant now) {
        MailServer server = new MailServer();
        server.id = id;
        server.createdAt = now;
        return server;
    }

    @Override
    public MailServerItem item() {
        return new MailServerItem(
                id,
                name,
                host,
                port,
                encryption,
                certificateCheck,
                fingerprint,
                signIn,
                account,
                sender,
                senderIsPerson,
                sizeLimitMb,
                tokenEndpoint,
                clientId);
    }

    @Override
    public void take(MailServerItem item) {
        name = item.name();
        host = item.host();
        port = item.port();
        encryption = item.encryption();
        certificateCheck = item.certificateCheck();
        fingerprint = item.fingerprint();
        signIn = item.signIn();
        account = item.account();
        sender = item.sender();
        senderIsPerson = item.senderIsPerson();
        sizeLimitMb = item.sizeLimitMb();
        tokenEndpoint = item.tokenEndpoint();
        clientId = item.clientId();
    }

    @Override
    public Map<String, byte[]> secrets() {
        Map<String, byte[]> secrets = new HashMap<>();
        secrets.put(PASSWORD, secret);
        secrets.put(CLIENT_SECRET, clientSecret);
        return secrets;
    }

    @Override
    public void keepSecrets(Map<String, byte[]> sealed) {
        secret = sealed.get(PASSWORD);
        clientSecret = sealed.get(CLIENT_SECRET);
    }
}
