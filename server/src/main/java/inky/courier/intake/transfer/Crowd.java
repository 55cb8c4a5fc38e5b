package inky.courier.intake.transfer;

import java.net.InetAddress;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;

/** Who is connected: not too many at once, of one address only some, and nobody for ever. */
final class Crowd<S> {
    private static final int MOST = 50;
    private static final int MOST_OF_ONE = 10;

    /** Of a conversation as a whole, however slowly it goes on. */
    static final Duration LONGEST = Duration.ofMinutes(30);

    private final Map<S, Guest> guests = new ConcurrentHashMap<>();

    private record Guest(InetAddress source, long since) {}

    /** @return whether there is room */
    synchronized boolean comes(S session, InetAddress source) {
        long same = guests.values().stream()
                .filter(guest -> guest.source.equals(source))
                .count();
        if (guests.size() >= MOST || same >= MOST_OF_ONE) {
            return false;
        }
        guests.put(session, new Guest(source, System.nanoTime()));
        return true;
    }

    void goes(S session) {
        guests.remove(session);
    }

    /** Whether its time is over. */
    boolean isOver(S session) {
        return Optional.ofNullable(guests.get(session))
                .filter(guest -> System.nanoTime() - guest.since > LONGEST.toNanos())
                .isPresent();
    }

    /** Ends those whose time is over. */
    void tick(Consumer<S> end) {
        guests.keySet().stream().filter(this::isOver).forEach(end);
    }
}
