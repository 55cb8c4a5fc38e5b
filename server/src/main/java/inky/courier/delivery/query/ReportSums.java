package inky.courier.delivery.query;

import inky.courier.core.report.Durations;
import inky.courier.core.report.Figures;
import inky.courier.core.report.ReportBy;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import org.springframework.jdbc.core.RowCallbackHandler;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.SqlArrayValue;
import org.springframework.stereotype.Component;

/**
 * What was scanned, by day: read over any days, from whole months where they are kept. Sums stay when their deliveries are removed; who
 * scanned does not.
 */
@Component
public class ReportSums {
    /** Whose deliveries are nobody's any more. */
    private static final String NOBODY = new UUID(0, 0).toString();

    private static final int ROWS_AT_ONCE = 2_000;

    /** Of a day as text. */
    private static final int DAY_LETTERS = 10;

    private final JdbcClient jdbc;
    private final ReportTable table;

    ReportSums(JdbcClient jdbc, ReportTable table) {
        this.jdbc = jdbc;
        this.table = table;
    }

    /** Of one device, person, hour and so on. @param name as it was called when it was last seen; empty for people, who may be forgotten */
    public record Sum(String subject, String name, Figures figures) {}

    /** @param sums by subject @param days of the whole, for each day with documents */
    public record Read(Map<String, Sum> sums, Map<LocalDate, Figures> days, int missing) {}

    private record Part(LocalDate from, LocalDate until, boolean wholeMonth) {}

    /**
     * The sums of these days, without times, which {@link #times} has.
     *
     * @param from the first
     * @param until the last, today at most
     * @param only these subjects; empty for all
     */
    public Read read(ReportBy by, LocalDate from, LocalDate until, Optional<Set<String>> only) {
        Map<String, Sum> sums = new HashMap<>();
        // The name that it had last: days stand before names, and all are written with as many figures.
        of(
                by,
                from,
                until,
                "subject, max(cast(day as text) || name) filter (where name <> '') as called, sum(documents) as documents, "
                        + "sum(pages) as pages, sum(bytes) as bytes, sum(arrived) as arrived, sum(failed) as failed, "
                        + "sum(judged) as judged, sum(blank) as blank, sum(colour) as colour, '' as seconds",
                "group by subject",
                List.of(),
                row -> {
                    String subject = row.getString("subject");
                    if (only.isEmpty() || only.get().contains(subject)) {
                        String called = row.getString("called");
                        String name = called == null ? "" : called.substring(DAY_LETTERS);
                        sums.put(subject, new Sum(subject, name, ReportTable.figures(row)));
                    }
                });
        // Each document has one hour of the week: these rows are the fewest that add up to a day.
        ReportBy fewest = only.isEmpty() ? ReportBy.HOUR : by;
        return new Read(sums, days(fewest, from, until, only), missingIn(from, until));
    }

    /** From sending until accepted, of some subjects. */
    public Map<String, Durations> times(ReportBy by, LocalDate from, LocalDate until, Collection<String> subjects) {
        Map<String, Durations> times = new HashMap<>();
        of(
                by,
                from,
                until,
                "subject, seconds",
                // Joined: as a condition it may be looked up in the index once for each subject, over all days each
                // time.
                "join unnest(?) as wanted (subject) using (subject)",
                List.of(new SqlArrayValue("text", subjects.toArray())),
                row -> times.computeIfAbsent(row.getString("subject"), one -> new Durations())
                        .add(ReportTable.durations(row.getString("seconds")).counts()));
        return times;
    }

    /** @param more values of what is said at the end; rows are taken as they come, since there may be a hundred thousand */
    private void of(
            ReportBy by,
            LocalDate from,
            LocalDate until,
            String columns,
            String end,
            List<Object> more,
            RowCallbackHandler each) {
        List<Object> values = new ArrayList<>();
        List<String> selects = new ArrayList<>();
        for (Part part : parts(from, until)) {
            selects.add("select * from report_sum where kind = ? and whole_month = ? and day between ? and ?");
            values.addAll(List.of(by.name(), part.wholeMonth, Date.valueOf(part.from), Date.valueOf(part.until)));
        }
        values.addAll(more);
        jdbc.sql("select " + columns + " from (" + String.join(" union all ", selects) + ") as rows " + end)
                .withFetchSize(ROWS_AT_ONCE)
                .params(values)
                .query(each);
    }

    /** Whole months that are put together, and the days around them; what follows on each other is one. */
    private List<Part> parts(LocalDate from, LocalDate until) {
        List<Part> parts = new ArrayList<>();
        TreeSet<LocalDate> months = new TreeSet<>(table.made(true, from, until));
        LocalDate day = from;
        while (!day.isAfter(until)) {
            LocalDate end = day.withDayOfMonth(day.lengthOfMonth());
            boolean whole = day.getDayOfMonth() == 1 && !end.isAfter(until) && months.contains(day);
            LocalDate last = end.isBefore(until) ? end : until;
            Part before = parts.isEmpty() ? null : parts.get(parts.size() - 1);
            LocalDate first = before != null && before.wholeMonth == whole ? before.from : day;
            if (before != null && before.wholeMonth == whole) {
                parts.remove(before);
            }
            // A month stands under its first day.
            parts.add(new Part(first, whole ? day : last, whole));
            day = last.plusDays(1);
        }
        return parts;
    }

    private Map<LocalDate, Figures> days(ReportBy by, LocalDate from, LocalDate until, Optional<Set<String>> only) {
        Map<LocalDate, Figures> days = new TreeMap<>();
        jdbc.sql(
                        "select day, sum(documents) as documents, sum(pages) as pages, sum(bytes) as bytes, sum(arrived) as arrived, "
                                + "sum(failed) as failed, sum(judged) as judged, sum(blank) as blank, sum(colour) as colour, '' as seconds from report_sum where kind = :kind and not whole_month "
                                + "and day between :from and :until and (:all or subject in (:only)) group by day")
                .param("kind", by.name())
                .param("from", Date.valueOf(from))
                .param("until", Date.valueOf(until))
                .param("all", only.isEmpty())
                .param("only", only.filter(some -> !some.isEmpty()).orElse(Set.of("")))
                .query(row -> {
                    days.put(row.getObject("day", LocalDate.class), ReportTable.figures(row));
                });
        return days;
    }

    private int missingIn(LocalDate from, LocalDate until) {
        return table.oldest()
                .map(oldest -> oldest.isAfter(from) ? oldest : from)
                .filter(first -> !first.isAfter(until))
                .map(first -> (int) (ChronoUnit.DAYS.between(first, until) + 1)
                        - table.made(false, first, until).size())
                .orElse(0);
    }

    private record OfPerson(LocalDate day, boolean wholeMonth, String person, Figures figures) {}

    /** What somebody scanned becomes a forgotten person's, in the transaction of whoever calls. */
    public void forget(UUID person) {
        table.alone();
        becomeNobodys(jdbc.sql("select * from report_sum where kind = 'PERSON' and subject = ?")
                .param(person.toString())
                .query((row, n) -> ofPerson(row))
                .list());
    }

    /** Who scanned is known as long as the deliveries are. */
    void forgetPeopleBefore(LocalDate kept) {
        table.alone();
        becomeNobodys(jdbc.sql(
                        "select * from report_sum where kind = 'PERSON' and subject <> ? and day < ? and not whole_month "
                                + "union all select * from report_sum where kind = 'PERSON' and subject <> ? and day < ? and whole_month")
                .params(NOBODY, Date.valueOf(kept), NOBODY, Date.valueOf(kept.withDayOfMonth(1)))
                .query((row, n) -> ofPerson(row))
                .list());
    }

    private static OfPerson ofPerson(ResultSet row) throws SQLException {
        return new OfPerson(
                row.getObject("day", LocalDate.class),
                row.getBoolean("whole_month"),
                row.getString("subject"),
                ReportTable.figures(row));
    }

    private void becomeNobodys(List<OfPerson> theirs) {
        for (OfPerson one : theirs) {
            Date day = Date.valueOf(one.day);
            Figures all = jdbc.sql(
                            "select * from report_sum where kind = 'PERSON' and subject = ? and day = ? and whole_month = ?")
                    .params(NOBODY, day, one.wholeMonth)
                    .query((row, n) -> ReportTable.figures(row))
                    .optional()
                    .orElseGet(Figures::none)
                    .plus(one.figures);
            jdbc.sql(
                            "insert into report_sum (day, whole_month, kind, subject, name, documents, pages, bytes, arrived, failed, judged, blank, colour, seconds) "
                                    + "values (?, ?, 'PERSON', ?, '', ?, ?, ?, ?, ?, ?, ?, ?, ?) on conflict (kind, whole_month, day, subject) do update set "
                                    + "documents = excluded.documents, pages = excluded.pages, bytes = excluded.bytes, arrived = excluded.arrived, "
                                    + "failed = excluded.failed, judged = excluded.judged, blank = excluded.blank, colour = excluded.colour, seconds = excluded.seconds")
                    .params(
                            day,
                            one.wholeMonth,
                            NOBODY,
                            all.documents(),
                            all.pages(),
                            all.bytes(),
                            all.arrived(),
                            all.failed(),
                            all.sides().judged(),
                            all.sides().blank(),
                            all.sides().colour(),
                            ReportTable.counts(all.seconds()))
                    .update();
            jdbc.sql("delete from report_sum where kind = 'PERSON' and subject = ? and day = ? and whole_month = ?")
                    .params(one.person, day, one.wholeMonth)
                    .update();
        }
    }
}
