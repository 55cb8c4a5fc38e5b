package inky.courier.naming;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.people.PeopleService;
import inky.courier.setup.SetUp;
import inky.courier.web.Refusal;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.ZoneId;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The counters of file names as an administrator sees and sets them: those that go on, not those of days gone by. */
@Service
class CounterBook {
    private static final int MOST = 200;
    private static final long LARGEST = 999_999_999_999L;

    private final JdbcClient jdbc;
    private final SetUp setUp;
    private final PeopleService people;
    private final ChangeLog log;
    private final Clock clock;
    private final ZoneId zone;

    CounterBook(JdbcClient jdbc, SetUp setUp, PeopleService people, ChangeLog log, Clock clock, ZoneId zone) {
        this.jdbc = jdbc;
        this.setUp = setUp;
        this.people = people;
        this.log = log;
        this.clock = clock;
        this.zone = zone;
    }

    /**
     * @param scope what keeps its numbers apart from others'
     * @param words whose numbers they are, and of which day, month or year
     * @param last that was given
     */
    record CounterView(String scope, Message words, long last) {}

    /** @param more whether there are others, to be found by their words */
    record CounterList(List<CounterView> counters, boolean more) {}

    @Transactional(readOnly = true)
    public CounterList current(String find) {
        LocalDate today = LocalDate.now(clock.withZone(zone));
        String wanted = find.strip().toLowerCase(Locale.ROOT);
        List<CounterView> fitting = jdbc
                .sql(
                        "select scope, value from name_counter where scope !~ '(day|month|year):[0-9-]+$' "
                                + "or scope like '%day:' || ? or scope like '%month:' || ? or scope like '%year:' || ? order by scope")
                .params(today.toString(), YearMonth.from(today).toString(), Integer.toString(today.getYear()))
                .query((row, n) -> view(row.getString(1), row.getLong(2)))
                .stream()
                .filter(one -> one.words.toString().toLowerCase(Locale.ROOT).contains(wanted))
                .limit(MOST + 1L)
                .toList();
        boolean more = fitting.size() > MOST;
        return new CounterList(more ? fitting.subList(0, MOST) : fitting, more);
    }

    @Transactional
    public CounterView set(String scope, long last) {
        if (last < 0 || last > LARGEST) {
            throw Invalid.of("counter.number", "last");
        }
        long before = jdbc.sql("select value from name_counter where scope = ? for update")
                .param(scope)
                .query(Long.class)
                .optional()
                .orElseThrow(() -> Refusal.notFound("counter"));
        jdbc.sql("update name_counter set value = ? where scope = ?")
                .params(last, scope)
                .update();
        CounterView now = view(scope, last);
        log.record(
                "counter",
                UUID.nameUUIDFromBytes(scope.getBytes(StandardCharsets.UTF_8)),
                now.words.toString(),
                Map.of("last", before),
                Map.of("last", last));
        return now;
    }

    private CounterView view(String scope, long last) {
        Message words = Message.of("names.counter.office");
        Message period = Message.none();
        for (String part : scope.equals("all") ? List.<String>of() : List.of(scope.split(" (?=(day|month|year):)"))) {
            int colon = part.indexOf(':');
            String of = part.substring(colon + 1);
            switch (part.substring(0, colon)) {
                case "job" -> words = named("names.counter.job", ItemKind.JOB, of);
                case "device" -> words = named("names.counter.device", ItemKind.DEVICE, of);
                case "person" -> words = Message.of("names.counter.person").with("name", personName(of));
                case "place" -> words = Message.of("names.counter.place").with("name", placeName(of));
                default -> period = Message.text(of);
            }
        }
        return new CounterView(scope, period.isEmpty() ? words : Message.list(List.of(words, period)), last);
    }

    private Message named(String code, ItemKind kind, String id) {
        // A scan that came from no device counts by none.
        String name = id.equals("null")
                ? "\u2013"
                : setUp.office()
                        .find(new Reference(kind, UUID.fromString(id)))
                        .map(Item::name)
                        .orElse(id);
        return Message.of(code).with("name", name);
    }

    /** Places count by their letters, not by their case. */
    private String placeName(String key) {
        return setUp.office().all(DeviceItem.class).stream()
                .map(DeviceItem::place)
                .filter(key::equalsIgnoreCase)
                .findFirst()
                .orElse(key);
    }

    private String personName(String id) {
        return people.nameOf(UUID.fromString(id)).orElse(id);
    }
}
