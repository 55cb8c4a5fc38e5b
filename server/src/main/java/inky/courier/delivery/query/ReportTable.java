package inky.courier.delivery.query;

import inky.courier.core.report.Durations;
import inky.courier.core.report.Figures;
import inky.courier.core.report.ReportBy;
import inky.courier.core.report.ScannedSides;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** The rows of sums as they are kept, by day and by month, and which days and months are. */
@Component
class ReportTable {
    /** Rows of one insert. */
    private static final int AT_ONCE = 500;

    private static final long LOCK = 0x5e707;

    /** All of them: rows are found by their kind first. */
    static final List<String> KINDS =
            Stream.of(ReportBy.values()).map(ReportBy::name).toList();

    private final JdbcClient jdbc;
    private final JdbcTemplate batches;
    private final ZoneId zone;

    ReportTable(JdbcClient jdbc, JdbcTemplate batches, ZoneId zone) {
        this.jdbc = jdbc;
        this.batches = batches;
        this.zone = zone;
    }

    /**
     * One after the other until the transaction ends: whoever is forgotten while a day is reckoned must not stand in it afterwards. To be
     * called before deliveries are read.
     */
    void alone() {
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(LOCK)
                .query((row, n) -> 0)
                .list();
    }

    /** Puts these in the place of what was kept of a day, or of a month by its first day. */
    void replace(LocalDate day, boolean wholeMonth, ReportRows sums, Instant now) {
        jdbc.sql("delete from report_sum where kind in (:kinds) and whole_month = :month and day = :day")
                .param("kinds", KINDS)
                .param("month", wholeMonth)
                .param("day", Date.valueOf(day))
                .update();
        List<Object[]> rows = new ArrayList<>();
        sums.forEach((by, subject, row) -> rows.add(new Object[] {
            Date.valueOf(day),
            wholeMonth,
            by.name(),
            subject,
            row.name,
            row.figures.documents(),
            row.figures.pages(),
            row.figures.bytes(),
            row.figures.arrived(),
            row.figures.failed(),
            row.figures.sides().judged(),
            row.figures.sides().blank(),
            row.figures.sides().colour(),
            counts(row.figures.seconds())
        }));
        for (int n = 0; n < rows.size(); n += AT_ONCE) {
            batches.batchUpdate(
                    "insert into report_sum (day, whole_month, kind, subject, name, documents, pages, bytes, arrived, failed, judged, blank, colour, seconds) "
                            + "values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                    rows.subList(n, Math.min(rows.size(), n + AT_ONCE)));
        }
        jdbc.sql("insert into report_period (day, whole_month, made_at) values (?, ?, ?) "
                        + "on conflict (whole_month, day) do update set made_at = excluded.made_at")
                .params(Date.valueOf(day), wholeMonth, now.atOffset(ZoneOffset.UTC))
                .update();
    }

    static String counts(Durations seconds) {
        return Arrays.stream(seconds.counts()).mapToObj(Long::toString).collect(Collectors.joining(","));
    }

    static Durations durations(String counts) {
        return counts.isEmpty()
                ? new Durations()
                : Durations.of(Arrays.stream(counts.split(","))
                        .mapToLong(Long::parseLong)
                        .toArray());
    }

    static Figures figures(ResultSet row) throws SQLException {
        return new Figures(
                row.getLong("documents"),
                row.getLong("pages"),
                row.getLong("bytes"),
                row.getLong("arrived"),
                row.getLong("failed"),
                new ScannedSides(row.getLong("judged"), row.getLong("blank"), row.getLong("colour")),
                durations(row.getString("seconds")));
    }

    /** Days that are summed up, or months by their first days. */
    List<LocalDate> made(boolean wholeMonth, LocalDate from, LocalDate until) {
        return jdbc.sql("select day from report_period where whole_month = ? and day between ? and ? order by day")
                .params(wholeMonth, Date.valueOf(from), Date.valueOf(until))
                .query(LocalDate.class)
                .list();
    }

    /** The day of the oldest delivery that is still there. */
    Optional<LocalDate> oldest() {
        return jdbc.sql("select min(scanned_at) from delivery")
                .query((row, n) -> Optional.ofNullable(row.getObject(1, OffsetDateTime.class)))
                .single()
                .map(at -> at.atZoneSameInstant(zone).toLocalDate());
    }
}
