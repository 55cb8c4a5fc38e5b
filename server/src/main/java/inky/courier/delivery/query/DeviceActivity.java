package inky.courier.delivery.query;

import inky.courier.core.message.Message;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.web.MessageColumn;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.IntStream;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How many documents came from each device, day by day. */
@Component
public class DeviceActivity {
    /** Today and those before it that are told. */
    public static final int DAYS = 10;

    /** Earlier weeks whose same weekday makes the usual day. */
    private static final int USUAL_WEEKS = 3;

    private static final int OUTCOME_DAYS = 30;
    private static final int MOST_CAUSES = 5;

    private final JdbcClient jdbc;
    private final Clock clock;
    private final ZoneId zone;

    /** Days before today do not change any more. */
    private final Map<LocalDate, Map<UUID, Integer>> earlier = new ConcurrentHashMap<>();

    private final Cached<Map<UUID, Integer>> today;

    DeviceActivity(JdbcClient jdbc, Clock clock, ZoneId zone, Live live) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.zone = zone;
        this.today = new Cached<>(live, () -> counted(day()), "delivery");
    }

    /**
     * @param days documents of each of the last {@link #DAYS} days, today's last
     * @param usual documents of this weekday, as the mean of three weeks
     */
    public record Activity(int[] days, double usual) {}

    public Activity of(UUID device) {
        LocalDate day = day();
        int[] days = IntStream.rangeClosed(1 - DAYS, 0)
                .map(back ->
                        back == 0 ? today(device) : before(day.plusDays(back)).getOrDefault(device, 0))
                .toArray();
        double usual = IntStream.rangeClosed(1, USUAL_WEEKS)
                .map(week -> before(day.minusWeeks(week)).getOrDefault(device, 0))
                .average()
                .orElse(0);
        return new Activity(days, usual);
    }

    public int today(UUID device) {
        return today.get().getOrDefault(device, 0);
    }

    /** When each of these devices scanned last; those that never did are left out. */
    public Map<UUID, Instant> lastScans(Collection<UUID> devices) {
        Map<UUID, Instant> last = new HashMap<>();
        jdbc.sql("""
                        select d.id, (select scanned_at from delivery where device_id = d.id order by number desc limit 1)
                        from unnest(:devices) as d (id)""").param("devices", devices.toArray(UUID[]::new)).query(row -> {
            Timestamp at = row.getTimestamp(2);
            if (at != null) {
                last.put(row.getObject(1, UUID.class), at.toInstant());
            }
        });
        return last;
    }

    /**
     * What became of what was scanned at a device in the last {@link #OUTCOME_DAYS} days.
     *
     * @param states deliveries in each state
     * @param causes why some did not arrive or not at once, the most frequent first
     */
    public record Outcomes(int days, int documents, int pages, Map<String, Integer> states, List<Cause> causes) {}

    /** @param deliveries of which a leg stands for this cause */
    public record Cause(String route, Message sentence, int deliveries) {}

    public Outcomes outcomes(UUID device) {
        OffsetDateTime since = start(day().minusDays(OUTCOME_DAYS - 1));
        Map<String, Integer> states = new TreeMap<>();
        int[] pages = new int[1];
        jdbc.sql("select state, count(*), sum(pages) from delivery where device_id = :device and scanned_at >= :since "
                        + "group by 1")
                .param("device", device)
                .param("since", since)
                .query(row -> {
                    states.put(row.getString(1), row.getInt(2));
                    pages[0] += row.getInt(3);
                });
        List<Cause> causes = jdbc.sql("""
                        select l.route_name, (array_agg(l.sentence order by d.number desc))[1], count(distinct d.id) as deliveries
                        from delivery d join leg l on l.delivery_id = d.id
                        where d.device_id = :device and d.scanned_at >= :since and l.cause <> ''
                        group by l.route_name, l.cause order by deliveries desc, 1 limit :most""")
                .param("device", device)
                .param("since", since)
                .param("most", MOST_CAUSES)
                .query((row, n) ->
                        new Cause(row.getString(1), MessageColumn.read(row.getString(2)), row.getInt("deliveries")))
                .list();
        int documents = states.values().stream().mapToInt(Integer::intValue).sum();
        return new Outcomes(OUTCOME_DAYS, documents, pages[0], states, causes);
    }

    private LocalDate day() {
        return LocalDate.now(clock.withZone(zone));
    }

    private Map<UUID, Integer> before(LocalDate day) {
        if (!earlier.containsKey(day)) {
            earlier.keySet().removeIf(one -> one.isBefore(day().minusWeeks(USUAL_WEEKS)));
        }
        return earlier.computeIfAbsent(day, this::counted);
    }

    private Map<UUID, Integer> counted(LocalDate day) {
        Map<UUID, Integer> counts = new HashMap<>();
        jdbc.sql("select device_id, count(*) from delivery where scanned_at >= :start and scanned_at < :until "
                        + "and device_id is not null group by 1")
                .param("start", start(day))
                .param("until", start(day.plusDays(1)))
                .query(row -> {
                    counts.put(row.getObject(1, UUID.class), row.getInt(2));
                });
        return counts;
    }

    private OffsetDateTime start(LocalDate day) {
        return day.atStartOfDay(zone).toOffsetDateTime();
    }
}
