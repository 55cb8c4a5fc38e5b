package inky.courier.bench;

import inky.courier.standins.FreePort;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Stream;

/** Debian's slapd with a configuration of its own, which anybody may read, and as many people as are wanted. */
final class OpenLdap implements AutoCloseable {
    private static final String ADDRESS = "127.40.14.1";
    private static final String BASE = "dc=wherrymoor,dc=example";

    private final Path folder = Files.createTempDirectory("bench-ldap");
    private final int port = FreePort.at(ADDRESS);
    private final Process process;

    /** @param names of people; they get logins and addresses by their number */
    OpenLdap(List<String> names) throws IOException, InterruptedException {
        Path config = folder.resolve("slapd.conf");
        Files.createDirectories(folder.resolve("data"));
        Files.writeString(config, """
                include /etc/ldap/schema/core.schema
                include /etc/ldap/schema/cosine.schema
                include /etc/ldap/schema/inetorgperson.schema
                modulepath /usr/lib/ldap
                moduleload back_mdb
                sizelimit unlimited
                database mdb
                maxsize 4294967296
                suffix "%s"
                directory %s
                index objectClass eq
                index cn,mail eq,pres,sub
                access to * by * read
                """.formatted(BASE, folder.resolve("data")));
        StringBuilder entries = new StringBuilder(
                "dn: " + BASE + "\nobjectClass: dcObject\nobjectClass: organization\ndc: wherrymoor\no: Ferries\n\n");
        for (int i = 0; i < names.size(); i++) {
            entries.append(String.format(
                    Locale.ROOT,
                    "dn: uid=l%1$d,%2$s\nobjectClass: inetOrgPerson\nuid: l%1$d\ncn: %3$s\nsn: x\nmail: l%1$d@wherrymoor.example\n\n",
                    i,
                    BASE,
                    names.get(i)));
        }
        Path ldif = folder.resolve("people.ldif");
        Files.writeString(ldif, entries);
        run("/usr/sbin/slapadd", "-q", "-f", config.toString(), "-l", ldif.toString());
        process = new ProcessBuilder(
                        "/usr/sbin/slapd", "-d", "0", "-f", config.toString(), "-h", "ldap://" + ADDRESS + ":" + port)
                .redirectErrorStream(true)
                .redirectOutput(folder.resolve("log").toFile())
                .start();
    }

    private static void run(String... command) throws IOException, InterruptedException {
        Process one = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(one.getInputStream().readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
        if (one.waitFor() != 0) {
            throw new IOException(said);
        }
    }

    /** As the desk sets it up. */
    Map<String, Object> form() {
        Map<String, Object> form = WholeJob.map(
                "name", "Bench",
                "host", ADDRESS,
                "port", port,
                "encryption", "NONE",
                "certificateCheck", "OFF",
                "fingerprint", "",
                "account", "",
                "base", BASE,
                "filter", "(objectClass=inetOrgPerson)",
                "attributes", Map.of("login", "uid", "name", "cn", "email", "mail"));
        form.putAll(WholeJob.map(
                "groupOf", "",
                "groupFilter", "",
                "groups", List.of(),
                "takesPeople", "BY_HAND",
                "time", "",
                "search", true));
        return form;
    }

    @Override
    public void close() throws IOException, InterruptedException {
        process.destroy();
        process.waitFor();
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path one : all.sorted(Comparator.reverseOrder()).toList()) {
                Files.delete(one);
            }
        }
    }
}
