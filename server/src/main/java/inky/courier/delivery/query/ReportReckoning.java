package inky.courier.delivery.query;

import inky.courier.core.message.Message;
import inky.courier.core.report.ReportBy;
import inky.courier.core.report.ScannedSides;
import inky.courier.delivery.DeliveryState;
import inky.courier.web.MessageColumn;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Reckons what was scanned on a day from the deliveries of that day, as often as something of it changes. Trials are left out. Days are
 * of the office's zone.
 */
@Component
class ReportReckoning {
    private static final Duration LONGEST_TRANSACTION = Duration.ofMinutes(10);
    private static final int NEWEST_DAYS = 2;

    private final JdbcClient jdbc;
    private final ReportTable table;
    private final ZoneId zone;

    ReportReckoning(JdbcClient jdbc, ReportTable table, ZoneId zone) {
        this.jdbc = jdbc;
        this.table = table;
        this.zone = zone;
    }

    /** Reckons a day anew, in the transaction of whoever calls. */
    void make(LocalDate day, Instant now) {
        table.alone();
        ReportRows sums = new ReportRows();
        List<ReportRows.Line> delivery = new ArrayList<>();
        jdbc.sql("""
                        select d.id, d.device_id, d.device_name, d.person_id, d.job_id, d.job_name, d.pages, d.file_bytes, d.judged_sides, d.blank_sides, d.colour_sides, d.state, d.scanned_at,
                            l.destination_id, l.route_name, l.cause, l.sentence, l.state as leg_state, l.sent_bytes,
                            case when not l.asked_later then l.accepted_at end as accepted_at
                        from delivery d left join leg l on l.delivery_id = d.id
                        where d.scanned_at >= :start and d.scanned_at < :end and not d.test order by d.id""")
                .param("start", start(day))
                .param("end", start(day.plusDays(1)))
                .query(row -> {
                    ReportRows.Line line = line(row);
                    if (!delivery.isEmpty() && !delivery.get(0).delivery().equals(line.delivery())) {
                        sums.add(delivery);
                        delivery.clear();
                    }
                    delivery.add(line);
                });
        if (!delivery.isEmpty()) {
            sums.add(delivery);
        }
        table.replace(day, false, sums, now);
    }

    private ReportRows.Line line(ResultSet row) throws SQLException {
        OffsetDateTime accepted = row.getObject("accepted_at", OffsetDateTime.class);
        return new ReportRows.Line(
                row.getObject("id", UUID.class),
                text(row, "device_id"),
                row.getString("device_name"),
                text(row, "person_id"),
                text(row, "job_id"),
                row.getString("job_name"),
                row.getLong("pages"),
                row.getLong("file_bytes"),
                new ScannedSides(row.getLong("judged_sides"), row.getLong("blank_sides"), row.getLong("colour_sides")),
                DeliveryState.valueOf(row.getString("state")),
                row.getObject("scanned_at", OffsetDateTime.class).atZoneSameInstant(zone),
                text(row, "destination_id"),
                text(row, "route_name"),
                text(row, "cause"),
                words(text(row, "sentence")),
                text(row, "leg_state"),
                accepted == null ? null : accepted.toInstant(),
                row.getLong("sent_bytes"));
    }

    private static String text(ResultSet row, String column) throws SQLException {
        String value = row.getString(column);
        return value == null ? "" : value;
    }

    /** The code of its sentence; empty where that names anything, which might be a person. */
    private static String words(String sentence) {
        Message message = MessageColumn.read(sentence);
        return message.arguments().isEmpty() ? message.code() : "";
    }

    /** Puts the days of a month together that is over. */
    void makeMonth(YearMonth month, Instant now) {
        table.alone();
        ReportRows sums = new ReportRows();
        jdbc.sql(
                        "select kind, subject, name, documents, pages, bytes, arrived, failed, judged, blank, colour, seconds from report_sum "
                                + "where kind in (:kinds) and not whole_month and day between :from and :until order by day")
                .param("kinds", ReportTable.KINDS)
                .param("from", Date.valueOf(month.atDay(1)))
                .param("until", Date.valueOf(month.atEndOfMonth()))
                .query(row -> {
                    sums.add(
                            ReportBy.valueOf(row.getString("kind")),
                            row.getString("subject"),
                            row.getString("name"),
                            ReportTable.figures(row));
                });
        table.replace(month.atDay(1), true, sums, now);
    }

    /**
     * Days of which something has changed since this was last asked are to be reckoned anew, and the newest always: some of what
     * begins is not yet written while its day is reckoned.
     *
     * @param kept the first day whose deliveries are all still there; what is older stays as it was reckoned
     */
    void noteChanges(LocalDate kept, LocalDate today, Instant now) {
        record Mark(long step, String zone) {}
        Mark mark = jdbc.sql("select step_id, zone from report_mark for update")
                .query((row, n) -> new Mark(row.getLong(1), row.getString(2)))
                .single();
        // Numbers are given before they are committed: what was written lately is looked at again.
        long settled = jdbc.sql("select coalesce(max(id), 0) from delivery_step where at < ?")
                .param(now.minus(LONGEST_TRANSACTION).atOffset(ZoneOffset.UTC))
                .query(Long.class)
                .single();
        TreeSet<LocalDate> days = new TreeSet<>(
                today.minusDays(NEWEST_DAYS - 1).datesUntil(today.plusDays(1)).toList());
        if (mark.step > 0) {
            days.addAll(jdbc.sql("select distinct cast(d.scanned_at at time zone :zone as date) from delivery_step s "
                            + "join delivery d on d.id = s.delivery_id where s.id > :mark")
                    .param("zone", zone.getId())
                    .param("mark", mark.step)
                    .query(LocalDate.class)
                    .list());
        }
        jdbc.sql(
                        "delete from report_period where day >= :kept and (not whole_month and day in (:days) or whole_month and day in (:months))")
                .param("kept", Date.valueOf(kept))
                .param("days", days.stream().map(Date::valueOf).toList())
                .param(
                        "months",
                        days.stream()
                                .map(day -> Date.valueOf(day.withDayOfMonth(1)))
                                .distinct()
                                .toList())
                .update();
        if (!mark.zone.equals(zone.getId())) {
            // Other days began and ended elsewhere.
            jdbc.sql("delete from report_period where day >= ?")
                    .param(Date.valueOf(kept))
                    .update();
        }
        jdbc.sql("update report_mark set step_id = ?, zone = ?")
                .params(Math.max(mark.step, settled), zone.getId())
                .update();
    }

    /** Days that are not summed up, the newest first. */
    List<LocalDate> missing(LocalDate today) {
        Optional<LocalDate> oldest = table.oldest();
        if (oldest.isEmpty()) {
            return List.of();
        }
        TreeSet<LocalDate> days =
                new TreeSet<>(oldest.get().datesUntil(today.plusDays(1)).toList());
        table.made(false, oldest.get(), today).forEach(days::remove);
        return List.copyOf(days.descendingSet());
    }

    /** Months that are over and not put together, although all their days are summed up. */
    List<YearMonth> missingMonths(LocalDate today) {
        Map<YearMonth, Long> days = table.made(false, LocalDate.of(1970, 1, 1), today).stream()
                .collect(Collectors.groupingBy(YearMonth::from, Collectors.counting()));
        table.made(true, LocalDate.of(1970, 1, 1), today).forEach(day -> days.remove(YearMonth.from(day)));
        return days.keySet().stream()
                .filter(month -> month.isBefore(YearMonth.from(today)))
                .sorted()
                .toList();
    }

    private OffsetDateTime start(LocalDate day) {
        return day.atStartOfDay(zone).toOffsetDateTime();
    }
}
