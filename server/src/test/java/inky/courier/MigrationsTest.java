package inky.courier;

import static org.assertj.core.api.Assertions.assertThat;

import inky.courier.harness.TestDatabase;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** Whoever has a Courier of before gets this one without losing anything. */
class MigrationsTest {
    private static final TestDatabase DATABASE = TestDatabase.empty();

    @AfterAll
    static void drop() {
        DATABASE.drop();
    }

    private static Flyway flyway(String target) {
        return DATABASE.flyway(target);
    }

    // Flyway refuses to start where a migration is not what it was when it ran.
    @Test
    void migrationsOfBeforeStayAsTheyWere() throws IOException {
        Path known = Path.of("src/test/resources/migrations.txt");
        List<String> now = Stream.of(flyway("latest").info().all())
                .map(migration -> "V" + migration.getVersion() + " " + migration.getChecksum())
                .toList();
        List<String> before = Files.readAllLines(known);
        assertThat(now).as("migrations that are there never change").startsWith(before.toArray(String[]::new));
        if (Boolean.getBoolean("migrations.write")) {
            Files.write(known, now);
        }
        assertThat(now).as("add the new ones by bin/generate").isEqualTo(Files.readAllLines(known));
    }

    @Test
    void whatIsKnownOfSignInsIsKnownAfterwards() {
        flyway("10").migrate();
        JdbcClient jdbc =
                JdbcClient.create(new DriverManagerDataSource(DATABASE.url(), DATABASE.user(), DATABASE.password()));
        for (String door : List.of("desk", "panel of Ticket office", "every panel", "download link", "bin/admin")) {
            jdbc.sql(
                            "insert into security_record (at, what, who, door, source, words) values (now(), 'FAILED', '', ?, '192.0.2.7', '')")
                    .param(door)
                    .update();
        }
        jdbc.sql("insert into guess_level (kind, door, level, last_at) values ('OFFICE', '', 7.5, now())")
                .update();
        flyway("latest").migrate();
        assertThat(jdbc.sql("select place || ':' || place_name || ':' || times from security_record order by id")
                        .query(String.class)
                        .list())
                .containsExactly(
                        "DESK::1", "PANEL:Ticket office:1", "EVERY_PANEL::1", "DOWNLOAD_LINK::1", "THIS_MACHINE::1");
        assertThat(jdbc.sql("select level from sign_in_throttle where kind = 'OFFICE' and of = ''")
                        .query(Double.class)
                        .single())
                .isEqualTo(7.5);
    }
}
