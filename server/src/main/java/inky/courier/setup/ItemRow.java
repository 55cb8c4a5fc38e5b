package inky.courier.setup;

import inky.courier.core.office.Item;
import java.util.Map;

/** A row of a module's table that is an item of the set-up. */
public interface ItemRow<I extends Item> {
    I item();

    /** Sets what the item says; secrets and what was found of it stay. */
    void take(I item);

    /** Its secrets by name, sealed; may hold nulls for those that it does not have. */
    default Map<String, byte[]> secrets() {
        return Map.of();
    }

    /** Sets its secrets to these, and to none what is not among them. */
    default void keepSecrets(Map<String, byte[]> sealed) {}
}
