package inky.courier.shelf;

import inky.courier.core.office.DestinationItem;
import inky.courier.core.shelf.FindableWords;
import inky.courier.core.shelf.ShelfRoom;
import inky.courier.core.text.PlainLetters;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.RowMapper;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.SqlArrayValue;
import org.springframework.stereotype.Component;

/** Documents of the shelf in the database; asks nobody whether somebody may see them. */
@Component
class ShelfRows {
    private static final String COLUMNS =
            "id, folder_id, device_id, owner_id, name, generic, media_type, bytes, pages, content_id, thumbnail_id, added_at, added_by";
    private static final Pattern NUMBER = Pattern.compile("\\d+");
    private static final int DIGITS = 12;
    private static final Map<String, String> ORDERS =
            Map.of("name", "name_order", "added", "added_at", "bytes", "bytes", "pages", "pages");

    private final JdbcClient jdbc;

    ShelfRows(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * @param deviceId null for the office's
     * @param ownerId null for everybody's
     * @param thumbnailId null where there is none
     */
    record Row(
            UUID id,
            UUID folderId,
            @Nullable UUID deviceId,
            @Nullable UUID ownerId,
            String name,
            boolean generic,
            String mediaType,
            long bytes,
            int pages,
            UUID contentId,
            @Nullable UUID thumbnailId,
            Instant addedAt,
            String addedBy) {}

    /** Of which leg a document is a file. */
    record OfLeg(UUID leg, int position) {}

    private static final RowMapper<Row> ROW = (r, n) -> new Row(
            r.getObject(1, UUID.class),
            r.getObject(2, UUID.class),
            r.getObject(3, UUID.class),
            r.getObject(4, UUID.class),
            r.getString(5),
            r.getBoolean(6),
            r.getString(7),
            r.getLong(8),
            r.getInt(9),
            r.getObject(10, UUID.class),
            r.getObject(11, UUID.class),
            r.getObject(12, OffsetDateTime.class).toInstant(),
            r.getString(13));

    /** In which folder of which shelf, and whose. @param owner empty for everybody's */
    record Spot(UUID folder, Optional<UUID> device, Optional<UUID> owner) {}

    /** One shelf is filled by one at a time, so that it never holds more than it may. */
    void hold(Optional<UUID> device) {
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(?, 0))")
                .param("shelf:" + device.map(UUID::toString).orElse(""))
                .query((r, n) -> "")
                .list();
    }

    /** @param text that stands in it @return whether it was not there yet */
    boolean add(Row row, String text, Optional<OfLeg> leg) {
        return jdbc.sql("insert into shelf_document (" + COLUMNS + ", name_order, words, leg_id, position) values "
                                + "(?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, array_to_tsvector(?), ?, ?) "
                                + "on conflict (leg_id, position) where leg_id is not null do nothing")
                        .params(
                                row.id,
                                row.folderId,
                                row.deviceId,
                                row.ownerId,
                                row.name,
                                row.generic,
                                row.mediaType,
                                row.bytes,
                                row.pages,
                                row.contentId,
                                row.thumbnailId,
                                time(row.addedAt),
                                row.addedBy,
                                orderOf(row.name),
                                words(FindableWords.of(row.name, text)),
                                leg.map(OfLeg::leg).orElse(null),
                                leg.map(OfLeg::position).orElse(null))
                        .update()
                == 1;
    }

    boolean has(OfLeg leg) {
        return jdbc.sql("select count(*) from shelf_document where leg_id = ? and position = ?")
                        .params(leg.leg, leg.position)
                        .query(Integer.class)
                        .single()
                > 0;
    }

    /** The same content under another id, elsewhere; found by the same words. */
    void copy(UUID from, UUID id, Spot to, Instant at, String by) {
        jdbc.sql("insert into shelf_document (" + COLUMNS
                        + ", name_order, words) select ?, ?, ?, ?, name, generic, media_type, bytes, "
                        + "pages, content_id, thumbnail_id, ?, ?, name_order, words from shelf_document where id = ?")
                .params(id, to.folder, to.device.orElse(null), to.owner.orElse(null), time(at), by, from)
                .update();
    }

    void move(Collection<UUID> ids, Spot to) {
        jdbc.sql(
                        "update shelf_document set folder_id = :folder, device_id = cast(:device as uuid), owner_id = cast(:owner as uuid) "
                                + "where id in (:ids)")
                .param("folder", to.folder)
                .param("device", to.device.orElse(null))
                .param("owner", to.owner.orElse(null))
                .param("ids", ids)
                .update();
    }

    /** Under its new name it is found by that, and no longer by words of the old one alone. */
    void rename(UUID id, String before, String name) {
        List<String> gone = FindableWords.of(before);
        jdbc.sql("""
                        update shelf_document set name = :name, name_order = :order, generic = false,
                            words = ts_delete(words, :gone) || array_to_tsvector(:words) where id = :id""")
                .param("name", name)
                .param("order", orderOf(name))
                .param("gone", words(gone))
                .param("words", words(FindableWords.of(name)))
                .param("id", id)
                .update();
    }

    void remove(Collection<UUID> ids, Instant at) {
        jdbc.sql("update shelf_document set removed_at = ? where id in (select unnest(?))")
                .params(time(at), ids(ids))
                .update();
    }

    void restore(Collection<UUID> ids) {
        jdbc.sql("update shelf_document set removed_at = null where id in (:ids)")
                .param("ids", ids)
                .update();
    }

    /** Those that are there, or were deleted a moment ago. */
    List<Row> find(Collection<UUID> ids, boolean removed) {
        return ids.isEmpty()
                ? List.of()
                : jdbc.sql("select " + COLUMNS
                                + " from shelf_document where id in (:ids) and (removed_at is not null) = :removed")
                        .param("ids", ids)
                        .param("removed", removed)
                        .query(ROW)
                        .list();
    }

    /** What of a folder fits. @param removed what was deleted a moment ago, instead of what is there @param words of which each begins a word of it */
    record Wanted(Spot spot, boolean removed, List<String> words, String order, boolean down, int from, int count) {
        /** Whether it can be ordered by that. */
        static boolean canOrderBy(String column) {
            return ORDERS.containsKey(column);
        }
    }

    List<Row> part(Wanted wanted) {
        String direction = wanted.down ? " desc" : "";
        return matching(
                        "select " + COLUMNS,
                        wanted,
                        " order by " + ORDERS.get(wanted.order) + direction + ", id limit :count offset :from")
                .param("count", wanted.count)
                .param("from", wanted.from)
                .query(ROW)
                .list();
    }

    int count(Wanted wanted) {
        return matching("select count(*)", wanted, "").query(Integer.class).single();
    }

    private JdbcClient.StatementSpec matching(String select, Wanted wanted, String rest) {
        String query = wanted.words.stream().map(word -> "'" + word + "':*").collect(Collectors.joining(" & "));
        return jdbc.sql(select
                        + " from shelf_document where removed_at is "
                        + (wanted.removed ? "not null" : "null")
                        + " and folder_id = :folder "
                        + "and device_id is not distinct from cast(:device as uuid) "
                        + "and owner_id is not distinct from cast(:owner as uuid)"
                        + (query.isEmpty() ? "" : " and words @@ cast(:query as tsquery)")
                        + rest)
                .param("folder", wanted.spot.folder)
                .param("device", wanted.spot.device.orElse(null))
                .param("owner", wanted.spot.owner.orElse(null))
                .param("query", query);
    }

    /** What lies in a folder at a shelf. @param mine of it, that are the visitor's or everybody's */
    record Held(UUID folder, UUID device, int documents, long bytes, int mine) {}

    /** @param person whose own are counted beside those of everybody */
    List<Held> held(Optional<UUID> person) {
        return jdbc.sql("""
                        select folder_id, device_id, count(*), sum(bytes),
                            count(*) filter (where owner_id is null or owner_id = cast(:person as uuid))
                        from shelf_document where removed_at is null group by folder_id, device_id""")
                .param("person", person.orElse(null))
                .query((r, n) -> new Held(
                        r.getObject(1, UUID.class),
                        Optional.ofNullable(r.getObject(2, UUID.class)).orElse(DestinationItem.NOTHING),
                        r.getInt(3),
                        r.getLong(4),
                        r.getInt(5)))
                .list();
    }

    ShelfRoom room(Optional<UUID> device) {
        return jdbc.sql("select count(*), coalesce(sum(bytes), 0) from shelf_document where removed_at is null "
                        + "and device_id is not distinct from cast(:device as uuid)")
                .param("device", device.orElse(null))
                .query((r, n) -> new ShelfRoom(r.getInt(1), r.getLong(2)))
                .single();
    }

    /** In a folder at whichever device. */
    int count(UUID folder) {
        return jdbc.sql("select count(*) from shelf_document where folder_id = ? and removed_at is null")
                .param(folder)
                .query(Integer.class)
                .single();
    }

    /** Marks as deleted what has lain longer than its folder keeps. */
    int end(UUID folder, Instant addedBefore, Instant at) {
        return jdbc.sql(
                        "update shelf_document set removed_at = ? where folder_id = ? and removed_at is null and added_at < ?")
                .params(time(at), folder, time(addedBefore))
                .update();
    }

    int removeAt(UUID device, Instant at) {
        return jdbc.sql("update shelf_document set removed_at = ? where device_id = ? and removed_at is null")
                .params(time(at), device)
                .update();
    }

    /**
     * Takes away for good what was deleted before, or all that is one person's.
     *
     * @return contents that nothing shows any more
     */
    List<UUID> forget(Instant removedBefore) {
        return orphans(jdbc.sql("delete from shelf_document where removed_at < ? returning content_id, thumbnail_id")
                .param(time(removedBefore)));
    }

    List<UUID> forget(UUID person) {
        return orphans(jdbc.sql("delete from shelf_document where owner_id = ? returning content_id, thumbnail_id")
                .param(person));
    }

    /** Copies show the same content. */
    private List<UUID> orphans(JdbcClient.StatementSpec deleting) {
        List<UUID> contents = deleting
                .query((r, n) -> java.util.Arrays.asList(r.getObject(1, UUID.class), r.getObject(2, UUID.class)))
                .list()
                .stream()
                .flatMap(List::stream)
                .filter(java.util.Objects::nonNull)
                .distinct()
                .toList();
        if (contents.isEmpty()) {
            return contents;
        }
        List<UUID> shown = jdbc.sql("select content_id from shelf_document where content_id in (select unnest(?)) "
                        + "union select thumbnail_id from shelf_document where content_id in (select unnest(?)) and thumbnail_id is not null "
                        + "union select thumbnail_id from shelf_document where thumbnail_id in (select unnest(?))")
                .params(ids(contents), ids(contents), ids(contents))
                .query(UUID.class)
                .list();
        return contents.stream().filter(id -> !shown.contains(id)).toList();
    }

    /** Numbers in names stand in the order of numbers. */
    static String orderOf(String name) {
        return NUMBER.matcher(PlainLetters.of(name))
                .replaceAll(found ->
                        "0".repeat(Math.max(0, DIGITS - found.group().length())) + found.group());
    }

    private static SqlArrayValue words(List<String> words) {
        return new SqlArrayValue("text", words.toArray());
    }

    private static SqlArrayValue ids(Collection<UUID> ids) {
        return new SqlArrayValue("uuid", ids.toArray());
    }

    private static OffsetDateTime time(Instant at) {
        return at.atOffset(ZoneOffset.UTC);
    }
}
