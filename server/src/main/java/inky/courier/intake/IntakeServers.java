package inky.courier.intake;

import inky.courier.core.message.Message;
import java.io.Closeable;
import java.io.IOException;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Opens, moves and closes the doors for devices as the settings say, in every instance. */
@Component
public class IntakeServers implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(IntakeServers.class);

    private final Map<Arrival.Way, Door<?>> doors = new EnumMap<>(Arrival.Way.class);
    private ScheduledExecutorService watch;

    IntakeServers(List<IntakeDoor<?>> all) {
        all.forEach(door -> doors.put(door.way(), new Door<>(door)));
    }

    /**
     * @param on whether it is wanted
     * @param listens whether what is sent is taken by this instance now, as the settings say
     * @param trouble why not, although it is wanted; empty for nothing
     */
    public record DoorState(boolean on, boolean listens, int port, Message trouble) {}

    public DoorState state(Arrival.Way way) {
        return doors.get(way).state();
    }

    @Override
    public synchronized void start() {
        watch = Executors.newSingleThreadScheduledExecutor(task -> {
            Thread thread = new Thread(task, "intake");
            thread.setDaemon(true);
            return thread;
        });
        watch.scheduleWithFixedDelay(this::follow, 0, 1, TimeUnit.SECONDS);
    }

    @Override
    public synchronized void stop() {
        if (watch != null) {
            watch.shutdownNow();
            watch = null;
        }
        doors.values().forEach(Door::close);
    }

    @Override
    public boolean isRunning() {
        return watch != null;
    }

    private synchronized void follow() {
        if (watch != null) {
            doors.values().forEach(Door::follow);
        }
    }

    /** One of them, as it stands. */
    private static final class Door<S> {
        private final IntakeDoor<S> door;
        private Closeable open;
        private volatile Optional<S> as = Optional.empty();
        private volatile boolean listens;
        private volatile Message trouble = Message.none();

        Door(IntakeDoor<S> door) {
            this.door = door;
        }

        DoorState state() {
            Optional<S> wanted = door.wanted();
            return new DoorState(
                    wanted.isPresent(),
                    listens && wanted.equals(as),
                    wanted.map(door::port).orElse(0),
                    wanted.isPresent() ? trouble : Message.none());
        }

        void follow() {
            try {
                door.tick();
                Optional<S> wanted = door.wanted();
                Message lacks = wanted.map(door::lacks).orElse(Message.none());
                boolean wants = wanted.isPresent() && lacks.isEmpty();
                if (wanted.equals(as) && wants == listens) {
                    return;
                }
                close();
                as = wanted;
                trouble = lacks;
                if (wants) {
                    open(wanted.orElseThrow());
                }
            } catch (RuntimeException e) {
                // The database may be away; the next look is a second later.
                LOG.debug("intake by {}: {}", door.way(), e.getMessage());
            }
        }

        private void open(S wanted) {
            try {
                open = door.open(wanted);
                listens = true;
                trouble = Message.none();
            } catch (IOException | RuntimeException e) {
                LOG.debug("intake by {} cannot be opened", door.way(), e);
                trouble = Message.of("intake.port-taken").with("port", door.port(wanted));
            }
        }

        void close() {
            listens = false;
            if (open != null) {
                try {
                    open.close();
                } catch (IOException e) {
                    LOG.debug("intake by {} ended badly", door.way(), e);
                }
                open = null;
            }
        }
    }
}
