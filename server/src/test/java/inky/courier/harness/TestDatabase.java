package inky.courier.harness;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Arrays;
import java.util.Objects;
import java.util.UUID;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;

/** A database of its own in the PostgreSQL that bin/test has started. */
public record TestDatabase(String name, String url, String user, String password) {
    /** Held while the one is made that others are copies of. */
    private static final long LOCK = 0x7e57;

    private static String migrated;

    /** One with the tables of the application, and nothing in them. */
    public static TestDatabase create() {
        return created("template " + migrated());
    }

    public static TestDatabase empty() {
        return created("");
    }

    private static TestDatabase created(String how) {
        String name = "t_" + UUID.randomUUID().toString().replace("-", "");
        run("create database " + name + " " + how);
        return at(name);
    }

    private static TestDatabase at(String name) {
        return new TestDatabase(name, server() + name, "courier", secret());
    }

    public void drop() {
        run("drop database if exists " + name + " with (force)");
    }

    public Flyway flyway(String target) {
        return Flyway.configure()
                .dataSource(url, user, password)
                .locations("classpath:db/migration")
                .target(target)
                .load();
    }

    /** Sixty migrations take longer than a copy of what they make; it is made once, by whichever process of tests is first. */
    private static synchronized String migrated() {
        if (migrated == null) {
            String name = "migrated_" + digest();
            try (Connection connection = connection();
                    Statement statement = connection.createStatement()) {
                statement.execute("select pg_advisory_lock(" + LOCK + ")");
                if (!statement
                        .executeQuery("select 1 from pg_database where datname = '" + name + "'")
                        .next()) {
                    String half = name + "_half";
                    statement.execute("drop database if exists " + half + " with (force)");
                    statement.execute("create database " + half);
                    at(half).flyway("latest").migrate();
                    statement.execute("alter database " + half + " rename to " + name);
                }
            } catch (SQLException e) {
                throw new IllegalStateException(e);
            }
            migrated = name;
        }
        return migrated;
    }

    /** Of all migrations that there are: others make another one. */
    private static String digest() {
        MigrationInfo[] all = at("postgres").flyway("latest").info().all();
        return Integer.toHexString(Arrays.hashCode(Arrays.stream(all)
                .map(one -> Objects.hash(one.getVersion().toString(), one.getChecksum()))
                .toArray()));
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

    private static Connection connection() throws SQLException {
        return DriverManager.getConnection(server() + "postgres", "courier", secret());
    }

    private static void run(String sql) {
        try (Connection connection = connection();
                Statement statement = connection.createStatement()) {
            statement.execute(sql);
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }
}
