package inky.courier.signin;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.web.Passwords;
import java.io.BufferedReader;
import java.io.Console;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * The way back in for whoever may read the database from the machine itself: lists and makes administrators, gives them a
 * new password, and unlocks every door. Runs beside the application, without starting it.
 */
public final class AdminCommand {
    private static final String USAGE = """
            bin/admin list                       the administrators
            bin/admin add ACCOUNT NAME MAIL      a new one; asks for a password
            bin/admin password ACCOUNT           a new password; ends all sessions of the account
            bin/admin unlock                     forgets all wrong attempts, so that nobody has to wait""";

    private final Connection database;
    private final PrintStream out;
    private final Passphrase passphrase;

    /** Where a new password comes from. */
    interface Passphrase {
        String ask() throws IOException;
    }

    AdminCommand(Connection database, PrintStream out, Passphrase passphrase) {
        this.database = database;
        this.out = out;
        this.passphrase = passphrase;
    }

    /** @return the status with which the process ends: 0 done, 1 refused, 2 not understood */
    public static int run(String[] words, Map<String, String> environment, InputStream in, PrintStream out) {
        String url = environment.getOrDefault("COURIER_DATABASE_URL", "jdbc:postgresql://127.0.0.1:54410/courier");
        try (Connection database = DriverManager.getConnection(
                url,
                environment.getOrDefault("COURIER_DATABASE_USER", "courier"),
                environment.getOrDefault("COURIER_DATABASE_PASSWORD", ""))) {
            database.setAutoCommit(false);
            int status = new AdminCommand(database, out, () -> read(in, out)).does(words);
            database.commit();
            return status;
        } catch (SQLException | IOException e) {
            out.println("This did not work: " + e.getMessage());
            return 1;
        }
    }

    private static String read(InputStream in, PrintStream out) throws IOException {
        Console console = System.console();
        if (console == null) {
            String line = new BufferedReader(new InputStreamReader(in, StandardCharsets.UTF_8)).readLine();
            return line == null ? "" : line;
        }
        String first = new String(console.readPassword("New password: "));
        String again = new String(console.readPassword("The same again: "));
        if (!first.equals(again)) {
            throw new IOException("the two are not the same; nothing has changed");
        }
        return first;
    }

    int does(String[] words) throws SQLException, IOException {
        String what = words.length == 0 ? "" : words[0];
        try {
            return switch (what + words.length) {
                case "list1" -> list();
                case "add4" -> add(words[1], words[2], words[3]);
                case "password2" -> password(words[1]);
                case "unlock1" -> unlock();
                default -> {
                    out.println(USAGE);
                    yield 2;
                }
            };
        } catch (Invalid e) {
            for (Problem problem : e.problems()) {
                out.println(problem.sentence() + " " + problem.remedy());
            }
            return 1;
        }
    }

    private int list() throws SQLException {
        try (PreparedStatement query =
                        database.prepareStatement("select login, name, email from administrator order by login");
                ResultSet rows = query.executeQuery()) {
            while (rows.next()) {
                out.println(rows.getString(1) + "  " + rows.getString(2) + "  " + rows.getString(3));
            }
        }
        return 0;
    }

    private int add(String login, String name, String email) throws SQLException, IOException {
        if (idOf(login).isPresent()) {
            out.println("There is an administrator " + login + " already. bin/admin password gives a new password.");
            return 1;
        }
        String password = passphrase.ask();
        AdministratorRules.check(login, name, email, password);
        update(
                "insert into administrator (id, version, login, name, email, password_hash, created_at) values (?, 0, ?, ?, ?, ?, ?)",
                UUID.randomUUID(),
                login,
                name.strip(),
                email.strip(),
                new Passwords().encode(password),
                OffsetDateTime.now(ZoneOffset.UTC));
        note("ADMINISTRATOR_MADE", login);
        out.println(login + " can sign in now.");
        return 0;
    }

    private int password(String login) throws SQLException, IOException {
        Optional<UUID> id = idOf(login);
        if (id.isEmpty()) {
            out.println("There is no administrator " + login + ". bin/admin list shows them.");
            return 1;
        }
        String password = passphrase.ask();
        Optional<Problem> problem = AdministratorRules.passwordProblem(password, "password");
        if (problem.isPresent()) {
            throw new Invalid(java.util.List.of(problem.get()));
        }
        update(
                "update administrator set password_hash = ?, version = version + 1 where id = ?",
                new Passwords().encode(password),
                id.get());
        update("delete from spring_session where principal_name = ?", login);
        update(
                "delete from guess_level where kind = 'ACCOUNT' and door = ?",
                id.get().toString());
        note("PASSWORD_CHANGED", login);
        out.println(login + " has a new password, and is signed out everywhere.");
        return 0;
    }

    private int unlock() throws SQLException {
        int doors = update("delete from guess_level");
        note("UNLOCKED", "");
        out.println("Nobody has to wait any more (" + doors + " doors).");
        return 0;
    }

    private Optional<UUID> idOf(String login) throws SQLException {
        try (PreparedStatement query = database.prepareStatement("select id from administrator where login = ?")) {
            query.setString(1, login);
            try (ResultSet rows = query.executeQuery()) {
                return rows.next() ? Optional.of(rows.getObject(1, UUID.class)) : Optional.empty();
            }
        }
    }

    private void note(String what, String who) throws SQLException {
        update(
                "insert into security_record (at, what, who, door, source, words) values (?, ?, ?, 'bin/admin', 'this machine', '')",
                OffsetDateTime.now(ZoneOffset.UTC),
                what,
                who);
    }

    private int update(String sql, Object... values) throws SQLException {
        try (PreparedStatement statement = database.prepareStatement(sql)) {
            for (int i = 0; i < values.length; i++) {
                statement.setObject(i + 1, values[i]);
            }
            return statement.executeUpdate();
        }
    }
}
