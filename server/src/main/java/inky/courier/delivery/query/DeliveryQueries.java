package inky.courier.delivery.query;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.edit.EditedPage.Presence;
import inky.courier.core.message.Message;
import inky.courier.core.workshop.MadeFile;
import inky.courier.delivery.DeliveryState;
import inky.courier.delivery.Files;
import inky.courier.delivery.PlaceLimit;
import inky.courier.delivery.Recipients;
import inky.courier.delivery.Steps;
import inky.courier.destination.Outcome;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.scan.ScanPages;
import inky.courier.web.Access;
import inky.courier.web.DaySpan;
import inky.courier.web.MessageColumn;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the desk sees of deliveries; read without entities. */
@Component
public class DeliveryQueries {
    private static final int MOST = 200;
    private static final int SHORTEST_INDEXED = 3;

    /** How far back the newest are walked through: first a little, then, if there is anything to be found so, more. */
    private static final int LATELY = 2_000;

    private static final int NEWEST = 20_000;
    private static final int ON_THE_LINE = 5;

    private final JdbcClient jdbc;
    private final Steps steps;
    private final ScanPages pages;
    private final Files files;
    private final ZoneId zone;

    private final Cached<List<DeliveryRow>> line;

    DeliveryQueries(JdbcClient jdbc, Steps steps, ScanPages pages, Files files, ZoneId zone, Live live) {
        this.jdbc = jdbc;
        this.line = new Cached<>(live, this::readLine, "delivery");
        this.steps = steps;
        this.pages = pages;
        this.files = files;
        this.zone = zone;
    }

    /** @param askedLater sent or printed once more, so that it says nothing of how long sending took */
    public record LegView(
            UUID id,
            String label,
            String routeName,
            UUID routeId,
            DestinationKind kind,
            LegPhase state,
            String cause,
            Message sentence,
            Message remedy,
            String reply,
            int tries,
            @Nullable Instant nextTryAt,
            @Nullable Instant sentAt,
            @Nullable Instant acceptedAt,
            boolean askedLater,
            boolean possiblyTwice,
            long sentBytes,
            Message landed,
            List<Outcome.Recipient> recipients) {}

    public record DeliveryRow(
            UUID id,
            long number,
            DeliveryState state,
            Message trouble,
            UUID personId,
            String personName,
            UUID deviceId,
            String deviceName,
            String place,
            UUID jobId,
            String jobName,
            String jobIcon,
            int pages,
            Instant scanBeganAt,
            Instant scannedAt,
            @Nullable Instant madeReadyAt,
            @Nullable Instant namedAt,
            String fileName,
            long fileBytes,
            @Nullable Instant contentsRemovedAt,
            boolean test,
            List<LegView> legs) {}

    public record StepView(Instant at, @Nullable UUID legId, Message words, String farSide) {}

    /**
     * A page as scanned.
     *
     * @param leftOut why it is in no file; empty when it is in one
     * @param returnable whether a person can bring it back: separator sheets stay apart
     * @param done what was done to it, and why
     */
    public record PageThumb(
            UUID id,
            long bytes,
            String media,
            Message leftOut,
            boolean returnable,
            List<Message> done,
            Presence presence,
            boolean splitBefore,
            String look) {}

    /** A file that was made. */
    public record FileView(int position, String name, long bytes, int pages, Message words) {}

    public record DeliveryPage(
            DeliveryRow row,
            Message profileWords,
            String personEmail,
            List<FileView> files,
            List<PageThumb> pages,
            boolean edited,
            List<StepView> steps) {}

    /** @param state empty for all; {@code day} as ISO date, empty for all; {@code before} a number, 0 for the newest */
    public record Filter(
            List<DeliveryState> state,
            String day,
            @Nullable UUID person,
            @Nullable UUID device,
            @Nullable UUID job,
            String text,
            long before,
            int limit) {}

    public record Listing(List<DeliveryRow> rows, boolean more) {}

    private static final String ROW = "select d.* from delivery d ";

    public Listing list(Filter f) {
        Map<String, Object> values = new HashMap<>();
        List<String> where = new ArrayList<>();
        where.add("true");
        PlaceLimit.add(where, values);
        if (!f.state.isEmpty()) {
            where.add("d.state in (:states)");
            values.put("states", f.state.stream().map(Enum::name).toList());
        }
        if (!f.day.isEmpty()) {
            LocalDate day = DaySpan.day("day", f.day);
            where.add("d.scanned_at >= :from and d.scanned_at < :to");
            values.put("from", start(day));
            values.put("to", start(day.plusDays(1)));
        }
        addId(where, values, "person", f.person);
        addId(where, values, "device", f.device);
        addId(where, values, "job", f.job);
        if (f.before > 0) {
            where.add("d.number < :before");
            values.put("before", f.before);
        }
        int limit = Math.min(Math.max(f.limit, 1), MOST);
        values.put("limit", limit + 1);
        String text = f.text.strip();
        if (text.isEmpty()) {
            return listing(where, values, limit);
        }
        boolean number = look(text, values);
        if (number && !Character.isDigit(text.charAt(0))) {
            where.add("d.number = :number");
            return listing(where, values, limit);
        }
        return byNumbers(numbersOf(where, values, number, text.length() >= SHORTEST_INDEXED), limit);
    }

    /** @return whether it may be a number too, as D-1234 or without its letter */
    private static boolean look(String text, Map<String, Object> values) {
        values.put("text", "%" + like(text) + "%");
        String digits = text.replaceFirst("^[dD]-", "");
        boolean number = digits.matches("[0-9]{1,18}");
        if (number) {
            values.put("number", Long.parseLong(digits));
        }
        return number;
    }

    /**
     * What stands in many of the newest is found there by walking back through them; the index of letters would bring all
     * of them first. What stands in few of them is rare, and the index brings it at once. For one or two letters it is of
     * no use at all.
     */
    private List<Long> numbersOf(List<String> where, Map<String, Object> values, boolean number, boolean indexed) {
        int wanted = (Integer) values.get("limit");
        List<Long> found = new ArrayList<>(lately(0, LATELY, where, values, number));
        // By how often it stood in the first of them.
        boolean enough = found.size() * (NEWEST / LATELY) >= wanted;
        if (found.size() < wanted && (enough || !indexed)) {
            found.addAll(lately(LATELY, NEWEST, where, values, number));
        }
        if (found.size() < wanted && indexed) {
            return numbers(where, "(d.looked_for ilike :text" + orNumber(number), values);
        }
        return found.subList(0, Math.min(found.size(), wanted));
    }

    /** From so many numbers before the newest to so many before it. */
    private List<Long> lately(int from, int until, List<String> where, Map<String, Object> values, boolean number) {
        String newest = "(select coalesce(max(number), 0) from delivery"
                + (values.containsKey("before") ? " where number < :before)" : ")");
        return numbers(
                where,
                "d.number <= " + newest + " - " + from + " and d.number > " + newest + " - " + until
                        + " and (d.looked_for || '' ilike :text" + orNumber(number),
                values);
    }

    private static String orNumber(boolean number) {
        return number ? " or d.number = :number)" : ")";
    }

    private List<Long> numbers(List<String> where, String and, Map<String, Object> values) {
        return jdbc.sql("select d.number from delivery d where " + String.join(" and ", where) + " and " + and
                        + " order by d.number desc limit :limit")
                .params(values)
                .query(Long.class)
                .list();
    }

    private Listing byNumbers(List<Long> numbers, int limit) {
        if (numbers.isEmpty()) {
            return new Listing(List.of(), false);
        }
        return listing(List.of("d.number in (:numbers)"), Map.of("numbers", numbers, "limit", limit + 1), limit);
    }

    /** The newest that hold the text; of what is frequent only those of lately. */
    public List<DeliveryRow> newest(String text, int most) {
        Map<String, Object> values = new HashMap<>();
        values.put("limit", most);
        boolean number = look(text, values);
        List<String> where = new ArrayList<>(List.of("true"));
        PlaceLimit.add(where, values);
        List<Long> found = lately(0, LATELY, where, values, number);
        if (found.isEmpty() && text.length() >= SHORTEST_INDEXED) {
            found = numbers(where, "(d.looked_for ilike :text" + orNumber(number), values);
        }
        return byNumbers(found, most).rows;
    }

    /** Those of the numbers that there are, at the places that whoever asks sees; the newest first. */
    public List<DeliveryRow> numbered(List<Long> numbers) {
        Map<String, Object> values = new HashMap<>(Map.of("numbers", numbers, "limit", numbers.size() + 1));
        List<String> where = new ArrayList<>(List.of("d.number in (:numbers)"));
        PlaceLimit.add(where, values);
        return numbers.isEmpty() ? List.of() : listing(where, values, numbers.size()).rows;
    }

    private Listing listing(List<String> where, Map<String, ?> values, int limit) {
        List<DeliveryRow> rows =
                rows(ROW + "where " + String.join(" and ", where) + " order by d.number desc limit :limit", values);
        return new Listing(rows.subList(0, Math.min(limit, rows.size())), rows.size() > limit);
    }

    /**
     * Files of a leg that surely lie where it goes, though it has not arrived; not what may have got its name in the moment in
     * which the line broke.
     */
    public List<String> surelyThere(UUID leg) {
        List<String> named = jdbc.sql("select name from name_claim where leg_id = ? order by position")
                .param(leg)
                .query(String.class)
                .list();
        return named.subList(0, Math.max(0, named.size() - 1));
    }

    /** Of which scan it was made; empty for one of the demo's past. */
    public Optional<UUID> scanOf(UUID id) {
        return jdbc.sql("select scan_id from delivery where id = ? and scan_id is not null")
                .param(id)
                .query(UUID.class)
                .optional();
    }

    public DeliveryPage page(UUID id) {
        DeliveryRow row = row(id);
        List<StepView> log = steps.of(id).stream()
                .map(s -> new StepView(s.at(), s.legId(), s.words(), s.farSide()))
                .toList();
        record Rest(Message profile, String email, UUID scan) {}
        Rest rest = jdbc.sql("select profile_words, person_email, scan_id from delivery where id = ?")
                .param(id)
                .query((r, n) ->
                        new Rest(MessageColumn.read(r.getString(1)), r.getString(2), r.getObject(3, UUID.class)))
                .single();
        // What is listed of the demo's past was never scanned.
        List<PageThumb> shown = rest.scan == null
                ? List.of()
                : pages.reported(rest.scan).stream()
                        .map(p -> new PageThumb(
                                p.id(),
                                p.bytes(),
                                p.media(),
                                leftOut(p.fate()),
                                RETURNABLE.contains(p.fate()),
                                p.done(),
                                p.presence(),
                                p.splitBefore(),
                                p.look()))
                        .toList();
        List<FileView> made = files.of(id).stream()
                .map(f -> new FileView(f.position(), f.name(), f.bytes(), f.pages(), fileWords(f)))
                .toList();
        return new DeliveryPage(
                row, rest.profile, rest.email, made, shown, rest.scan != null && pages.isEdited(rest.scan), log);
    }

    private static final Set<String> RETURNABLE = Set.of("SKIPPED_BLANK", "LEFT_OUT");

    private static Message leftOut(String fate) {
        return switch (fate) {
            case "SKIPPED_BLANK" -> Message.of("page.left-out.blank");
            case "LEFT_OUT" -> Message.of("page.left-out.by-hand");
            case "SEPARATOR" -> Message.of("page.done.separator");
            default -> Message.none();
        };
    }

    private static Message fileWords(Files.KeptFile file) {
        return file.part() == MadeFile.Part.PORTRAIT
                ? Message.of("page.done.portrait")
                : file.kind().words();
    }

    public DeliveryRow row(UUID id) {
        return rows(ROW + "where d.id = :id", Map.of("id", id)).stream()
                .filter(row -> Access.sees(row.place))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("delivery"));
    }

    /** The line now: the first of what moves, then of the newest. */
    public List<DeliveryRow> onTheLine() {
        return PlaceLimit.now().isPresent() ? readLine() : line.get();
    }

    private List<DeliveryRow> readLine() {
        Map<String, Object> values = new HashMap<>(Map.of("limit", ON_THE_LINE));
        String there = PlaceLimit.and(values);
        return rows(
                "select * from ((select d.* from delivery d where state = 'MOVING'" + there
                        + " order by scanned_at desc limit :limit) union all (select d.* from delivery d where state <> 'MOVING'"
                        + there + " order by scanned_at desc limit :limit)) d "
                        + "order by (d.state = 'MOVING') desc, d.scanned_at desc limit :limit",
                values);
    }

    private List<DeliveryRow> rows(String sql, Map<String, ?> values) {
        List<DeliveryRow> rows =
                jdbc.sql(sql).params(values).query((r, n) -> row(r, List.of())).list();
        Map<UUID, List<LegView>> legs = legs(rows.stream().map(DeliveryRow::id).toList());
        return rows.stream()
                .map(r -> withLegs(r, legs.getOrDefault(r.id, List.of())))
                .toList();
    }

    private Map<UUID, List<LegView>> legs(Collection<UUID> ids) {
        if (ids.isEmpty()) {
            return Map.of();
        }
        Map<UUID, List<LegView>> found = new HashMap<>();
        jdbc.sql("select * from leg where delivery_id in (:ids) order by position")
                .param("ids", ids)
                .query((r, n) -> found.computeIfAbsent(r.getObject("delivery_id", UUID.class), id -> new ArrayList<>())
                        .add(leg(r)))
                .list();
        return found;
    }

    private static LegView leg(ResultSet r) throws SQLException {
        return new LegView(
                r.getObject("id", UUID.class),
                r.getString("label"),
                r.getString("route_name"),
                r.getObject("route_id", UUID.class),
                DestinationKind.valueOf(r.getString("kind")),
                LegPhase.valueOf(r.getString("state")),
                r.getString("cause"),
                MessageColumn.read(r.getString("sentence")),
                MessageColumn.read(r.getString("remedy")),
                r.getString("reply"),
                r.getInt("tries"),
                at(r, "next_try_at"),
                at(r, "sent_at"),
                at(r, "accepted_at"),
                r.getBoolean("asked_later"),
                r.getBoolean("possibly_twice"),
                r.getLong("sent_bytes"),
                MessageColumn.read(r.getString("landed")),
                Recipients.byAddress(r.getString("recipient_outcomes")));
    }

    private static DeliveryRow row(ResultSet r, List<LegView> legs) throws SQLException {
        return new DeliveryRow(
                r.getObject("id", UUID.class),
                r.getLong("number"),
                DeliveryState.valueOf(r.getString("state")),
                MessageColumn.read(r.getString("trouble")),
                r.getObject("person_id", UUID.class),
                r.getString("person_name"),
                r.getObject("device_id", UUID.class),
                r.getString("device_name"),
                r.getString("place"),
                r.getObject("job_id", UUID.class),
                r.getString("job_name"),
                r.getString("job_icon"),
                r.getInt("pages"),
                at(r, "scan_began_at"),
                at(r, "scanned_at"),
                at(r, "made_ready_at"),
                at(r, "named_at"),
                r.getString("file_name"),
                r.getLong("file_bytes"),
                at(r, "contents_removed_at"),
                r.getBoolean("test"),
                legs);
    }

    private static DeliveryRow withLegs(DeliveryRow r, List<LegView> legs) {
        return new DeliveryRow(
                r.id,
                r.number,
                r.state,
                r.trouble,
                r.personId,
                r.personName,
                r.deviceId,
                r.deviceName,
                r.place,
                r.jobId,
                r.jobName,
                r.jobIcon,
                r.pages,
                r.scanBeganAt,
                r.scannedAt,
                r.madeReadyAt,
                r.namedAt,
                r.fileName,
                r.fileBytes,
                r.contentsRemovedAt,
                r.test,
                legs);
    }

    private static void addId(List<String> where, Map<String, Object> values, String name, @Nullable UUID id) {
        if (id != null) {
            where.add("d." + name + "_id = :" + name);
            values.put(name, id);
        }
    }

    private static String like(String text) {
        return text.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_");
    }

    private OffsetDateTime start(LocalDate day) {
        return day.atStartOfDay(zone).toOffsetDateTime();
    }

    @Nullable
    static Instant at(ResultSet row, String column) throws SQLException {
        OffsetDateTime at = row.getObject(column, OffsetDateTime.class);
        return at == null ? null : at.toInstant();
    }
}
