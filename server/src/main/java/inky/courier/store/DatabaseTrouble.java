package inky.courier.store;

import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Set;

/**
 * What the database said, by the classes of SQLSTATE (PostgreSQL's documentation, appendix A); looked for in the causes,
 * since a commit wraps it in other exceptions than a query.
 */
public final class DatabaseTrouble {
    /** 08 connection, 53 no resources (also no room), 57 ended by an operator, 58 outside of PostgreSQL. */
    private static final Set<String> AWAY = Set.of("08", "53", "57", "58");

    /** Transaction rollback: a deadlock, for instance. */
    private static final Set<String> CHOSEN_TO_END = Set.of("40");

    private DatabaseTrouble() {}

    /** The database does not answer, or has no room or connection left: it passes when the database is well again. */
    public static boolean isAway(Throwable e) {
        return hasClass(e, AWAY);
    }

    static boolean isChosenToEnd(Throwable e) {
        return hasClass(e, CHOSEN_TO_END);
    }

    private static boolean hasClass(Throwable e, Set<String> classes) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            String state = cause instanceof SQLException sql ? sql.getSQLState() : null;
            boolean named = state != null && classes.contains(state.substring(0, Math.min(2, state.length())));
            boolean noConnection = classes == AWAY && cause instanceof SQLTransientConnectionException;
            if (named || noConnection) {
                return true;
            }
        }
        return false;
    }
}
