package inky.courier.standins;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;

/** The paper waiting in a device. */
final class Feeder {
    private final Deque<Sheet> sheets = new ArrayDeque<>();

    synchronized void put(List<Sheet> more) {
        sheets.clear();
        sheets.addAll(more);
    }

    synchronized int count() {
        return sheets.size();
    }

    /** All sheets at once: a scan job takes the stack that lies there when it begins. */
    synchronized List<Sheet> take() {
        List<Sheet> taken = List.copyOf(sheets);
        sheets.clear();
        return taken;
    }
}
