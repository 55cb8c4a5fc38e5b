package inky.courier.intake;

import inky.courier.core.message.Message;
import java.io.Closeable;
import java.io.IOException;
import java.util.Optional;

/**
 * A way in which devices reach Courier, open while the settings want it.
 *
 * @param <S> what it is opened with; where that changes, it is closed and opened anew
 */
public interface IntakeDoor<S> {
    Arrival.Way way();

    /** Empty where nothing is to be taken in this way. */
    Optional<S> wanted();

    int port(S wanted);

    /** What has to be there first; none for nothing. */
    Message lacks(S wanted);

    /** @throws IOException or RuntimeException where the port is taken */
    Closeable open(S wanted) throws IOException;

    /** Once a second. */
    default void tick() {}
}
