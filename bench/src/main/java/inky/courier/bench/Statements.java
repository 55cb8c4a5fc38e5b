package inky.courier.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;

/** Counts what the application asks of its database, by PostgreSQL's own count (pg_stat_statements). */
final class Statements implements AutoCloseable {
    private static final int TIMES = 7;

    private final Connection connection;

    Statements() throws SQLException {
        connection = DriverManager.getConnection(
                System.getenv("COURIER_DATABASE_URL"),
                System.getenv("COURIER_DATABASE_USER"),
                System.getenv("COURIER_DATABASE_PASSWORD"));
        try (Statement statement = connection.createStatement()) {
            statement.execute("create extension if not exists pg_stat_statements");
        }
    }

    /** @return how many statements the request needs: the fewest of several, as the application has work of its own */
    long of(Runnable request) throws SQLException {
        long fewest = Long.MAX_VALUE;
        for (int i = 0; i < TIMES; i++) {
            long before = calls();
            request.run();
            fewest = Math.min(fewest, calls() - before - 1);
        }
        return fewest;
    }

    /** Whether a task of the application is being done now. */
    boolean isRunning(String task) throws SQLException {
        try (PreparedStatement statement =
                connection.prepareStatement("select count(*) from scheduled_tasks where picked and task_name = ?")) {
            statement.setString(1, task);
            return count(statement) > 0;
        }
    }

    /** Waits until no task of a name is left. */
    void waitUntilDone(String task) throws SQLException, InterruptedException {
        try (PreparedStatement statement =
                connection.prepareStatement("select count(*) from scheduled_tasks where task_name = ?")) {
            statement.setString(1, task);
            while (count(statement) > 0) {
                Thread.sleep(200);
            }
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
