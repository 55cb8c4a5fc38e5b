package inky.courier.audit;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Who came in and who did not, and from where. What a stranger typed is not kept: it may be a password in the wrong field.
 */
@Service
public class SecurityLog {
    /** Writes what {@code bin/admin} does beside the running application: when, what, who. */
    public static final String FROM_COMMAND_LINE =
            "insert into security_record (at, what, who, place, place_name, source, words) "
                    + "values (?, ?, ?, 'THIS_MACHINE', '', '', 'bin/admin')";

    private static final int MOST = 500;

    /** Wrong attempts in an hour that have a row each; what a flood brings beyond is counted in one. */
    static final int ROWS_AN_HOUR = 2_000;

    /** As long as an office's auditors usually look back. */
    static final Duration KEPT = Duration.ofDays(400);

    private final JdbcClient jdbc;
    private final Clock clock;
    private final AtomicReference<Hour> hours = new AtomicReference<>(new Hour(Instant.EPOCH));

    SecurityLog(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    public enum Event {
        SIGNED_IN,
        SIGNED_OUT,
        FAILED,
        SLOWED,
        UNLOCKED,
        PASSWORD_CHANGED,
        ADMINISTRATOR_MADE,
        EXPORTED,
        DOWNLOADED,
        PAGES_OPENED,
        INVITED,
        ACCOUNT_CHANGED,
        ACCOUNT_REMOVED,
        SECOND_FACTOR_SET,
        SECOND_FACTOR_REMOVED
    }

    /** Where something happened. @param name which one of its kind; empty where there is only one */
    public record Place(Kind kind, String name) {
        public enum Kind {
            DESK,
            PANEL,
            EVERY_PANEL,
            DOWNLOAD_LINK,
            SHELF,
            MAIL_INTAKE,
            FILE_INTAKE,
            THIS_MACHINE
        }

        public static final Place DESK = new Place(Kind.DESK, "");
        public static final Place EVERY_PANEL = new Place(Kind.EVERY_PANEL, "");
        public static final Place DOWNLOAD_LINK = new Place(Kind.DOWNLOAD_LINK, "");
        public static final Place MAIL_INTAKE = new Place(Kind.MAIL_INTAKE, "");
        public static final Place FILE_INTAKE = new Place(Kind.FILE_INTAKE, "");

        public static Place panel(String device) {
            return new Place(Kind.PANEL, device);
        }

        public static Place shelf(String folder) {
            return new Place(Kind.SHELF, folder);
        }
    }

    private record Together(Event what, Place.Kind where) {}

    /** What this instance has written in an hour. */
    private static final class Hour {
        private final Instant begin;
        private final AtomicInteger rows = new AtomicInteger();
        private final Map<Together, Long> beyond = new ConcurrentHashMap<>();

        Hour(Instant begin) {
            this.begin = begin;
        }
    }

    /**
     * @param times how many of them this stands for; more than 1 where a flood is counted together, from many sources
     * @param who a person or an account that exists; empty for a stranger
     * @param source the address it came from
     * @param words more, for some; empty otherwise
     */
    public record Entry(
            long id, Instant at, Event what, String who, Place place, String source, String words, int times) {}

    @Transactional
    public void note(Event what, String who, Place place, String source, String words) {
        Hour hour = hour();
        boolean attempt = what == Event.FAILED || what == Event.SLOWED;
        if (attempt && hour.rows.incrementAndGet() > ROWS_AN_HOUR) {
            countTogether(hour, what, place);
        } else {
            insert(what, who, place, source, words);
        }
    }

    private Hour hour() {
        Instant now = clock.instant().truncatedTo(ChronoUnit.HOURS);
        return hours.updateAndGet(known -> known.begin.equals(now) ? known : new Hour(now));
    }

    /** Two at one moment may each make a row, which says the same. */
    private void countTogether(Hour hour, Event what, Place place) {
        Together together = new Together(what, place.kind);
        Long known = hour.beyond.get(together);
        int counted = known == null
                ? 0
                : jdbc.sql("update security_record set times = times + 1 where id = ?")
                        .param(known)
                        .update();
        if (counted == 0) {
            hour.beyond.put(together, insert(what, "", new Place(place.kind, ""), "", ""));
        }
    }

    private long insert(Event what, String who, Place place, String source, String words) {
        return jdbc.sql(
                        "insert into security_record (at, what, who, place, place_name, source, words) values (?, ?, ?, ?, ?, ?, ?) returning id")
                .params(OffsetDateTime.now(clock), what.name(), who, place.kind.name(), place.name, source, words)
                .query(Long.class)
                .single();
    }

    /** Newest first. @param before only older ones; 0 for the newest @param what only these; none for all */
    @Transactional(readOnly = true)
    public List<Entry> newest(long before, int limit, List<Event> what) {
        return jdbc.sql(
                        "select * from security_record where (:before = 0 or id < :before) and (:all or what in (:what)) "
                                + "order by id desc limit :limit")
                .param("before", before)
                .param("all", what.isEmpty())
                .param(
                        "what",
                        what.isEmpty()
                                ? List.of("")
                                : what.stream().map(Enum::name).toList())
                .param("limit", Math.min(Math.max(limit, 1), MOST))
                .query(SecurityLog::entry)
                .list();
    }

    private static Entry entry(ResultSet row, int n) throws SQLException {
        return new Entry(
                row.getLong("id"),
                row.getObject("at", OffsetDateTime.class).toInstant(),
                Event.valueOf(row.getString("what")),
                row.getString("who"),
                new Place(Place.Kind.valueOf(row.getString("place")), row.getString("place_name")),
                row.getString("source"),
                row.getString("words"),
                row.getInt("times"));
    }

    /** @return how many wrong attempts there were at places of a kind since */
    @Transactional(readOnly = true)
    public int failedSince(Instant since, Place.Kind kind) {
        return jdbc.sql(
                        "select coalesce(sum(times), 0) from security_record where at >= ? and what = 'FAILED' and place = ?")
                .params(since.atOffset(java.time.ZoneOffset.UTC), kind.name())
                .query(Integer.class)
                .single();
    }

    /** What somebody did at panels, the newest first. */
    @Transactional(readOnly = true)
    public List<Entry> atPanels(String who) {
        return jdbc.sql("select * from security_record where who = ? and place = 'PANEL' order by id desc limit "
                        + MOST)
                .param(who)
                .query(SecurityLog::entry)
                .list();
    }

    /** That somebody signed in at a panel stays; who it was does not. @param name that stands for them from then on */
    @Transactional
    public void forget(String who, String name) {
        jdbc.sql("update security_record set who = ? where who = ? and place = 'PANEL'")
                .params(name, who)
                .update();
    }

    @Transactional
    public void forget() {
        jdbc.sql("delete from security_record where at < ?")
                .param(OffsetDateTime.now(clock).minus(KEPT))
                .update();
    }
}
