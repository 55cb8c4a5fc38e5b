package inky.courier.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;

/** Looks into the database whether everything has arrived: asking the application for each delivery would slow it. */
final class Arrivals implements AutoCloseable {
    private static final int LOOKS_MILLIS = 20;

    private final Connection connection;

    Arrivals() throws SQLException {
        connection = DriverManager.getConnection(
                System.getenv("COURIER_DATABASE_URL"),
                System.getenv("COURIER_DATABASE_USER"),
                System.getenv("COURIER_DATABASE_PASSWORD"));
    }

    void waitForAll() {
        try (PreparedStatement statement =
                connection.prepareStatement("select count(*) from delivery where state <> 'ACCEPTED'")) {
            while (count(statement) > 0) {
                Thread.sleep(LOOKS_MILLIS);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }

    private static int count(PreparedStatement statement) throws SQLException {
        try (ResultSet count = statement.executeQuery()) {
            count.next();
            return count.getInt(1);
        }
    }

    @Override
    public void close() throws SQLException {
        connection.close();
    }
}
