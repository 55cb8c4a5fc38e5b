package inky.courier.setup;

import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;

/**
 * Where the items of one kind are kept. Called by {@link SetUp} alone, in its transaction; the module that knows a kind
 * implements it.
 */
public interface ItemTable {
    ItemKind kind();

    /** How an item is read from a file or from the change log. */
    Class<? extends Item> type();

    List<? extends Item> all();

    Optional<? extends Item> find(UUID id);

    /** Adds an item or replaces the one of its id, whose secrets stay. */
    void put(Item item);

    void remove(UUID id);

    /** Secrets of an item, sealed, by name; without those that it does not have. */
    default Map<String, byte[]> secrets(UUID id) {
        return Map.of();
    }

    /** What a secret is sealed for. */
    default String sealedFor(UUID id, String name) {
        throw new IllegalStateException(kind() + " has no secrets");
    }

    /** Sets all secrets of an item. @param sealed those that are not in it are taken away */
    default void keepSecrets(UUID id, Map<String, byte[]> sealed) {}
}
