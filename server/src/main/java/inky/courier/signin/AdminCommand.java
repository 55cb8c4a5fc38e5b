package inky.courier.signin;

import inky.courier.audit.SecurityLog;
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
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * The way back in for whoever may read the database from the machine itself: lists and makes administrators, gives them a
 * new password, and unlocks whatever wrong attempts have slowed. Runs beside the application, without starting it.
 */
public final class AdminCommand {
    private static final String USAGE = """
            bin/admin list                       the administrators
            bin/admin add ACCOUNT NAME MAIL      a new one; asks for a password
            bin/admin password ACCOUNT           a new password; ends all sessions of the account
            bin/admin second-factor ACCOUNT      removes its second factor, when a phone is lost
            bin/admin unlock                     forgets all wrong attempts, so that nobody has to wait""";

    /** How many arguments each command has. */
    private static final Map<String, Integer> ARGUMENTS =
            Map.of("list", 0, "add", 3, "password", 1, "second-factor", 1, "unlock", 0);

    private final Connection database;
    private final PrintStream out;
    private final PasswordPrompt prompt;

    /** Where a new password comes from. */
    interface PasswordPrompt {
        String ask() throws IOException;
    }

    AdminCommand(Connection database, PrintStream out, PasswordPrompt prompt) {
        this.database = database;
        this.out = out;
        this.prompt = prompt;
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
        } catch (IOException e) {
            out.println(e.getMessage());
            return 1;
        } catch (SQLException e) {
            out.println("The database at " + url + " cannot be used (SQLSTATE " + e.getSQLState() + "). "
                    + "Check COURIER_DATABASE_URL, _USER and _PASSWORD; an empty one is filled when Courier starts.");
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
            throw new IOException("The two passwords do not match. Nothing was changed.");
        }
        return first;
    }

    int does(String[] words) throws SQLException, IOException {
        List<String> typed = List.of(words);
        String command = typed.isEmpty() ? "" : typed.get(0);
        List<String> given = typed.isEmpty() ? typed : typed.subList(1, typed.size());
        Integer wanted = ARGUMENTS.get(command);
        if (wanted == null || wanted != given.size()) {
            out.println(USAGE);
            return 2;
        }
        try {
            return switch (command) {
                case "list" -> list();
                case "add" -> add(given.get(0), given.get(1), given.get(2));
                case "password" -> password(given.get(0));
                case "second-factor" -> secondFactor(given.get(0));
                default -> unlock();
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
                        database.prepareStatement("select login, name, email, role from administrator order by login");
                ResultSet rows = query.executeQuery()) {
            while (rows.next()) {
                out.println(rows.getString(1) + "  " + rows.getString(2) + "  " + rows.getString(3) + "  "
                        + rows.getString(4).toLowerCase(Locale.ROOT));
            }
        }
        return 0;
    }

    private int add(String login, String name, String email) throws SQLException, IOException {
        if (idOf(login).isPresent()) {
            out.println("There is an administrator " + login + " already. bin/admin password gives a new password.");
            return 1;
        }
        String password = prompt.ask();
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
        String password = prompt.ask();
        Optional<Problem> problem = AdministratorRules.passwordProblem(password, "password");
        if (problem.isPresent()) {
            throw new Invalid(List.of(problem.get()));
        }
        update(
                "update administrator set password_hash = ?, version = version + 1 where id = ?",
                new Passwords().encode(password),
                id.get());
        update("delete from spring_session where principal_name = ?", login);
        update(
                "delete from sign_in_throttle where kind = 'ACCOUNT' and of = ?",
                id.get().toString());
        note("PASSWORD_CHANGED", login);
        out.println(login + " has a new password, and is signed out everywhere.");
        return 0;
    }

    private int secondFactor(String login) throws SQLException {
        if (update("update administrator set totp_key = null, version = version + 1 where login = ?", login) == 0) {
            out.println("There is no administrator " + login + ". bin/admin list shows them.");
            return 1;
        }
        note("SECOND_FACTOR_REMOVED", login);
        out.println(login + " signs in with the password alone now.");
        return 0;
    }

    private int unlock() throws SQLException {
        int places = update("delete from sign_in_throttle");
        note("UNLOCKED", "");
        out.println("Nobody has to wait any more (" + places + " places).");
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
        update(SecurityLog.FROM_COMMAND_LINE, OffsetDateTime.now(ZoneOffset.UTC), what, who);
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
