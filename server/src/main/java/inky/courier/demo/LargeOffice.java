package inky.courier.demo;

import inky.courier.setup.SetUp;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Map;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/** Makes of the demo's office a large one, of which every view and every query has to be as fast. */
@Component
@Profile("demo")
class LargeOffice {
    private static final Logger LOG = LoggerFactory.getLogger(LargeOffice.class);

    private final DataSource database;
    private final SetUp setUp;

    LargeOffice(DataSource database, SetUp setUp) {
        this.database = database;
        this.setUp = setUp;
    }

    /** How many of each there are at the end. @param port at which the copies of devices answer */
    record Size(int devices, int people, int destinations, int jobs, int deliveries, int changes, int port) {
        static Size large(int port) {
            return new Size(1_000, 5_000, 300, 200, 2_000_000, 100_000, port);
        }
    }

    void make(Size size) throws IOException, SQLException {
        Map<String, Integer> values = Map.of(
                ":devices", size.devices,
                ":people", size.people,
                ":destinations", size.destinations,
                ":jobs", size.jobs,
                ":deliveries", size.deliveries,
                ":changes", size.changes,
                ":port", size.port);
        String script = new ClassPathResource("demo/large-office.sql").getContentAsString(StandardCharsets.UTF_8);
        for (Map.Entry<String, Integer> value : values.entrySet()) {
            script = script.replaceAll(value.getKey() + "\\b", value.getValue().toString());
        }
        try (Connection connection = database.getConnection();
                Statement statement = connection.createStatement()) {
            connection.setAutoCommit(false);
            // One after the other in one transaction: a large office or none.
            for (String part : script.split(";\\s*\n")) {
                long begin = System.nanoTime();
                statement.execute(part);
                LOG.info(
                        "{} s for {}",
                        (System.nanoTime() - begin) / 1_000_000_000,
                        part.strip()
                                .lines()
                                .filter(line -> !line.startsWith("--"))
                                .findFirst()
                                .orElse(""));
            }
            connection.commit();
            connection.setAutoCommit(true);
            statement.execute("vacuum analyze");
        }
        setUp.readAnew();
    }
}
