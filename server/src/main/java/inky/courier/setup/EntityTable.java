package inky.courier.setup;

import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.data.jpa.repository.JpaRepository;

/** An {@link ItemTable} over the entities of a module, one row an item. */
public class EntityTable<E extends ItemRow<I>, I extends Item> implements ItemTable {
    private final ItemKind kind;
    private final Class<I> type;
    private final JpaRepository<E, UUID> rows;
    private final Function<UUID, E> blank;

    /** @param blank a row for a new item, without anything that the item says */
    protected EntityTable(ItemKind kind, Class<I> type, JpaRepository<E, UUID> rows, Function<UUID, E> blank) {
        this.kind = kind;
        this.type = type;
        this.rows = rows;
        this.blank = blank;
    }

    /** After an item was put or its secrets were changed, in the same transaction. */
    protected void stored(UUID id) {}

    /** After an item was removed, in the same transaction. */
    protected void removed(UUID id) {}

    @Override
    public final ItemKind kind() {
        return kind;
    }

    @Override
    public final Class<I> type() {
        return type;
    }

    @Override
    public final List<I> all() {
        return rows.findAll().stream().map(ItemRow::item).toList();
    }

    @Override
    public final Optional<I> find(UUID id) {
        return rows.findById(id).map(ItemRow::item);
    }

    @Override
    public final void put(Item item) {
        E row = rows.findById(item.id()).orElseGet(() -> blank.apply(item.id()));
        row.take(type.cast(item));
        rows.saveAndFlush(row);
        stored(item.id());
    }

    @Override
    public final void remove(UUID id) {
        rows.deleteById(id);
        rows.flush();
        removed(id);
    }

    @Override
    public final Map<String, byte[]> secrets(UUID id) {
        Map<String, byte[]> secrets = new TreeMap<>();
        rows.findById(id).map(ItemRow::secrets).ifPresent(secrets::putAll);
        secrets.values().removeIf(Objects::isNull);
        return secrets;
    }

    @Override
    public final void keepSecrets(UUID id, Map<String, byte[]> sealed) {
        E row = rows.findById(id).orElseThrow();
        row.keepSecrets(sealed);
        rows.saveAndFlush(row);
        stored(id);
    }
}
