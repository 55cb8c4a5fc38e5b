package inky.courier.demo;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.web.Json;
import inky.courier.web.MessageColumn;
import java.sql.Date;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import org.springframework.context.annotation.Profile;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Three weeks of accepted deliveries, from a seed: who scans what where and when, as an office does. */
@Component
@Profile("demo")
class DemoHistory {
    private static final int DAYS = 21;
    private static final int DAYS_OF_STATES = 88;
    private static final int DAYS_OF_LEVELS = 35;
    private static final int FULL = 100;
    private static final int EMPTIED_AT = 3;
    private static final long SEED = 20_261_124;

    /** Share of a working day's scans in each hour from 0 to 23; common practice, no source. */
    private static final double[] HOURS = {
        0, 0, 0, 0, 0, 1, 4, 9, 12, 12, 11, 8, 5, 6, 9, 9, 7, 4, 2, 1, 0.6, 0.4, 0.2, 0
    };

    private final JdbcTemplate jdbc;
    private final Clock clock;
    private final ZoneId zone;
    private final Random random = new Random(SEED);

    DemoHistory(JdbcTemplate jdbc, Clock clock, ZoneId zone) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.zone = zone;
    }

    private record Past(Instant at, DeviceView device, JobView job, PersonView person, int pages) {}

    @Transactional
    void write(World world, DemoSetUp.Office office) {
        List<Past> all = new ArrayList<>();
        LocalDate today = LocalDate.now(clock.withZone(zone));
        for (int back = DAYS; back >= 0; back--) {
            for (World.Device device : world.devices()) {
                addDay(all, today.minusDays(back), device, office);
            }
        }
        all.sort(Comparator.comparing(Past::at));
        insert(all);
        office.devices().values().forEach(device -> insertLevels(device, today));
        office.devices().values().forEach(device -> insertStates(device, today));
    }

    /** A trouble of a device in the past. @param reason of IPP; empty for one that does not answer */
    private record Incident(String reason, int state, int leastMinutes, int mostMinutes) {
        private DeviceCondition condition() {
            return reason.isEmpty() ? DeviceCondition.UNREACHABLE : DeviceCondition.of(state, List.of(reason), true);
        }
    }

    private static final List<Incident> INCIDENTS = List.of(
            new Incident("media-empty-warning", 3, 15, 160),
            new Incident("media-empty-warning", 3, 5, 60),
            new Incident("media-low-warning", 3, 30, 300),
            new Incident("input-media-jam-error", 5, 2, 25),
            new Incident("cover-open-error", 5, 1, 4),
            new Incident("", 5, 4, 90));

    /** What became of a device on the days before today. */
    private void insertStates(DeviceView device, LocalDate today) {
        Random happening = new Random(device.name().hashCode() + 1L);
        // Aboard the line to the shore is worse
        double aDay = device.place().startsWith("MV") ? 0.9 : 0.35;
        DeviceCondition well = DeviceCondition.of(3, List.of("none"), true);
        List<Object[]> states = new ArrayList<>();
        states.add(stateRow(
                device, today.minusDays(DAYS_OF_STATES).atStartOfDay(zone).toInstant(), well));
        for (int back = DAYS_OF_STATES - 1; back >= 1; back--) {
            LocalDate day = today.minusDays(back);
            if (isWeekend(day) || happening.nextDouble() > aDay) {
                continue;
            }
            Incident incident = INCIDENTS.get(happening.nextInt(INCIDENTS.size()));
            Instant at = day.atTime(7 + happening.nextInt(9), happening.nextInt(60))
                    .atZone(zone)
                    .toInstant();
            int minutes = incident.leastMinutes + happening.nextInt(incident.mostMinutes - incident.leastMinutes);
            states.add(stateRow(device, at, incident.condition()));
            states.add(stateRow(device, at.plus(Duration.ofMinutes(minutes)), well));
        }
        jdbc.batchUpdate(
                "insert into device_state (device_id, since, state, words) values (?, ?, ?, ?) on conflict do nothing",
                states);
    }

    private static Object[] stateRow(DeviceView device, Instant at, DeviceCondition condition) {
        return new Object[] {
            device.id(), Timestamp.from(at), condition.state().name(), MessageColumn.write(condition.sentence())
        };
    }

    /** What was left of each toner on the days before today, back from what is left now. */
    private void insertLevels(DeviceView device, LocalDate today) {
        Random using = new Random(device.name().hashCode());
        List<Object[]> levels = new ArrayList<>();
        for (DeviceSupplies.Supply supply : device.supplies().supplies()) {
            double aDay = 0.7 + using.nextDouble();
            double left = supply.level().percent();
            for (int back = 1; back <= DAYS_OF_LEVELS; back++) {
                LocalDate day = today.minusDays(back);
                left += isWeekend(day) ? 0 : aDay * (0.5 + using.nextDouble());
                if (left > FULL) {
                    left = EMPTIED_AT;
                }
                levels.add(new Object[] {device.id(), supply.name(), Date.valueOf(day), (int) Math.round(left)});
            }
        }
        jdbc.batchUpdate("insert into supply_level (device_id, supply, day, percent) values (?, ?, ?, ?)", levels);
        // So that the next look at it reckons with them
        jdbc.update("update device set seen_at = null where id = ?", device.id());
    }

    private static boolean isWeekend(LocalDate day) {
        return day.getDayOfWeek() == DayOfWeek.SATURDAY || day.getDayOfWeek() == DayOfWeek.SUNDAY;
    }

    private void addDay(List<Past> all, LocalDate day, World.Device device, DemoSetUp.Office office) {
        boolean weekend = isWeekend(day);
        boolean sails = device.place().equals("Linnet Pier") || device.place().equals("MV Sandpiper");
        double factor = weekend ? (sails ? 0.8 : 0.03) : 1;
        long count = Math.round(device.scansADay() * 2 * factor * (0.85 + 0.3 * random.nextDouble()));
        List<JobView> possible = office.jobs().values().stream()
                .filter(job -> !List.of("Supplier bills", "Crew roster", "Harbour charts")
                        .contains(job.name()))
                .sorted(Comparator.comparing(JobView::name))
                .toList();
        for (int i = 0; i < count; i++) {
            Instant at = day.atTime(hour(), random.nextInt(60), random.nextInt(60))
                    .atZone(zone)
                    .toInstant();
            PersonView person = office.people()
                    .get((device.name().hashCode() & 0x7fff)
                                    % 5
                                    * 3
                                    % office.people().size()
                            + random.nextInt(4));
            JobView job = possible.get(Math.min(possible.size() - 1, (int) Math.abs(random.nextGaussian() * 2.2)));
            int pages = 1 + (int) Math.min(40, Math.abs(random.nextGaussian() * 4));
            if (at.isBefore(clock.instant().minusSeconds(240))) {
                all.add(new Past(at, office.devices().get(device.name()), job, person, pages));
            }
        }
    }

    private int hour() {
        double total = 0;
        for (double share : HOURS) {
            total += share;
        }
        double at = random.nextDouble() * total;
        for (int hour = 0; hour < HOURS.length; hour++) {
            at -= HOURS[hour];
            if (at < 0) {
                return hour;
            }
        }
        return 12;
    }

    private void insert(List<Past> all) {
        List<Object[]> deliveries = new ArrayList<>();
        List<Object[]> legs = new ArrayList<>();
        long number = jdbc.queryForObject("select nextval('delivery_number')", Long.class);
        for (Past past : all) {
            UUID id = UUID.nameUUIDFromBytes(("past:" + number).getBytes(java.nio.charset.StandardCharsets.UTF_8));
            double seconds = past.pages * (0.9 + random.nextDouble());
            Instant ready = past.at.plusMillis(400 + past.pages * 90L);
            Instant accepted = ready.plusMillis(300 + random.nextInt(2500));
            long bytes = past.pages * (90_000L + random.nextInt(160_000));
            String name = LocalDate.ofInstant(past.at, zone) + " " + past.job.name() + " "
                    + String.format("%04d", number % 10_000) + ".pdf";
            int blank = random.nextInt(3) == 0 ? 1 + random.nextInt(2) : 0;
            int colour = random.nextInt(5) < 2 ? random.nextInt(past.pages + 1) : 0;
            deliveries.add(new Object[] {
                id,
                number,
                past.device.id(),
                past.device.name(),
                past.device.place(),
                past.person.id(),
                past.person.name(),
                past.person.login(),
                past.person.email(),
                past.job.id(),
                past.job.name(),
                past.job.item().icon(),
                MessageColumn.write(past.job.profileSentence()),
                past.pages,
                time(past.at.minusMillis((long) (seconds * 1000))),
                time(past.at),
                time(ready),
                time(ready),
                name,
                bytes,
                time(accepted),
                past.pages + blank,
                blank,
                colour
            });
            int position = 0;
            for (DestinationView d : past.job.destinations()) {
                boolean toMe = d.kind() == DestinationKind.MAIL_TO_ME;
                List<String> to = d.kind().recipients(d.settings(), past.person.email(), List.of());
                legs.add(new Object[] {
                    UUID.randomUUID(),
                    id,
                    position++,
                    d.kind().name(),
                    d.routeId(),
                    d.routeName(),
                    toMe ? past.person.name() : d.name(),
                    Json.write(to),
                    "<" + number + "." + position + "@courier.invalid>",
                    time(ready),
                    time(accepted),
                    time(accepted),
                    d.kind().isMail() ? Math.round(bytes * 1.368) + 2_000 : bytes,
                    d.kind().isMail() ? "250 2.0.0 Accepted" : "",
                    d.id()
                });
            }
            number++;
        }
        jdbc.batchUpdate(
                "insert into delivery (id, version, number, device_id, device_name, place, person_id, person_name, person_login, person_email, job_id, "
                        + "job_name, job_icon, job_snapshot, profile_words, pages, state, trouble, scan_began_at, scanned_at, made_ready_at, named_at, "
                        + "file_name, file_bytes, contents_removed_at, judged_sides, blank_sides, colour_sides, made_revision) "
                        + "values (?, 0, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, '{}', ?, ?, 'ACCEPTED', '', ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, 1)",
                deliveries);
        jdbc.batchUpdate(
                "insert into leg (id, version, delivery_id, position, kind, route_id, route_name, label, recipients, message_id, state, cause, sentence, "
                        + "remedy, tries, first_try_at, sent_at, accepted_at, possibly_twice, sent_bytes, reply, destination_id) "
                        + "values (?, 0, ?, ?, ?, ?, ?, ?, ?, ?, 'ACCEPTED', '', '', '', 1, ?, ?, ?, false, ?, ?, ?)",
                legs);
        jdbc.queryForObject("select setval('delivery_number', ?)", Long.class, number);
    }

    private static Timestamp time(Instant at) {
        return Timestamp.from(at);
    }
}
