package inky.courier.core.office;

/** One change of the set-up; several are made together or not at all. */
public sealed interface Change {
    Reference what();

    /** Adds an item, or replaces the one of the same kind and id. */
    record Put(Item item) implements Change {
        @Override
        public Reference what() {
            return item.reference();
        }
    }

    /** Takes an item away, with what is a part of it. */
    record Remove(Reference what) implements Change {}
}
