package inky.courier.live;

import com.fasterxml.jackson.annotation.JsonIgnore;
import jakarta.annotation.Nullable;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.function.BooleanSupplier;
import java.util.function.Predicate;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.SmartLifecycle;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells browsers that something changed. What a transaction tells leaves when it has committed, and never when it has not;
 * a tenth of a second's notices go together through PostgreSQL's NOTIFY to the browsers of every instance. NOTIFY is no part
 * of the transactions themselves: it has them commit one after the other.
 */
@Component
public class Live implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Live.class);
    private static final String CHANNEL = "courier";
    private static final int WAIT_MILLIS = 10_000;
    private static final int BEAT_SECONDS = 10;
    private static final int TOGETHER_MILLIS = 100;
    private static final int MOST_TOGETHER = 2_000;
    private static final int MOST_SENDERS = 32;

    private final JdbcClient jdbc;
    private final ApplicationEventPublisher events;
    private final String url;
    private final String user;
    private final String password;
    private final List<Listener> listeners = new CopyOnWriteArrayList<>();
    private final Set<Notice> leaving = new LinkedHashSet<>();
    private final ScheduledExecutorService out =
            Executors.newSingleThreadScheduledExecutor(task -> daemon(task, "live out"));
    private final ExecutorService senders =
            Executors.newFixedThreadPool(MOST_SENDERS, task -> daemon(task, "live sender"));
    private final Map<String, AtomicLong> changes = new ConcurrentHashMap<>();
    private final AtomicLong missed = new AtomicLong();
    private volatile boolean hears;
    private volatile boolean running;
    private Thread thread;

    Live(
            JdbcClient jdbc,
            ApplicationEventPublisher events,
            @Value("${spring.datasource.url}") String url,
            @Value("${spring.datasource.username}") String user,
            @Value("${spring.datasource.password}") String password) {
        this.jdbc = jdbc;
        this.events = events;
        this.url = url;
        this.user = user;
        this.password = password;
    }

    /** The database was away, or has just been started on, and answers. */
    public record DatabaseIsBack() {}

    /**
     * What changed: its kind ("delivery", "scan", "device", ...) and which one.
     *
     * @param person whose it is; null for what is nobody's own. Not told to browsers
     */
    public record Notice(
            String kind, UUID id, @Nullable @JsonIgnore UUID person) {}

    /** Told when the caller's transaction commits, never when it does not; at once where there is none. */
    public void tell(String kind, UUID id) {
        tell(new Notice(kind, id, null));
    }

    /** The same of something that is a person's own. */
    public void tell(String kind, UUID id, UUID person) {
        tell(new Notice(kind, id, person));
    }

    private void tell(Notice notice) {
        if (!TransactionSynchronizationManager.isSynchronizationActive()) {
            leave(Set.of(notice));
            return;
        }
        for (TransactionSynchronization known : TransactionSynchronizationManager.getSynchronizations()) {
            if (known instanceof AfterCommit mine) {
                mine.notices.add(notice);
                return;
            }
        }
        TransactionSynchronizationManager.registerSynchronization(new AfterCommit(notice));
    }

    private final class AfterCommit implements TransactionSynchronization {
        private final Set<Notice> notices = new LinkedHashSet<>();

        AfterCommit(Notice first) {
            notices.add(first);
        }

        @Override
        public void afterCommit() {
            leave(notices);
        }
    }

    /** How often things of these kinds have changed, as far as this instance knows. */
    long changesOf(Set<String> kinds) {
        long sum = missed.get();
        for (String kind : kinds) {
            AtomicLong one = changes.get(kind);
            sum += one == null ? 0 : one.get();
        }
        return sum;
    }

    /** Whether notices of other instances come in. */
    boolean hears() {
        return hears;
    }

    private void count(Notice notice) {
        changes.computeIfAbsent(notice.kind, kind -> new AtomicLong()).incrementAndGet();
    }

    private void leave(Set<Notice> notices) {
        notices.forEach(this::count);
        synchronized (leaving) {
            if (leaving.size() < MOST_TOGETHER) {
                leaving.addAll(notices);
            }
        }
    }

    /**
     * Whose stream it is.
     *
     * @param session its id, for {@link #endOf}
     * @param goesOn whether the session still stands; asked every few seconds, since it may end in another instance
     */
    public record Owner(String session, BooleanSupplier goesOn) {}

    /** A stream of server-sent events for one browser; its first event asks it to read everything. */
    public SseEmitter listen(Owner owner, Predicate<Notice> wanted) {
        SseEmitter emitter = new SseEmitter(0L);
        Listener[] itself = new Listener[1];
        Runnable gone = () -> listeners.remove(itself[0]);
        itself[0] = new Listener(emitter, owner, wanted, senders, gone);
        listeners.add(itself[0]);
        emitter.onCompletion(gone);
        emitter.onTimeout(gone);
        emitter.onError(e -> gone.run());
        itself[0].beat();
        return emitter;
    }

    /** The session is over, and nothing more is told to its browser. */
    public void endOf(String session) {
        listeners.stream().filter(listener -> listener.isOf(session)).forEach(Listener::end);
    }

    @Override
    public void start() {
        running = true;
        out.scheduleWithFixedDelay(
                () -> listeners.forEach(Listener::beat), BEAT_SECONDS, BEAT_SECONDS, TimeUnit.SECONDS);
        out.scheduleWithFixedDelay(this::send, TOGETHER_MILLIS, TOGETHER_MILLIS, TimeUnit.MILLISECONDS);
        thread = daemon(this::run, "live");
        thread.start();
    }

    @Override
    public void stop() {
        running = false;
        out.shutdownNow();
        listeners.forEach(Listener::end);
        senders.shutdown();
        thread.interrupt();
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    /** Ends before the web server does, which would otherwise wait for the streams. */
    @Override
    public int getPhase() {
        return Integer.MAX_VALUE;
    }

    private void send() {
        List<Notice> now;
        synchronized (leaving) {
            now = new ArrayList<>(leaving);
            leaving.clear();
        }
        if (now.isEmpty()) {
            return;
        }
        try {
            String[] words = now.stream()
                    .map(n -> n.kind + ":" + n.id + ":" + (n.person == null ? "" : n.person))
                    .toArray(String[]::new);
            jdbc.sql("select pg_notify(?, notice) from unnest(?) notice")
                    .params(CHANNEL, words)
                    .query((row, n) -> 0)
                    .list();
        } catch (RuntimeException e) {
            // When the database is back, every browser is asked to read everything.
            LOG.warn("notices are lost: {}", e.getMessage());
        }
    }

    private void run() {
        while (running) {
            try (Connection connection = DriverManager.getConnection(url, user, password);
                    var statement = connection.createStatement()) {
                statement.execute("listen " + CHANNEL);
                missed.incrementAndGet();
                hears = true;
                listeners.forEach(Listener::askEverything);
                tellThatItIsBack();
                while (running) {
                    pass(connection.unwrap(PGConnection.class).getNotifications(WAIT_MILLIS));
                }
            } catch (SQLException e) {
                hears = false;
                if (running) {
                    LOG.warn("live notices pause: {}", e.getMessage());
                    pause();
                }
            }
        }
    }

    private void tellThatItIsBack() {
        try {
            events.publishEvent(new DatabaseIsBack());
        } catch (RuntimeException e) {
            LOG.warn("the database is back, but not for long: {}", e.getMessage());
        }
    }

    private void pass(PGNotification[] notifications) {
        if (notifications == null) {
            return;
        }
        for (PGNotification notification : notifications) {
            String[] parts = notification.getParameter().split(":", 3);
            Notice notice = new Notice(
                    parts[0], UUID.fromString(parts[1]), parts[2].isEmpty() ? null : UUID.fromString(parts[2]));
            count(notice);
            listeners.forEach(listener -> listener.hear(notice));
        }
    }

    private static Thread daemon(Runnable task, String name) {
        Thread made = new Thread(task, name);
        made.setDaemon(true);
        return made;
    }

    private static void pause() {
        try {
            Thread.sleep(1000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
