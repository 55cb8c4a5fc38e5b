package inky.courier.report;

import inky.courier.core.message.Message;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.JobItem;
import inky.courier.core.report.BarSpan;
import inky.courier.core.report.Durations;
import inky.courier.core.report.Figures;
import inky.courier.core.report.Proportion;
import inky.courier.core.report.ReportBar;
import inky.courier.core.report.ReportBy;
import inky.courier.core.report.ScannedSides;
import inky.courier.delivery.query.ReportSums;
import inky.courier.delivery.query.ReportSums.Read;
import inky.courier.delivery.query.ReportSums.Sum;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.setup.SetUp;
import inky.courier.web.Access;
import inky.courier.web.DaySpan;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Reports over any days. */
@Service
class Reports {
    private final ReportSums sums;
    private final DeviceService devices;
    private final PeopleService people;
    private final SetUp setUp;
    private final Clock clock;
    private final ZoneId zone;

    Reports(ReportSums sums, DeviceService devices, PeopleService people, SetUp setUp, Clock clock, ZoneId zone) {
        this.sums = sums;
        this.devices = devices;
        this.people = people;
        this.setUp = setUp;
        this.clock = clock;
        this.zone = zone;
    }

    /**
     * @param sides of paper that were looked at: blank ones that were left out, and those in colour
     * @param success of those that have ended, with the range in which the true share lies; absent where none has
     * @param median seconds from sending until accepted, which half did not exceed; absent where none arrived
     * @param p95 the same of 95 in 100
     */
    public record ReportFigures(
            long documents,
            long pages,
            long bytes,
            long arrived,
            long failed,
            ScannedSides sides,
            @Nullable Proportion success,
            @Nullable Double median,
            @Nullable Double p95) {
        private static ReportFigures of(Figures figures) {
            boolean ended = figures.arrived() + figures.failed() > 0;
            return new ReportFigures(
                    figures.documents(),
                    figures.pages(),
                    figures.bytes(),
                    figures.arrived(),
                    figures.failed(),
                    figures.sides(),
                    ended ? figures.success() : null,
                    boxed(figures.median()),
                    boxed(figures.p95()));
        }

        @Nullable
        private static Double boxed(OptionalDouble value) {
            return value.isPresent() ? value.getAsDouble() : null;
        }
    }

    /** @param subject as the kind has it: an id, a place, a cause, an hour @param detail where it stands, or what it is; empty for nothing @param gone whether it is no longer part of the set-up */
    public record ReportRow(String subject, String name, String detail, boolean gone, ReportFigures figures) {}

    public record ReportDay(LocalDate day, long documents, long arrived, long failed) {}

    /**
     * @param missing days of the span that are not summed up yet
     * @param rows the most first; those with nothing are there too, where they are part of the set-up
     * @param more with documents, and not among the rows
     * @param moreUnused without documents, and not among the rows
     * @param days without those on which nothing was scanned
     * @param span what each of the bars stands for
     */
    public record Report(
            LocalDate from,
            LocalDate until,
            ReportBy by,
            int missing,
            ReportFigures total,
            List<ReportRow> rows,
            int more,
            int moreUnused,
            List<ReportDay> days,
            BarSpan span,
            List<ReportBar> bars) {}

    /** All of its rows. */
    @Transactional(readOnly = true)
    public Report report(ReportBy by, DaySpan asked) {
        return report(by, asked, Integer.MAX_VALUE);
    }

    /** @param most rows with documents, and as many without */
    @Transactional(readOnly = true)
    public Report report(ReportBy by, DaySpan asked, int most) {
        DaySpan days = asked.until(LocalDate.now(clock.withZone(zone)));
        LocalDate from = days.first();
        LocalDate until = days.last();
        ReportBy kept = by == ReportBy.PLACE ? ReportBy.DEVICE : by;
        Optional<Set<String>> only = Optional.empty();
        if (Access.places().isPresent()) {
            if (kept != ReportBy.DEVICE) {
                Access.requireEverywhere();
            }
            only = Optional.of(devices.seen().stream()
                    .map(device -> device.id().toString())
                    .collect(Collectors.toSet()));
        }
        Read read = sums.read(kept, from, until, only);
        Figures total = total(kept, from, until, only, read);
        BarSpan span = BarSpan.of(from, until);
        List<Subject> all = subjects(by, read.sums());
        List<Subject> used =
                all.stream().filter(one -> one.figures.documents() > 0).toList();
        List<Subject> unused =
                all.stream().filter(one -> one.figures.documents() == 0).toList();
        List<Subject> listed = used.subList(0, Math.min(most, used.size()));
        Map<String, Durations> times = sums.times(
                kept,
                from,
                until,
                listed.stream().flatMap(one -> one.of.stream()).toList());
        return new Report(
                from,
                until,
                by,
                read.missing(),
                ReportFigures.of(total),
                Stream.concat(listed.stream(), unused.stream().limit(most))
                        .map(one -> one.row(times))
                        .toList(),
                used.size() - listed.size(),
                Math.max(0, unused.size() - most),
                read.days().entrySet().stream()
                        .map(day -> new ReportDay(
                                day.getKey(),
                                day.getValue().documents(),
                                day.getValue().arrived(),
                                day.getValue().failed()))
                        .toList(),
                span,
                bars(days, span, read.days()));
    }

    /** Those with nothing too. */
    private static List<ReportBar> bars(DaySpan span, BarSpan unit, Map<LocalDate, Figures> days) {
        Map<LocalDate, Figures> sums = new TreeMap<>();
        span.first()
                .datesUntil(span.last().plusDays(1))
                .forEach(day -> sums.merge(unit.begin(day), days.getOrDefault(day, Figures.none()), Figures::plus));
        return sums.entrySet().stream()
                .map(one -> new ReportBar(
                        unit.label(one.getKey()),
                        one.getValue().arrived(),
                        one.getValue().failed(),
                        one.getValue().documents()
                                - one.getValue().arrived()
                                - one.getValue().failed()))
                .toList();
    }

    /** Of a document that went to several destinations, or stands for several causes, only once. */
    private Figures total(ReportBy kept, LocalDate from, LocalDate until, Optional<Set<String>> only, Read read) {
        // Each document has one hour of the week, and there are few of them.
        ReportBy once = only.isPresent() ? kept : ReportBy.HOUR;
        Map<String, Sum> of =
                once == kept ? read.sums() : sums.read(once, from, until, only).sums();
        Durations all = new Durations();
        sums.times(once, from, until, of.keySet()).values().forEach(times -> all.add(times.counts()));
        return of.values().stream()
                .map(Sum::figures)
                .reduce(Figures.none(), Figures::plus)
                .with(all);
    }

    /** A row without its times. @param of what it sums up, as it is kept */
    private record Subject(String subject, String name, String detail, boolean gone, Figures figures, List<String> of) {
        private static Subject of(String subject, String name, String detail, boolean gone, Figures figures) {
            return new Subject(subject, name, detail, gone, figures, List.of(subject));
        }

        private ReportRow row(Map<String, Durations> times) {
            Durations all = new Durations();
            of.forEach(one -> Optional.ofNullable(times.get(one)).ifPresent(its -> all.add(its.counts())));
            return new ReportRow(subject, name, detail, gone, ReportFigures.of(figures.with(all)));
        }
    }

    private List<Subject> subjects(ReportBy by, Map<String, Sum> sums) {
        List<Subject> subjects = switch (by) {
            case DEVICE -> named(sums, devices.seen(), this::device);
            case PLACE -> places(sums);
            case PERSON -> people(sums);
            case JOB -> items(sums, setUp.office().all(JobItem.class));
            case DESTINATION -> items(sums, setUp.office().all(DestinationItem.class));
            case CAUSE -> causes(sums);
            case HOUR ->
                sums.values().stream()
                        .map(sum -> Subject.of(sum.subject(), sum.subject(), "", false, sum.figures()))
                        .toList();
        };
        return subjects.stream()
                .sorted(Comparator.comparingLong((Subject one) -> -one.figures.documents())
                        .thenComparing(Subject::name, String.CASE_INSENSITIVE_ORDER))
                .toList();
    }

    private record Named(String subject, String name, String detail) {}

    private Named device(DeviceView device) {
        return new Named(device.id().toString(), device.name(), device.place());
    }

    private static <T> List<Subject> named(Map<String, Sum> sums, List<T> there, Function<T, Named> naming) {
        Map<String, Sum> left = new HashMap<>(sums);
        List<Subject> subjects = new ArrayList<>();
        for (T one : there) {
            Named named = naming.apply(one);
            Sum sum = left.remove(named.subject);
            Figures figures = sum == null ? Figures.none() : sum.figures();
            subjects.add(Subject.of(named.subject, named.name, named.detail, false, figures));
        }
        left.values().forEach(sum -> subjects.add(Subject.of(sum.subject(), sum.name(), "", true, sum.figures())));
        return subjects;
    }

    private static <T extends Item> List<Subject> items(Map<String, Sum> sums, List<T> there) {
        return named(sums, there, item -> new Named(item.id().toString(), item.name(), ""));
    }

    /** Those who scanned nothing are not listed: that is nobody's business. */
    private List<Subject> people(Map<String, Sum> sums) {
        List<PersonView> there = people.list().stream()
                .filter(person -> sums.containsKey(person.id().toString()))
                .toList();
        return named(sums, there, person -> new Named(person.id().toString(), person.name(), ""));
    }

    private List<Subject> places(Map<String, Sum> sums) {
        Map<String, String> placeOf = devices.seen().stream()
                .collect(Collectors.toMap(device -> device.id().toString(), DeviceView::place));
        Map<String, Figures> places = new TreeMap<>();
        Map<String, List<String>> of = new HashMap<>();
        placeOf.values().forEach(place -> places.put(place, Figures.none()));
        sums.forEach((id, sum) -> {
            String place = placeOf.getOrDefault(id, "");
            places.merge(place, sum.figures(), Figures::plus);
            of.computeIfAbsent(place, one -> new ArrayList<>()).add(id);
        });
        return places.entrySet().stream()
                .map(place -> new Subject(
                        place.getKey(),
                        place.getKey(),
                        "",
                        false,
                        place.getValue(),
                        of.getOrDefault(place.getKey(), List.of())))
                .toList();
    }

    private static List<Subject> causes(Map<String, Sum> sums) {
        Locale language = LocaleContextHolder.getLocale();
        return sums.values().stream()
                .map(sum -> Subject.of(
                        sum.subject(),
                        sum.name().isEmpty()
                                ? sum.subject().toLowerCase(Locale.ROOT).replace('_', ' ')
                                : Message.of(sum.name()).in(language),
                        "",
                        false,
                        sum.figures()))
                .toList();
    }
}
