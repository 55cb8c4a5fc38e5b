package inky.courier.setup;

import inky.courier.audit.ChangeLog;
import inky.courier.core.access.Right;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Difference;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.Reference;
import inky.courier.core.office.StillNeeded;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.web.Access;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import jakarta.persistence.EntityManager;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * The set-up, and the one door for every change of it: held to the rules of the whole, stored, recorded, told. All instances
 * keep the office in memory until a notice tells of a change.
 */
@Service
public class SetUp {
    /** Changes are made one after the other, in all instances. */
    private static final long LOCK = 0x5e7;

    private static final int VERSION_BYTES = 8;

    /** Under which the changes of a transaction are known to it. */
    private static final Object LAST = new Object();

    /** The version of what is not there yet. */
    public static final String ABSENT = "none";

    private final Map<ItemKind, ItemTable> tables = new EnumMap<>(ItemKind.class);
    private final Map<ItemKind, Cached<List<? extends Item>>> memory = new EnumMap<>(ItemKind.class);
    private final ObjectProvider<ItemTable> found;
    private final ChangeLog log;
    private final Live live;
    private final JdbcClient jdbc;
    private final EntityManager entities;
    private final ApplicationEventPublisher events;
    private volatile Known known = new Known(List.of(), Office.EMPTY);

    /** @param found looked up late: the modules that keep items also ask here */
    SetUp(
            ObjectProvider<ItemTable> found,
            ChangeLog log,
            Live live,
            JdbcClient jdbc,
            EntityManager entities,
            ApplicationEventPublisher events) {
        this.found = found;
        this.log = log;
        this.live = live;
        this.jdbc = jdbc;
        this.entities = entities;
        this.events = events;
    }

    private record Known(List<List<? extends Item>> parts, Office office) {}

    /** The set-up as it is; in a transaction that writes, as that transaction sees it. */
    @Transactional(readOnly = true)
    public Office office() {
        tables();
        List<List<? extends Item>> parts = new ArrayList<>();
        memory.values().forEach(part -> parts.add(part.get()));
        Known last = known;
        if (isSame(last.parts, parts)) {
            return last.office;
        }
        Office office = Office.of(parts.stream().flatMap(List::stream).toList());
        // What is known of an office is kept with it: news of a device, which is a part too, make no other one of it.
        office = office.equals(last.office) ? last.office : office;
        known = new Known(parts, office);
        return office;
    }

    private static boolean isSame(List<List<? extends Item>> one, List<List<? extends Item>> other) {
        boolean same = one.size() == other.size();
        for (int i = 0; same && i < one.size(); i++) {
            same = one.get(i) == other.get(i);
        }
        return same;
    }

    private synchronized Map<ItemKind, ItemTable> tables() {
        if (tables.isEmpty()) {
            found.orderedStream().forEach(table -> {
                memory.put(table.kind(), Cached.untilTold(live, table::all, notice(table.kind())));
                tables.put(table.kind(), table);
            });
        }
        return tables;
    }

    /** After the set-up was written past this door, as by the demo's past. */
    public void readAnew() {
        tables().keySet().forEach(kind -> live.tell(notice(kind), UUID.randomUUID()));
    }

    /** The kind of notice that tells of a change of such an item. */
    private static String notice(ItemKind kind) {
        return kind.name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** What an item was when somebody looked at it, in a few signs. */
    public static String versionOf(Item item) {
        return digest(Json.write(item));
    }

    static String digest(String text) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8));
            return HexFormat.of().formatHex(digest, 0, VERSION_BYTES);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("this Java has no SHA-256", e);
        }
    }

    /** @throws Refusal when there is none */
    @Transactional(readOnly = true)
    public <T extends Item> T get(Class<T> type, UUID id) {
        ItemKind kind = tables().values().stream()
                .filter(table -> table.type() == type)
                .findFirst()
                .orElseThrow()
                .kind();
        return find(new Reference(kind, id)).map(type::cast).orElseThrow(() -> Refusal.notFound(kind.words()));
    }

    /** One item; in a transaction that writes it is read alone, as that transaction sees it. */
    @Transactional(readOnly = true)
    public Optional<Item> find(Reference what) {
        return Cached.isWriting()
                ? tables().get(what.kind()).find(what.id()).map(Item.class::cast)
                : office().find(what);
    }

    /** Items of a kind for which something secret is kept. */
    @Transactional(readOnly = true)
    public Set<UUID> withSecret(ItemKind kind) {
        ItemTable table = tables().get(kind);
        return table.all().stream()
                .map(Item::id)
                .filter(id -> !table.secrets(id).isEmpty())
                .collect(Collectors.toSet());
    }

    /** Secrets of an item, sealed, by name. */
    Map<String, byte[]> secrets(Reference what) {
        return tables().get(what.kind()).secrets(what.id());
    }

    /** What a secret of an item is sealed for. */
    String sealedFor(Reference what, String name) {
        return tables().get(what.kind()).sealedFor(what.id(), name);
    }

    /**
     * Before a person is deleted, in the same transaction. Folders of their own, which nothing else needs, go with them.
     *
     * @throws Refusal naming what still needs them
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void letGo(Reference person, String name) {
        Office office = office();
        Map<Boolean, List<Item>> goesAlong = office.dependents(person).stream()
                .collect(Collectors.partitioningBy(item -> item instanceof DestinationItem own
                        && own.owner().filter(person.id()::equals).isPresent()
                        && office.dependents(own.reference()).isEmpty()));
        if (!goesAlong.get(false).isEmpty()) {
            throw stillNeeded(office, name, goesAlong.get(false));
        }
        if (!goesAlong.get(true).isEmpty()) {
            change(Wish.of(goesAlong.get(true).stream()
                    .<Change>map(own -> new Change.Remove(own.reference()))
                    .toList()));
        }
        events.publishEvent(new Leaving(person));
    }

    /** As {@link #change(Function)}, for what does not depend on the rest of the office. */
    @Transactional
    public Office change(Wish wish) {
        return change(office -> wish);
    }

    /**
     * Makes changes, all or none.
     *
     * @param thought what is wanted of the office as it is; asked while nobody else changes it
     * @return the office with the changes
     * @throws inky.courier.core.Invalid when something breaks a rule
     * @throws Refusal when something that goes is still needed, or was changed by somebody else in the meantime
     */
    @Transactional
    public Office change(Function<Office, Wish> thought) {
        return change(thought, UUID.randomUUID());
    }

    /** As {@link #change(Function)}, for what follows from the last change of this transaction: it is undone together with that. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Office alsoChange(Function<Office, Wish> thought) {
        UUID last = (UUID) TransactionSynchronizationManager.getResource(LAST);
        return change(thought, last == null ? UUID.randomUUID() : last);
    }

    private Office change(Function<Office, Wish> thought, UUID together) {
        Access.require(Right.CHANGE_SETUP);
        remember(together);
        jdbc.sql("select pg_advisory_xact_lock(?)")
                .param(LOCK)
                .query((row, n) -> 0)
                .list();
        // What this transaction has read before may be older than what somebody else has committed by now.
        entities.flush();
        entities.clear();
        Office before = office();
        Wish wish = thought.apply(before);
        wish.versions().forEach((what, version) -> requireVersion(before, what, version));
        Office after = applied(before, wish.changes());
        for (Change change : inOrder(before, after, wish)) {
            if (change instanceof Change.Put put) {
                put(before, after, put.item(), wish.secrets().getOrDefault(change.what(), Map.of()), together);
            } else {
                remove(before, change.what(), together);
            }
        }
        return after;
    }

    /** What was changed last in this transaction. */
    private static void remember(UUID together) {
        TransactionSynchronizationManager.unbindResourceIfPossible(LAST);
        TransactionSynchronizationManager.bindResource(LAST, together);
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCompletion(int status) {
                TransactionSynchronizationManager.unbindResourceIfPossible(LAST);
            }
        });
    }

    /** The office after changes. @throws Refusal when something that goes is still needed @throws inky.courier.core.Invalid when something breaks a rule */
    static Office applied(Office before, List<Change> changes) {
        try {
            return before.apply(changes);
        } catch (StillNeeded needed) {
            throw stillNeeded(before, before.nameOf(needed.item()), needed.dependents());
        }
    }

    /** What differs; and items of which only a secret changes. */
    private static List<Change> inOrder(Office before, Office after, Wish wish) {
        List<Change> changes = new ArrayList<>(Difference.between(before, after));
        for (Change change : wish.changes()) {
            boolean secretOnly = change instanceof Change.Put
                    && wish.secrets().containsKey(change.what())
                    && changes.stream().noneMatch(c -> c.what().equals(change.what()));
            if (secretOnly) {
                changes.add(change);
            }
        }
        return changes;
    }

    private void put(Office before, Office after, Item item, Map<String, byte[]> wanted, UUID together) {
        ItemTable table = tables().get(item.itemKind());
        Optional<Item> old = before.find(item.reference());
        Map<String, byte[]> had = old.isPresent() ? table.secrets(item.id()) : Map.of();
        Map<String, byte[]> secrets = new TreeMap<>(had);
        wanted.forEach((name, secret) -> {
            if (secret.length == 0) {
                secrets.remove(name);
            } else {
                secrets.put(name, secret);
            }
        });
        List<String> changed = wanted.keySet().stream()
                .filter(name -> had.containsKey(name) || secrets.containsKey(name))
                .toList();
        table.put(item);
        if (!changed.isEmpty()) {
            table.keepSecrets(item.id(), secrets);
        }
        log.record(new ChangeLog.Entry(
                together,
                item.itemKind(),
                item.id(),
                subject(after, item),
                old.map(Json::write).orElse(null),
                Json.write(item),
                changed,
                had));
        live.tell(notice(item.itemKind()), item.id());
    }

    private void remove(Office before, Reference what, UUID together) {
        Item item =
                before.find(what).orElseThrow(() -> Refusal.notFound(what.kind().words()));
        ItemTable table = tables().get(what.kind());
        Map<String, byte[]> had = table.secrets(what.id());
        events.publishEvent(new Leaving(what));
        table.remove(what.id());
        log.record(new ChangeLog.Entry(
                together, what.kind(), what.id(), subject(before, item), Json.write(item), null, List.of(), had));
        live.tell(notice(what.kind()), what.id());
    }

    /** By whose name the log knows it. */
    private static String subject(Office office, Item item) {
        return item.partOf().flatMap(office::find).map(Item::name).orElse(item.name());
    }

    private static Refusal stillNeeded(Office office, String name, List<Item> needing) {
        String names = needing.stream().limit(5).map(office::nameOf).collect(Collectors.joining(", "));
        return new Refusal(
                HttpStatus.CONFLICT,
                "has-dependents",
                Message.of("problem.has-dependents")
                        .with("name", name)
                        .with("needing", names)
                        .with("more", Math.max(0, needing.size() - 5)),
                Message.of("problem.has-dependents.remedy"));
    }

    /** @throws Refusal when it is another than it was */
    void requireVersion(Office office, Reference what, String version) {
        Optional<Item> item = office.find(what);
        if (item.isEmpty() && !version.equals(ABSENT) && what.kind() != ItemKind.PANEL) {
            throw Refusal.notFound(what.kind().words());
        }
        if (!item.map(SetUp::versionOf).orElse(ABSENT).equals(version)) {
            String who = log.lastOf(what.id()).map(ChangeLog.Record::who).orElse("Someone");
            throw new Refusal(
                    HttpStatus.CONFLICT,
                    "changed-meanwhile",
                    item.map(now -> Message.of("problem.changed-meanwhile.by").with("name", office.nameOf(now)))
                            .orElseGet(() -> Message.of("problem.changed-meanwhile.this"))
                            .with("who", who),
                    Message.of("problem.changed-meanwhile.by.remedy"));
        }
    }

    /**
     * Takes a change back, with all that was made together with it.
     *
     * @throws Refusal when it cannot be, or something was changed again since
     */
    @Transactional
    public void undo(long id) {
        List<ChangeLog.Record> records = log.madeTogetherWith(id);
        if (records.isEmpty()) {
            throw Refusal.notFound("change");
        }
        change(office -> backwards(office, records));
        records.forEach(record -> log.undone(record.id()));
    }

    private Wish backwards(Office office, List<ChangeLog.Record> records) {
        List<Change> changes = new ArrayList<>();
        Map<Reference, Map<String, byte[]>> secrets = new HashMap<>();
        for (ChangeLog.Record record : records) {
            ItemKind kind = record.itemKind();
            if (kind == null || !tables().containsKey(kind)) {
                throw Refusal.of(HttpStatus.CONFLICT, "cannot-undo");
            }
            if (!record.secrets().isEmpty() && record.before() != null && log.isForgotten(record)) {
                throw new Refusal(
                        HttpStatus.CONFLICT,
                        "cannot-undo",
                        Message.of("problem.cannot-undo.password"),
                        Message.of("problem.cannot-undo.password.remedy"));
            }
            Reference what = new Reference(kind, record.subjectId());
            Optional<Item> is = office.find(what);
            if (!is.equals(Optional.ofNullable(record.after()).map(json -> item(kind, json)))) {
                throw new Refusal(
                        HttpStatus.CONFLICT,
                        "changed-since",
                        Message.of("problem.changed-since").with("name", record.subject()),
                        Message.of("problem.changed-since.remedy"));
            }
            Optional<Item> was = Optional.ofNullable(record.before()).map(json -> item(kind, json));
            changes.add(was.<Change>map(Change.Put::new).orElseGet(() -> new Change.Remove(what)));
            was.ifPresent(item -> secrets.put(what, secretsAgain(record)));
        }
        return new Wish(changes, secrets, Map.of());
    }

    /** Those that were there; and those that came with the change go again. */
    private static Map<String, byte[]> secretsAgain(ChangeLog.Record record) {
        Map<String, byte[]> secrets = new HashMap<>();
        record.secrets().forEach(name -> secrets.put(name, new byte[0]));
        secrets.putAll(record.sealed());
        return secrets;
    }

    /** As it stands in the change log. */
    Item item(ItemKind kind, String json) {
        return Json.read(json, tables().get(kind).type());
    }
}
