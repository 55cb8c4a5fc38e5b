package inky.courier.setup;

import inky.courier.core.office.Change;
import inky.courier.core.office.Item;
import inky.courier.core.office.Reference;
import java.util.List;
import java.util.Map;

/**
 * Changes that somebody wants made together.
 *
 * @param secrets sealed, by item and name: those that are to be other than they are, an empty one to be taken away
 * @param versions of items as they were when the changes were thought of, as {@link SetUp#versionOf} gives them; items that are
 *     not in it are replaced whatever they are by now
 */
public record Wish(List<Change> changes, Map<Reference, Map<String, byte[]>> secrets, Map<Reference, String> versions) {
    public static Wish put(Item item) {
        return new Wish(List.of(new Change.Put(item)), Map.of(), Map.of());
    }

    /** Changes without secrets, whatever the items are by now. */
    public static Wish of(List<Change> changes) {
        return new Wish(changes, Map.of(), Map.of());
    }

    public static Wish remove(Reference what) {
        return new Wish(List.of(new Change.Remove(what)), Map.of(), Map.of());
    }

    /** The same with secrets of its one item. */
    public Wish with(Map<String, byte[]> sealed) {
        return new Wish(changes, Map.of(changes.get(0).what(), sealed), versions);
    }

    /** The same, of its one item as it was. @param version empty for whatever it is by now */
    public Wish of(String version) {
        return of(changes.get(0).what(), version);
    }

    /** The same, of a thing as it was, changed or not. @param version empty for whatever it is by now */
    public Wish of(Reference what, String version) {
        return version.isEmpty() ? this : new Wish(changes, secrets, Map.of(what, version));
    }
}
