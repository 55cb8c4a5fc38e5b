package inky.courier.harness;

import inky.courier.standins.Stack;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Instant;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;

/** An office whose time passes when a test says so. */
public final class TimedOffice implements AutoCloseable {
    public final TestTime time = TestTime.from(Instant.parse("2026-11-26T08:00:00Z"));
    public final TestDatabase database = TestDatabase.create();
    public final Courier courier;
    public final Office office;
    private final Map<String, Object> same;

    public TimedOffice() throws IOException {
        same = Map.of("courier.key-file", Files.createTempDirectory("timed").resolve("key"));
        courier = Courier.start(database, same, time);
        office = Office.ready(courier);
        time.doWhatIsDue();
    }

    /** Another instance on the same database, by the same clock. */
    public Courier another() {
        return Courier.start(database, same, time.beside());
    }

    public <T> T bean(Class<T> type) {
        return courier.bean(type);
    }

    public JdbcClient jdbc() {
        return bean(JdbcClient.class);
    }

    /** Scans and sends; nothing is done with it until time passes. */
    public String send(Stack stack) {
        return office.send(stack);
    }

    /** Everything that the desk shows of a delivery, as text. */
    public String page(String delivery) {
        return office.desk.get("/api/deliveries/" + delivery).text();
    }

    @Override
    public void close() {
        office.close();
        courier.close();
    }
}
