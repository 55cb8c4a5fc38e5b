package inky.courier.delivery.query;

import inky.courier.core.report.Durations;
import inky.courier.core.report.Figures;
import inky.courier.core.report.ReportBy;
import inky.courier.core.report.ScannedSides;
import inky.courier.delivery.DeliveryState;
import java.time.DayOfWeek;
import java.time.Instant;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.UUID;
import org.jspecify.annotations.Nullable;

/** What was scanned in a time, summed up by each kind of subject: deliveries are put in one by one. */
final class ReportRows {
    private final Map<ReportBy, Map<String, Row>> sums = new EnumMap<>(ReportBy.class);

    static final class Row {
        String name = "";
        Figures figures = Figures.none();

        void add(String called, Figures more) {
            name = called.isEmpty() ? name : called;
            figures = figures.plus(more);
        }
    }

    /** One row for each leg of each delivery. @param bytes of its files @param sentBytes over the line: mail is a third more than its files, and goes once for a server */
    record Line(
            UUID delivery,
            String device,
            String deviceName,
            String person,
            String job,
            String jobName,
            long pages,
            long bytes,
            ScannedSides sides,
            DeliveryState state,
            ZonedDateTime scannedAt,
            String destination,
            String destinationName,
            String cause,
            String sentence,
            String legState,
            @Nullable Instant acceptedAt,
            long sentBytes) {}

    void forEach(ReportRow to) {
        sums.forEach((by, of) -> of.forEach((subject, row) -> to.take(by, subject, row)));
    }

    interface ReportRow {
        void take(ReportBy by, String subject, Row row);
    }

    void add(ReportBy by, String subject, String name, Figures figures) {
        sums.computeIfAbsent(by, kind -> new TreeMap<>())
                .computeIfAbsent(subject, one -> new Row())
                .add(name, figures);
    }

    /** @param delivery its lines */
    void add(List<Line> delivery) {
        Line of = delivery.get(0);
        boolean failed = of.state == DeliveryState.STOPPED || of.state == DeliveryState.CALLED_OFF;
        Optional<Instant> accepted = of.state == DeliveryState.ACCEPTED
                ? delivery.stream()
                        .map(Line::acceptedAt)
                        .filter(Objects::nonNull)
                        .max(Instant::compareTo)
                : Optional.empty();
        Figures all = figures(of, of.state == DeliveryState.ACCEPTED, failed, accepted);
        add(ReportBy.DEVICE, of.device, of.deviceName, all);
        add(ReportBy.PERSON, of.person, "", all);
        add(ReportBy.JOB, of.job, of.jobName, all);
        DayOfWeek weekday = of.scannedAt.getDayOfWeek();
        add(ReportBy.HOUR, weekday.getValue() + String.format("-%02d", of.scannedAt.getHour()), "", all);
        TreeSet<String> causes = new TreeSet<>();
        TreeSet<String> destinations = new TreeSet<>();
        for (Line leg : delivery) {
            if (leg.legState.isEmpty()) {
                continue;
            }
            boolean arrived = leg.legState.equals("ACCEPTED");
            // Printed once more it goes to no destination.
            if (!leg.destination.isEmpty() && destinations.add(leg.destination)) {
                boolean ended = failed || leg.legState.equals("STOPPED");
                add(
                        ReportBy.DESTINATION,
                        leg.destination,
                        leg.destinationName,
                        figures(of, arrived, !arrived && ended, Optional.ofNullable(leg.acceptedAt))
                                .weighing(leg.sentBytes));
            }
            if (!arrived && !leg.cause.isEmpty() && causes.add(leg.cause)) {
                add(ReportBy.CAUSE, leg.cause, leg.sentence, all);
            }
        }
    }

    private static Figures figures(Line of, boolean arrived, boolean failed, Optional<Instant> accepted) {
        Durations seconds = new Durations();
        if (arrived) {
            accepted.ifPresent(at ->
                    seconds.add(Math.max(0, of.scannedAt.toInstant().until(at, ChronoUnit.MILLIS) / 1000.0)));
        }
        return new Figures(1, of.pages, of.bytes, arrived ? 1 : 0, failed ? 1 : 0, of.sides, seconds);
    }
}
