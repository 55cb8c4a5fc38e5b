package inky.courier.directory;

import com.unboundid.ldap.sdk.Attribute;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.Modification;
import com.unboundid.ldap.sdk.ModificationType;
import inky.courier.harness.Waiting;
import inky.courier.standins.FreePort;
import inky.courier.standins.StandInDirectory;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** A directory to test against: Debian's slapd (OpenLDAP), or the stand-in of the demo. */
abstract class DirectoryPeer implements AutoCloseable {
    static final String BASE = "dc=wherrymoor,dc=example";
    static final String READER = "cn=reader," + BASE;
    static final String PASSWORD = "Kelp & Anchor 9";

    abstract String address();

    abstract int port();

    abstract int tlsPort();

    /** A line on which everything may be written. */
    abstract LDAPConnection admin() throws LDAPException;

    void person(LDAPConnection admin, String login, String name, String email) throws LDAPException {
        String sn = name.substring(name.lastIndexOf(' ') + 1);
        admin.add(
                dn(login),
                new Attribute("objectClass", "inetOrgPerson"),
                new Attribute("uid", login),
                new Attribute("cn", name),
                new Attribute("sn", sn),
                new Attribute("mail", email));
    }

    static String dn(String login) {
        return "uid=" + login + ",ou=people," + BASE;
    }

    void group(LDAPConnection admin, String name, String... logins) throws LDAPException {
        List<String> members = List.of(logins).stream().map(DirectoryPeer::dn).toList();
        admin.add(
                "cn=" + name + ",ou=groups," + BASE,
                new Attribute("objectClass", "groupOfNames"),
                new Attribute("cn", name),
                new Attribute("member", members));
    }

    static void change(LDAPConnection admin, String dn, String attribute, String... values) throws LDAPException {
        admin.modify(dn, new Modification(ModificationType.REPLACE, attribute, values));
    }

    @Override
    public abstract void close() throws Exception;

    static final class StandIn extends DirectoryPeer {
        private final StandInDirectory directory;

        StandIn(Path folder) throws IOException {
            directory = StandInDirectory.open(new StandInDirectory.Settings(
                    "directory.wherrymoor.example", address(), 0, BASE, READER, PASSWORD, folder));
        }

        @Override
        String address() {
            return "127.40.12.1";
        }

        @Override
        int port() {
            return directory.port();
        }

        @Override
        int tlsPort() {
            return directory.tlsPort();
        }

        @Override
        LDAPConnection admin() throws LDAPException {
            return new LDAPConnection(address(), port(), READER, PASSWORD);
        }

        @Override
        public void close() {
            directory.close();
        }
    }

    /** With a configuration of its own, started and ended by the test. */
    static final class Slapd extends DirectoryPeer {
        /** Whom it gives no more than five hundred entries, as it does to everybody unless told otherwise. */
        static final String SHORT = "cn=short," + BASE;

        private static final String ADMIN = "cn=admin," + BASE;
        private final int port;
        private final int tlsPort;
        private final Process process;

        Slapd(Path folder) throws Exception {
            port = FreePort.at(address());
            tlsPort = FreePort.at(address());
            Path data = Files.createDirectories(folder.resolve("data"));
            run(
                    "openssl",
                    "req",
                    "-x509",
                    "-newkey",
                    "rsa:2048",
                    "-nodes",
                    "-days",
                    "2",
                    "-subj",
                    "/CN=directory.wherrymoor.example",
                    "-keyout",
                    folder.resolve("key.pem").toString(),
                    "-out",
                    folder.resolve("cert.pem").toString());
            Path config = folder.resolve("slapd.conf");
            Files.writeString(config, """
                    include /etc/ldap/schema/core.schema
                    include /etc/ldap/schema/cosine.schema
                    include /etc/ldap/schema/inetorgperson.schema
                    modulepath /usr/lib/ldap
                    moduleload back_mdb
                    TLSCertificateFile %1$s/cert.pem
                    TLSCertificateKeyFile %1$s/key.pem
                    database mdb
                    maxsize 1073741824
                    suffix "%2$s"
                    rootdn "%3$s"
                    rootpw admin
                    directory %4$s
                    index objectClass,uid eq
                    index cn,mail eq,sub
                    dbnosync
                    limits dn.exact="%5$s" size=unlimited
                    access to attrs=userPassword by anonymous auth by * none
                    access to * by users read by * none
                    """.formatted(folder, BASE, ADMIN, data, READER));
            process = new ProcessBuilder(
                            "/usr/sbin/slapd",
                            "-d",
                            "0",
                            "-f",
                            config.toString(),
                            "-h",
                            "ldap://" + address() + ":" + port + " ldaps://" + address() + ":" + tlsPort)
                    .redirectErrorStream(true)
                    .redirectOutput(folder.resolve("slapd.log").toFile())
                    .start();
            Waiting.until(
                    () -> {
                        if (!process.isAlive()) {
                            throw new IllegalStateException("slapd has ended, see " + folder);
                        }
                        try (LDAPConnection line = admin()) {
                            return line.isConnected();
                        } catch (LDAPException notYet) {
                            return false;
                        }
                    },
                    "slapd answers");
            try (LDAPConnection admin = admin()) {
                admin.add(
                        BASE,
                        new Attribute("objectClass", "dcObject", "organization"),
                        new Attribute("dc", "wherrymoor"),
                        new Attribute("o", "Wherrymoor Ferries"));
                for (String unit : List.of("people", "groups")) {
                    admin.add(
                            "ou=" + unit + "," + BASE,
                            new Attribute("objectClass", "organizationalUnit"),
                            new Attribute("ou", unit));
                }
                for (String account : List.of(READER, SHORT)) {
                    admin.add(
                            account,
                            new Attribute("objectClass", "applicationProcess", "simpleSecurityObject"),
                            new Attribute("cn", account.substring(3, account.indexOf(','))),
                            new Attribute("userPassword", PASSWORD));
                }
            }
        }

        private static void run(String... command) throws Exception {
            Process one = new ProcessBuilder(command).redirectErrorStream(true).start();
            String said = new String(one.getInputStream().readAllBytes());
            if (one.waitFor() != 0) {
                throw new IllegalStateException(said);
            }
        }

        @Override
        String address() {
            return "127.40.12.2";
        }

        @Override
        int port() {
            return port;
        }

        @Override
        int tlsPort() {
            return tlsPort;
        }

        @Override
        LDAPConnection admin() throws LDAPException {
            return new LDAPConnection(address(), port, ADMIN, "admin");
        }

        @Override
        public void close() throws Exception {
            process.destroy();
            process.waitFor();
        }
    }
}
