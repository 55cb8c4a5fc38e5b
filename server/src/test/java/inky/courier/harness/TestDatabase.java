package inky.courier.harness;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.UUID;

/** A database of its own in the PostgreSQL that bin/test has started. */
public record TestDatabase(String name, String url, String user, String password) {
    public static TestDatabase create() {
        String name = "t_" + UUID.randomUUID().toString().replace("-", "");
        run("create database " + name);
        return new TestDatabase(name, server() + name, "courier", secret());
    }

    public void drop() {
        run("drop database if exists " + name + " with (force)");
    }

    private static String server() {
        String port = System.getenv("COURIER_TEST_DB_PORT");
        if (port == null) {
            throw new IllegalStateException("No test database: run the tests by bin/test, which starts one.");
        }
        return "jdbc:postgresql://127.0.0.1:" + port + "/";
    }

    private static String secret() {
        return System.getenv("COURIER_TEST_DB_PASSWORD");
    }

    private static void run(String sql) {
        try (Connection connection = DriverManager.getConnection(server() + "postgres", "courier", secret());
                var statement = connection.createStatement()) {
            statement.execute(sql);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
