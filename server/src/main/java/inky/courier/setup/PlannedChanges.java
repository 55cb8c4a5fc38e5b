package inky.courier.setup;

import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import inky.courier.core.Invalid;
import inky.courier.core.access.Right;
import inky.courier.core.access.Role;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.live.Live;
import inky.courier.queue.Queue;
import inky.courier.web.Access;
import inky.courier.web.Json;
import inky.courier.web.MessageColumn;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.GrantedAuthority;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.core.type.TypeReference;

/**
 * Changes of the set-up that are made at a time: what was seen when they were planned, or nothing. Where something that they change
 * is another by then, or a rule stands against it, they are kept with the reason until somebody decides.
 */
@Service
public class PlannedChanges {
    static final TaskDescriptor<Void> MAKE = TaskDescriptor.of("make-planned-change");

    private static final TypeReference<List<Kept>> CHANGES = new TypeReference<>() {};
    /** What may be wrong with a time is said of this field. */
    private static final String FIELD = "at";

    private static final Duration LONGEST = Duration.ofDays(366);
    private static final int MOST = 200;

    private final SetUp setUp;
    private final Queue queue;
    private final Live live;
    private final JdbcClient jdbc;
    private final Clock clock;
    private final TransactionTemplate transaction;

    PlannedChanges(SetUp setUp, Queue queue, Live live, JdbcClient jdbc, Clock clock, TransactionTemplate transaction) {
        this.setUp = setUp;
        this.queue = queue;
        this.live = live;
        this.jdbc = jdbc;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** @param item JSON of what it is to be; absent where it goes @param version of what it was when this was planned */
    private record Kept(ItemKind kind, UUID id, @Nullable String item, String version) {
        Reference what() {
            return new Reference(kind, id);
        }
    }

    private record Row(
            UUID id,
            Instant at,
            String who,
            Message what,
            List<Kept> changes,
            @Nullable Message problem) {}

    /**
     * @param what is planned, in a sentence
     * @param changes of items as they are now
     * @param problem why it was not made at its time; empty before that
     */
    public record PlannedChange(
            UUID id, Instant at, String who, Message what, List<ItemChange> changes, Message problem) {}

    /**
     * Changes the set-up now or at a time.
     *
     * @param at later than now, within a year; absent for now
     * @param what is wanted, in a sentence
     * @param thought what is wanted of the office as it is now, without secrets
     * @throws Invalid when the office as it is could not be changed so
     */
    @Transactional
    public void changeAt(@Nullable Instant at, Message what, Function<Office, Wish> thought) {
        if (at == null) {
            setUp.change(thought);
        } else {
            plan(at, what, thought);
        }
    }

    private void plan(Instant at, Message what, Function<Office, Wish> thought) {
        Access.require(Right.CHANGE_SETUP);
        Instant now = clock.instant();
        if (!at.isAfter(now) || at.isAfter(now.plus(LONGEST))) {
            throw Invalid.of("planned.at", FIELD);
        }
        Office office = setUp.office();
        Wish wish = thought.apply(office);
        wish.versions().forEach((thing, version) -> setUp.requireVersion(office, thing, version));
        SetUp.applied(office, wish.changes());
        List<Kept> kept =
                wish.changes().stream().map(change -> kept(office, change)).toList();
        if (kept.isEmpty()) {
            throw Invalid.of("planned.nothing", FIELD);
        }
        if (rows().size() >= MOST) {
            throw Invalid.of("planned.many", FIELD);
        }
        UUID id = UUID.randomUUID();
        jdbc.sql("""
                        insert into planned_change (id, due_at, who, what, changes, planned_at) values (?, ?, ?, ?, ?, ?)
                        """)
                .params(id, utc(at), Who.name(), MessageColumn.write(what), Json.write(kept), utc(now))
                .update();
        queue.addAt(MAKE, id, at);
        live.tell("planned-change", id);
    }

    private static Kept kept(Office office, Change change) {
        Reference what = change.what();
        return new Kept(
                what.kind(),
                what.id(),
                change instanceof Change.Put put ? Json.write(put.item()) : null,
                office.find(what).map(SetUp::versionOf).orElse(SetUp.ABSENT));
    }

    /** The next one first. */
    @Transactional(readOnly = true)
    public List<PlannedChange> list() {
        Office office = setUp.office();
        return rows().stream()
                .map(row -> new PlannedChange(
                        row.id,
                        row.at,
                        row.who,
                        row.what,
                        told(office, row),
                        row.problem == null ? Message.none() : row.problem))
                .toList();
    }

    /** What could not be made at its time, in a sentence each. */
    @Transactional(readOnly = true)
    public List<Message> notMade() {
        return rows().stream().filter(row -> row.problem != null).map(Row::what).toList();
    }

    private List<ItemChange> told(Office office, Row row) {
        List<Change> changes = new ArrayList<>();
        for (Kept kept : row.changes) {
            Change change = change(kept);
            // What is gone by now cannot go again.
            if (change instanceof Change.Put || office.find(kept.what()).isPresent()) {
                changes.add(change);
            }
        }
        List<Item> after = new ArrayList<>(office.items());
        changes.forEach(change -> {
            after.removeIf(item -> item.reference().equals(change.what()));
            if (change instanceof Change.Put put) {
                after.add(put.item());
            }
        });
        return ItemChange.of(office, Office.of(after), changes);
    }

    private Change change(Kept kept) {
        return kept.item == null ? new Change.Remove(kept.what()) : new Change.Put(setUp.item(kept.kind, kept.item));
    }

    private List<Row> rows() {
        return jdbc.sql("select * from planned_change order by due_at, id")
                .query((row, n) -> row(row))
                .list();
    }

    /** Held to the end of the transaction: what is just being made cannot be cancelled, nor made twice. */
    private Row hold(UUID id) {
        return jdbc.sql("select * from planned_change where id = ? for update")
                .param(id)
                .query((row, n) -> row(row))
                .optional()
                .orElseThrow(() -> Refusal.notFound("planned change"));
    }

    private static Row row(ResultSet row) throws SQLException {
        String problem = row.getString("problem");
        return new Row(
                row.getObject("id", UUID.class),
                row.getObject("due_at", OffsetDateTime.class).toInstant(),
                row.getString("who"),
                MessageColumn.read(row.getString("what")),
                Json.read(row.getString("changes"), CHANGES),
                problem == null ? null : MessageColumn.read(problem));
    }

    /** It is not made, or its reason is put away. */
    @Transactional
    public void cancel(UUID id) {
        Access.require(Right.CHANGE_SETUP);
        hold(id);
        end(id);
    }

    /** Makes it before its time, or all the same. @param anyway whatever was changed since it was planned */
    @Transactional
    public void makeNow(UUID id, boolean anyway) {
        Row row = hold(id);
        setUp.change(wish(row, anyway));
        end(id);
    }

    private Wish wish(Row row, boolean anyway) {
        Map<Reference, String> versions = new HashMap<>();
        List<Change> changes = new ArrayList<>();
        for (Kept kept : row.changes) {
            changes.add(change(kept));
            if (!anyway) {
                versions.put(kept.what(), kept.version);
            }
        }
        return new Wish(changes, Map.of(), versions);
    }

    private void end(UUID id) {
        jdbc.sql("delete from planned_change where id = ?").param(id).update();
        live.tell("planned-change", id);
    }

    /** At its time, in the name of whoever planned it. One that was made, cancelled or refused already is left alone. */
    void make(UUID id) {
        List<Row> due = rows().stream()
                .filter(row -> row.id.equals(id) && row.problem == null)
                .toList();
        for (Row row : due) {
            List<GrantedAuthority> administrator =
                    AuthorityUtils.createAuthorityList(Access.authorities(Role.ADMINISTRATOR, List.of()));
            try {
                Who.as(row.who + ", planned", administrator, () -> {
                    transaction.executeWithoutResult(status -> makeNow(id, false));
                    return id;
                });
            } catch (Refusal refusal) {
                refused(id, refusal.sentence());
            } catch (Invalid invalid) {
                refused(id, invalid.problems().get(0).sentence());
            }
        }
    }

    private void refused(UUID id, Message why) {
        transaction.executeWithoutResult(status -> {
            jdbc.sql("update planned_change set problem = ? where id = ?")
                    .params(MessageColumn.write(why), id)
                    .update();
            live.tell("planned-change", id);
        });
    }

    private static OffsetDateTime utc(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}
