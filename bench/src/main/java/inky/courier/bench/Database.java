package inky.courier.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.sql.Timestamp;
import java.time.Instant;

/** The application's database, looked into beside it: asking the application itself would slow what is measured. */
final class Database implements AutoCloseable {
    private static final int TIMES = 7;
    private static final int LOOKS_MILLIS = 20;

    private final Connection connection;

    Database() throws SQLException {
        connection = DriverManager.getConnection(
                System.getenv("COURIER_DATABASE_URL"),
                System.getenv("COURIER_DATABASE_USER"),
                System.getenv("COURIER_DATABASE_PASSWORD"));
    }

    /** Before statements are counted; the server has to be started with pg_stat_statements. */
    void countStatements() throws SQLException {
        try (Statement statement = connection.createStatement()) {
            statement.execute("create extension if not exists pg_stat_statements");
        }
    }

    /** @return how many statements the request needs: the fewest of several, as the application has work of its own */
    long statementsOf(Runnable request) throws SQLException {
        long fewest = Long.MAX_VALUE;
        for (int i = 0; i < TIMES; i++) {
            long before = calls();
            request.run();
            fewest = Math.min(fewest, calls() - before - 1);
        }
        return fewest;
    }

    /** How many devices have answered since then. */
    int devicesSeen(Instant since) throws SQLException {
        try (PreparedStatement statement =
                connection.prepareStatement("select count(*) from device where seen_at > ?")) {
            statement.setTimestamp(1, Timestamp.from(since));
            return count(statement);
        }
    }

    /** Waits until no task of a name is left. */
    void waitUntilDone(String task) throws SQLException, InterruptedException {
        try (PreparedStatement statement =
                connection.prepareStatement("select count(*) from scheduled_tasks where task_name = ?")) {
            statement.setString(1, task);
            waitForNone(statement);
        }
    }

    /** Waits until every delivery is accepted. */
    void waitUntilAllArrived() throws SQLException, InterruptedException {
        try (PreparedStatement statement =
                connection.prepareStatement("select count(*) from delivery where state <> 'ACCEPTED'")) {
            waitForNone(statement);
        }
    }

    private static void waitForNone(PreparedStatement count) throws SQLException, InterruptedException {
        while (count(count) > 0) {
            Thread.sleep(LOOKS_MILLIS);
        }
    }

    private static int count(PreparedStatement statement) throws SQLException {
        try (ResultSet count = statement.executeQuery()) {
            count.next();
            return count.getInt(1);
        }
    }

    private long calls() throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet sum = statement.executeQuery("select coalesce(sum(calls), 0) from pg_stat_statements")) {
            sum.next();
            return sum.getLong(1);
        }
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}
