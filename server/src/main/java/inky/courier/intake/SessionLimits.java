package inky.courier.intake;

import java.net.InetAddress;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;

/**
 * Which devices are connected: not too many at once, of one address only some, and none for ever.
 *
 * @param <S> by what a session is known
 */
public final class SessionLimits<S> {
    private static final int MOST = 50;
    private static final int MOST_OF_ONE = 10;

    private final Duration longest;
    private final Map<S, Connected> sessions = new ConcurrentHashMap<>();

    private record Connected(InetAddress source, long since) {}

    /** @param longest of a session as a whole, however slowly it goes on */
    public SessionLimits(Duration longest) {
        this.longest = longest;
    }

    /** @return whether there is room */
    public synchronized boolean begin(S session, InetAddress source) {
        long same = sessions.values().stream()
                .filter(other -> other.source.equals(source))
                .count();
        if (sessions.size() >= MOST || same >= MOST_OF_ONE) {
            return false;
        }
        sessions.put(session, new Connected(source, System.nanoTime()));
        return true;
    }

    public void end(S session) {
        sessions.remove(session);
    }

    /** Nobody is connected any more. */
    public void endAll() {
        sessions.clear();
    }

    public boolean isTooLong(S session) {
        return Optional.ofNullable(sessions.get(session))
                .filter(connected -> System.nanoTime() - connected.since > longest.toNanos())
                .isPresent();
    }

    /** @param end sends one away */
    public void endThoseThatLastTooLong(Consumer<S> end) {
        sessions.keySet().stream().filter(this::isTooLong).forEach(end);
    }
}
