package inky.courier.standins;

import com.unboundid.ldap.listener.InMemoryDirectoryServer;
import com.unboundid.ldap.listener.InMemoryDirectoryServerConfig;
import com.unboundid.ldap.listener.InMemoryListenerConfig;
import com.unboundid.ldap.sdk.Attribute;
import com.unboundid.ldap.sdk.DN;
import com.unboundid.ldap.sdk.Entry;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.OperationType;
import com.unboundid.ldap.sdk.RDN;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import javax.net.ssl.SSLContext;

/** A directory of people and groups that speaks LDAP, with STARTTLS on one port and TLS on the next. */
public final class StandInDirectory implements AutoCloseable {
    private static final int DAYS = 730;

    private final InMemoryDirectoryServer server;
    private final Settings settings;

    private StandInDirectory(InMemoryDirectoryServer server, Settings settings) {
        this.server = server;
        this.settings = settings;
    }

    /**
     * @param base below which everything is, as a distinguished name of domain components
     * @param account a distinguished name that may read everything; nobody else may
     * @param folder for the certificate
     */
    public record Settings(
            String host, String address, int port, String base, String account, String password, Path folder) {}

    /** Somebody in it. */
    public record Person(String name, String login, String email, List<String> groups) {}

    public static StandInDirectory open(Settings settings) throws IOException {
        try {
            SSLContext tls = SelfSigned.context(settings.folder(), settings.host(), settings.address(), 0, DAYS);
            InetAddress address = InetAddress.getByName(settings.address());
            InMemoryDirectoryServerConfig config = new InMemoryDirectoryServerConfig(settings.base());
            config.addAdditionalBindCredentials(settings.account(), settings.password());
            config.setListenerConfigs(
                    InMemoryListenerConfig.createLDAPConfig("ldap", address, settings.port(), tls.getSocketFactory()),
                    InMemoryListenerConfig.createLDAPSConfig(
                            "ldaps",
                            address,
                            settings.port() == 0 ? 0 : settings.port() + 1,
                            tls.getServerSocketFactory(),
                            null));
            config.setAuthenticationRequiredOperationTypes(Set.of(OperationType.SEARCH, OperationType.COMPARE));
            InMemoryDirectoryServer server = new InMemoryDirectoryServer(config);
            server.add(base(settings.base()));
            server.add("ou=people," + settings.base(), unit("people"));
            server.add("ou=groups," + settings.base(), unit("groups"));
            server.startListening();
            return new StandInDirectory(server, settings);
        } catch (LDAPException e) {
            throw new IOException("the stand-in directory cannot be opened", e);
        }
    }

    private static Entry base(String base) throws LDAPException {
        String part = new DN(base).getRDN().getAttributeValues()[0];
        return new Entry(base, new Attribute("objectClass", "top", "domain"), new Attribute("dc", part));
    }

    private static Attribute[] unit(String name) {
        return new Attribute[] {new Attribute("objectClass", "top", "organizationalUnit"), new Attribute("ou", name)};
    }

    /** Has these people in it, and in groups, and nobody else. */
    public void fill(List<Person> people) throws IOException {
        try {
            for (String unit : List.of("people", "groups")) {
                String dn = "ou=" + unit + "," + settings.base();
                server.deleteSubtree(dn);
                server.add(dn, unit(unit));
            }
            Map<String, List<String>> members = new TreeMap<>();
            for (Person person : people) {
                String dn = new DN(new RDN("uid", person.login()), new DN("ou=people," + settings.base())).toString();
                String[] names = person.name().split(" ");
                server.add(
                        dn,
                        new Attribute("objectClass", "top", "person", "organizationalPerson", "inetOrgPerson"),
                        new Attribute("uid", person.login()),
                        new Attribute("cn", person.name()),
                        new Attribute("sn", names[names.length - 1]),
                        new Attribute("mail", person.email()));
                person.groups()
                        .forEach(group -> members.computeIfAbsent(group, none -> new ArrayList<>())
                                .add(dn));
            }
            for (Map.Entry<String, List<String>> group : members.entrySet()) {
                server.add(
                        new DN(new RDN("cn", group.getKey()), new DN("ou=groups," + settings.base())).toString(),
                        new Attribute("objectClass", "top", "groupOfNames"),
                        new Attribute("cn", group.getKey()),
                        new Attribute("member", group.getValue()));
            }
        } catch (LDAPException e) {
            throw new IOException("the stand-in directory cannot be filled", e);
        }
    }

    public int port() {
        return server.getListenPort("ldap");
    }

    public int tlsPort() {
        return server.getListenPort("ldaps");
    }

    @Override
    public void close() {
        server.shutDown(true);
    }
}
