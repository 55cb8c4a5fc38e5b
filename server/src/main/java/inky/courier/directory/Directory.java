package inky.courier.directory;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.Encryption;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.DirectoryItem.Attributes;
import inky.courier.core.office.DirectoryItem.TakesPeople;
import inky.courier.setup.ItemRow;
import inky.courier.web.Json;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import tools.jackson.core.type.TypeReference;

@Entity
class Directory implements ItemRow<DirectoryItem> {
    static final String PASSWORD = "password";

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
    String account;

    /** The password, sealed. */
    byte[] secret;

    String base;
    String filter;
    String loginAttribute;
    String nameAttribute;
    String emailAttribute;
    String groupOf;
    String groupFilter;

    /** Names as JSON. */
    String groups;

    @Enumerated(EnumType.STRING)
    TakesPeople takesPeople;

    String time;
    boolean search;
    Instant createdAt;

    static Directory of(UUID id, Instant now) {
        Directory directory = new Directory();
        directory.id = id;
        directory.createdAt = now;
        return directory;
    }

    @Override
    public DirectoryItem item() {
        return new DirectoryItem(
                id,
                name,
                host,
                port,
                encryption,
                certificateCheck,
                fingerprint,
                account,
                base,
                filter,
                new Attributes(loginAttribute, nameAttribute, emailAttribute),
                groupOf,
                groupFilter,
                Json.read(groups, new TypeReference<List<String>>() {}),
                takesPeople,
                time,
                search);
    }

    @Override
    public void take(DirectoryItem item) {
        name = item.name();
        host = item.host();
        port = item.port();
        encryption = item.encryption();
        certificateCheck = item.certificateCheck();
        fingerprint = item.fingerprint();
        account = item.account();
        base = item.base();
        filter = item.filter();
        loginAttribute = item.attributes().login();
        nameAttribute = item.attributes().name();
        emailAttribute = item.attributes().email();
        groupOf = item.groupOf();
        groupFilter = item.groupFilter();
        groups = Json.write(item.groups());
        takesPeople = item.takesPeople();
        time = item.time();
        search = item.search();
    }

    @Override
    public Map<String, byte[]> secrets() {
        Map<String, byte[]> secrets = new HashMap<>();
        secrets.put(PASSWORD, secret);
        return secrets;
    }

    @Override
    public void keepSecrets(Map<String, byte[]> sealed) {
        secret = sealed.get(PASSWORD);
    }
}
