package inky.courier.delivery.query;

import inky.courier.core.message.Message;
import inky.courier.core.report.Durations;
import inky.courier.core.report.Figures;
import inky.courier.core.report.ReportBy;
import inky.courier.delivery.DeliveryState;
import inky.courier.web.MessageColumn;
import java.sql.Date;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.YearMonth;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What was scanned, by day: summed up from the deliveries of that day, as often as something of it changes. Trials are left out.
 * Days are of the office's zone.
 */
@Component
public class ReportSums {
    /** Rows of one insert. */
    private static final int AT_ONCE = 500;

    /** Whose deliveries are nobody's any more. */
    private static final String NOBODY = new UUID(0, 0).toString();

    private static final Duration LONGEST_TRANSACTION = Duration.ofMinutes(10);
    private static final int NEWEST_DAYS = 2;

    private final JdbcClient jdbc;
    private final JdbcTemplate batches;
    private final ZoneId zone;

    ReportSums(JdbcClient jdbc, JdbcTemplate batches, ZoneId zone) {
        this.jdbc = jdbc;
        this.batches = batches;
        this.zone = zone;
    }

    /** Of one device, person, hour and so on. @param name as it was called when it was last seen; empty for people, who may be forgotten */
    public record Sum(String subject, String name, Figures figures) {}

    /** @param sums by subject @param days of the whole, for each day with documents */
    public record Read(Map<String, Sum> sums, Map<LocalDate, Figures> days, int missing) {}

    private static final class Row {
        private String name = "";
        private Figures figures = Figures.none();

        private void add(String called, Figures more) {
            name = called.isEmpty() ? name : called;
            figures = figures.plus(more);
        }
    }

    /** One row for each leg of each delivery. */
    private record Line(
            UUID delivery,
            String device,
            String deviceName,
            String person,
            String job,
            String jobName,
            long pages,
            long bytes,
            DeliveryState state,
            ZonedDateTime scannedAt,
            String destination,
            String destinationName,
            String cause,
            String sentence,
            String legState,
            @Nullable Instant acceptedAt) {}

    /** Reckons a day anew, in the transaction of whoever calls. */
    void make(LocalDate day, Instant now) {
        Map<ReportBy, Map<String, Row>> sums = new EnumMap<>(ReportBy.class);
        List<Line> delivery = new ArrayList<>();
        jdbc.sql("""
                        select d.id, d.device_id, d.device_name, d.person_id, d.job_id, d.job_name, d.pages, d.file_bytes, d.state, d.scanned_at,
                            l.destination_id, l.route_name, l.cause, l.sentence, l.state as leg_state, l.accepted_at
                        from delivery d left join leg l on l.delivery_id = d.id
                        where d.scanned_at >= :start and d.scanned_at < :end and not d.test order by d.id""")
                .param("start", start(day))
                .param("end", start(day.plusDays(1)))
                .query(row -> {
                    Line line = line(row);
                    if (!delivery.isEmpty() && !delivery.get(0).delivery.equals(line.delivery)) {
                        add(sums, delivery);
                        delivery.clear();
                    }
                    delivery.add(line);
                });
        if (!delivery.isEmpty()) {
            add(sums, delivery);
        }
        replace(day, false, sums, now);
    }

    private Line line(ResultSet row) throws SQLException {
        OffsetDateTime accepted = row.getObject("accepted_at", OffsetDateTime.class);
        return new Line(
                row.getObject("id", UUID.class),
                text(row, "device_id"),
                row.getString("device_name"),
                text(row, "person_id"),
                text(row, "job_id"),
                row.getString("job_name"),
                row.getLong("pages"),
                row.getLong("file_bytes"),
                DeliveryState.valueOf(row.getString("state")),
                row.getObject("scanned_at", OffsetDateTime.class).atZoneSameInstant(zone),
                text(row, "destination_id"),
                text(row, "route_name"),
                text(row, "cause"),
                words(text(row, "sentence")),
                text(row, "leg_state"),
                accepted == null ? null : accepted.toInstant());
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

    private static void add(Map<ReportBy, Map<String, Row>> sums, List<Line> delivery) {
        Line of = delivery.get(0);
        boolean failed = of.state == DeliveryState.STOPPED || of.state == DeliveryState.CALLED_OFF;
        Optional<Instant> accepted = of.state == DeliveryState.ACCEPTED
                ? delivery.stream()
                        .map(Line::acceptedAt)
                        .filter(Objects::nonNull)
                        .max(Instant::compareTo)
                : Optional.empty();
        Figures all = figures(of, of.state == DeliveryState.ACCEPTED, failed, accepted);
        add(sums, ReportBy.DEVICE, of.device, of.deviceName, all);
        add(sums, ReportBy.PERSON, of.person, "", all);
        add(sums, ReportBy.JOB, of.job, of.jobName, all);
        DayOfWeek weekday = of.scannedAt.getDayOfWeek();
        add(sums, ReportBy.HOUR, weekday.getValue() + String.format("-%02d", of.scannedAt.getHour()), "", all);
        TreeSet<String> causes = new TreeSet<>();
        TreeSet<String> destinations = new TreeSet<>();
        for (Line leg : delivery) {
            if (leg.legState.isEmpty()) {
                continue;
            }
            boolean arrived = leg.legState.equals("ACCEPTED");
            if (destinations.add(leg.destination)) {
                boolean ended = failed || leg.legState.equals("STOPPED");
                add(
                        sums,
                        ReportBy.DESTINATION,
                        leg.destination,
                        leg.destinationName,
                        figures(of, arrived, !arrived && ended, Optional.ofNullable(leg.acceptedAt)));
            }
            if (!arrived && !leg.cause.isEmpty() && causes.add(leg.cause)) {
                add(sums, ReportBy.CAUSE, leg.cause, leg.sentence, all);
            }
        }
    }

    private static Figures figures(Line of, boolean arrived, boolean failed, Optional<Instant> accepted) {
        Durations seconds = new Durations();
        if (arrived) {
            accepted.ifPresent(at ->
                    seconds.add(Math.max(0, of.scannedAt.toInstant().until(at, ChronoUnit.MILLIS) / 1000.0)));
        }
        return new Figures(1, of.pages, of.bytes, arrived ? 1 : 0, failed ? 1 : 0, seconds);
    }

    private static void add(
            Map<ReportBy, Map<String, Row>> sums, ReportBy by, String subject, String name, Figures figures) {
        sums.computeIfAbsent(by, kind -> new TreeMap<>())
                .computeIfAbsent(subject, one -> new Row())
                .add(name, figures);
    }

    private void replace(LocalDate day, boolean wholeMonth, Map<ReportBy, Map<String, Row>> sums, Instant now) {
        jdbc.sql("delete from report_sum where day = ? and whole_month = ?")
                .params(Date.valueOf(day), wholeMonth)
                .update();
        List<Object[]> rows = new ArrayList<>();
        sums.forEach((by, of) -> of.forEach((subject, row) -> rows.add(new Object[] {
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
            counts(row.figures.seconds())
        })));
        for (int n = 0; n < rows.size(); n += AT_ONCE) {
            batches.batchUpdate(
                    "insert into report_sum (day, whole_month, kind, subject, name, documents, pages, bytes, arrived, failed, seconds) "
                            + "values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
                    rows.subList(n, Math.min(rows.size(), n + AT_ONCE)));
        }
        jdbc.sql("insert into report_period (day, whole_month, made_at) values (?, ?, ?) "
                        + "on conflict (whole_month, day) do update set made_at = excluded.made_at")
                .params(Date.valueOf(day), wholeMonth, now.atOffset(ZoneOffset.UTC))
                .update();
    }

    private static String counts(Durations seconds) {
        return Arrays.stream(seconds.counts()).mapToObj(Long::toString).collect(Collectors.joining(","));
    }

    private static Durations durations(String counts) {
        return counts.isEmpty()
                ? new Durations()
                : Durations.of(Arrays.stream(counts.split(","))
                        .mapToLong(Long::parseLong)
                        .toArray());
    }

    /** Puts the days of a month together that is over. */
    void makeMonth(YearMonth month, Instant now) {
        Map<ReportBy, Map<String, Row>> sums = new EnumMap<>(ReportBy.class);
        jdbc.sql("select kind, subject, name, documents, pages, bytes, arrived, failed, seconds from report_sum "
                        + "where not whole_month and day between ? and ? order by day")
                .params(Date.valueOf(month.atDay(1)), Date.valueOf(month.atEndOfMonth()))
                .query(row -> {
                    add(
                            sums,
                            ReportBy.valueOf(row.getString("kind")),
                            row.getString("subject"),
                            row.getString("name"),
                            figures(row));
                });
        replace(month.atDay(1), true, sums, now);
    }

    private static Figures figures(ResultSet row) throws SQLException {
        return new Figures(
                row.getLong("documents"),
                row.getLong("pages"),
                row.getLong("bytes"),
                row.getLong("arrived"),
                row.getLong("failed"),
                durations(row.getString("seconds")));
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
        Optional<LocalDate> oldest = oldest();
        if (oldest.isEmpty()) {
            return List.of();
        }
        TreeSet<LocalDate> days =
                new TreeSet<>(oldest.get().datesUntil(today.plusDays(1)).toList());
        made(false, oldest.get(), today).forEach(days::remove);
        return List.copyOf(days.descendingSet());
    }

    private Optional<LocalDate> oldest() {
        return jdbc.sql("select min(scanned_at) from delivery")
                .query((row, n) -> Optional.ofNullable(row.getObject(1, OffsetDateTime.class)))
                .single()
                .map(at -> at.atZoneSameInstant(zone).toLocalDate());
    }

    private List<LocalDate> made(boolean wholeMonth, LocalDate from, LocalDate until) {
        return jdbc.sql("select day from report_period where whole_month = ? and day between ? and ? order by day")
                .params(wholeMonth, Date.valueOf(from), Date.valueOf(until))
                .query(LocalDate.class)
                .list();
    }

    /** Months that are over and not put together, although all their days are summed up. */
    List<YearMonth> missingMonths(LocalDate today) {
        Map<YearMonth, Long> days = made(false, LocalDate.of(1970, 1, 1), today).stream()
                .collect(Collectors.groupingBy(YearMonth::from, Collectors.counting()));
        made(true, LocalDate.of(1970, 1, 1), today).forEach(day -> days.remove(YearMonth.from(day)));
        return days.keySet().stream()
                .filter(month -> month.isBefore(YearMonth.from(today)))
                .sorted()
                .toList();
    }

    private record Part(LocalDate from, LocalDate until, boolean wholeMonth) {}

    /**
     * The sums of these days.
     *
     * @param from the first
     * @param until the last, today at most
     * @param only these subjects; empty for all
     */
    public Read read(ReportBy by, LocalDate from, LocalDate until, Optional<Set<String>> only) {
        Map<String, Row> sums = new HashMap<>();
        for (Part part : parts(from, until)) {
            jdbc.sql("select subject, name, documents, pages, bytes, arrived, failed, seconds from report_sum "
                            + "where kind = ? and whole_month = ? and day between ? and ? order by day")
                    .params(by.name(), part.wholeMonth, Date.valueOf(part.from), Date.valueOf(part.until))
                    .query(row -> {
                        String subject = row.getString("subject");
                        if (only.isEmpty() || only.get().contains(subject)) {
                            sums.computeIfAbsent(subject, one -> new Row()).add(row.getString("name"), figures(row));
                        }
                    });
        }
        Map<String, Sum> read = new HashMap<>();
        sums.forEach((subject, row) -> read.put(subject, new Sum(subject, row.name, row.figures)));
        // Each document has one hour of the week: these rows are the fewest that add up to a day.
        ReportBy fewest = only.isEmpty() ? ReportBy.HOUR : by;
        return new Read(read, days(fewest, from, until, only), missingIn(from, until));
    }

    /** Whole months that are put together, and the days around them. */
    private List<Part> parts(LocalDate from, LocalDate until) {
        List<Part> parts = new ArrayList<>();
        TreeSet<LocalDate> months = new TreeSet<>(made(true, from, until));
        LocalDate day = from;
        while (!day.isAfter(until)) {
            LocalDate end = day.withDayOfMonth(day.lengthOfMonth());
            boolean whole = day.getDayOfMonth() == 1 && !end.isAfter(until) && months.contains(day);
            LocalDate last = end.isBefore(until) ? end : until;
            parts.add(whole ? new Part(day, day, true) : new Part(day, last, false));
            day = last.plusDays(1);
        }
        return parts;
    }

    private Map<LocalDate, Figures> days(ReportBy by, LocalDate from, LocalDate until, Optional<Set<String>> only) {
        Map<LocalDate, Figures> days = new TreeMap<>();
        jdbc.sql(
                        "select day, sum(documents) as documents, sum(pages) as pages, sum(bytes) as bytes, sum(arrived) as arrived, "
                                + "sum(failed) as failed, '' as seconds from report_sum where kind = :kind and not whole_month "
                                + "and day between :from and :until and (:all or subject in (:only)) group by day")
                .param("kind", by.name())
                .param("from", Date.valueOf(from))
                .param("until", Date.valueOf(until))
                .param("all", only.isEmpty())
                .param("only", only.filter(some -> !some.isEmpty()).orElse(Set.of("")))
                .query(row -> {
                    days.put(row.getObject("day", LocalDate.class), figures(row));
                });
        return days;
    }

    private record OfPerson(LocalDate day, boolean wholeMonth, String person, Figures figures) {}

    /** What somebody scanned becomes a forgotten person's, in the transaction of whoever calls. */
    public void forget(UUID person) {
        becomeNobodys(jdbc.sql("select * from report_sum where kind = 'PERSON' and subject = ?")
                .param(person.toString())
                .query((row, n) -> ofPerson(row))
                .list());
    }

    /** Who scanned is known as long as the deliveries are. */
    void forgetPeopleBefore(LocalDate kept) {
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
                figures(row));
    }

    private void becomeNobodys(List<OfPerson> theirs) {
        for (OfPerson one : theirs) {
            Date day = Date.valueOf(one.day);
            Figures all = jdbc.sql(
                            "select * from report_sum where kind = 'PERSON' and subject = ? and day = ? and whole_month = ?")
                    .params(NOBODY, day, one.wholeMonth)
                    .query((row, n) -> figures(row))
                    .optional()
                    .orElseGet(Figures::none)
                    .plus(one.figures);
            jdbc.sql(
                            "insert into report_sum (day, whole_month, kind, subject, name, documents, pages, bytes, arrived, failed, seconds) "
                                    + "values (?, ?, 'PERSON', ?, '', ?, ?, ?, ?, ?, ?) on conflict (kind, whole_month, day, subject) do update set "
                                    + "documents = excluded.documents, pages = excluded.pages, bytes = excluded.bytes, arrived = excluded.arrived, "
                                    + "failed = excluded.failed, seconds = excluded.seconds")
                    .params(
                            day,
                            one.wholeMonth,
                            NOBODY,
                            all.documents(),
                            all.pages(),
                            all.bytes(),
                            all.arrived(),
                            all.failed(),
                            counts(all.seconds()))
                    .update();
            jdbc.sql("delete from report_sum where kind = 'PERSON' and subject = ? and day = ? and whole_month = ?")
                    .params(one.person, day, one.wholeMonth)
                    .update();
        }
    }

    private int missingIn(LocalDate from, LocalDate until) {
        return oldest().map(oldest -> oldest.isAfter(from) ? oldest : from)
                .filter(first -> !first.isAfter(until))
                .map(first -> (int) (ChronoUnit.DAYS.between(first, until) + 1)
                        - made(false, first, until).size())
                .orElse(0);
    }

    private OffsetDateTime start(LocalDate day) {
        return day.atStartOfDay(zone).toOffsetDateTime();
    }
}
