package inky.courier.live;

import java.io.IOException;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.function.Predicate;
import org.postgresql.PGConnection;
import org.postgresql.PGNotification;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.SmartLifecycle;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Tells browsers that something changed. A notice goes through PostgreSQL's NOTIFY, so it leaves only when the
 * transaction commits and reaches the browsers of every instance.
 */
@Component
public class Live implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Live.class);
    private static final String CHANNEL = "courier";
    private static final int WAIT_MILLIS = 10_000;

    private final JdbcClient jdbc;
    private final String url;
    private final String user;
    private final String password;
    private final List<Listener> listeners = new CopyOnWriteArrayList<>();
    private volatile boolean running;
    private Thread thread;

    Live(
            JdbcClient jdbc,
            @Value("${spring.datasource.url}") String url,
            @Value("${spring.datasource.username}") String user,
            @Value("${spring.datasource.password}") String password) {
        this.jdbc = jdbc;
        this.url = url;
        this.user = user;
        this.password = password;
    }

    /** What changed: its kind ("delivery", "scan", "device", ...) and which one. */
    public record Notice(String kind, UUID id) {}

    private record Listener(SseEmitter emitter, Predicate<Notice> wanted) {}

    /** Part of the caller's transaction: told when it commits, never when it does not. */
    public void tell(String kind, UUID id) {
        jdbc.sql("select pg_notify(?, ?)")
                .params(CHANNEL, kind + ":" + id)
                .query((row, n) -> 0)
                .list();
    }

    /** A stream of server-sent events for one browser. */
    public SseEmitter listen(Predicate<Notice> wanted) {
        SseEmitter emitter = new SseEmitter(0L);
        Listener listener = new Listener(emitter, wanted);
        listeners.add(listener);
        emitter.onCompletion(() -> listeners.remove(listener));
        emitter.onTimeout(() -> listeners.remove(listener));
        emitter.onError(e -> listeners.remove(listener));
        send(listener, SseEmitter.event().name("ready").data("{}", MediaType.APPLICATION_JSON));
        return emitter;
    }

    @Override
    public void start() {
        running = true;
        thread = new Thread(this::run, "live");
        thread.setDaemon(true);
        thread.start();
    }

    @Override
    public void stop() {
        running = false;
        listeners.forEach(listener -> listener.emitter.complete());
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

    private void run() {
        while (running) {
            try (Connection connection = DriverManager.getConnection(url, user, password);
                    var statement = connection.createStatement()) {
                statement.execute("listen " + CHANNEL);
                while (running) {
                    pass(connection.unwrap(PGConnection.class).getNotifications(WAIT_MILLIS));
                }
            } catch (SQLException e) {
                if (running) {
                    LOG.warn("live notices pause: {}", e.getMessage());
                    pause();
                }
            }
        }
    }

    private void pass(PGNotification[] notifications) {
        if (notifications == null || notifications.length == 0) {
            listeners.forEach(listener -> send(listener, SseEmitter.event().comment("still here")));
            return;
        }
        for (PGNotification notification : notifications) {
            String[] parts = notification.getParameter().split(":", 2);
            Notice notice = new Notice(parts[0], UUID.fromString(parts[1]));
            listeners.stream()
                    .filter(listener -> listener.wanted.test(notice))
                    .forEach(listener -> send(
                            listener, SseEmitter.event().name("changed").data(notice, MediaType.APPLICATION_JSON)));
        }
    }

    private void send(Listener listener, SseEmitter.SseEventBuilder event) {
        try {
            listener.emitter.send(event);
        } catch (IOException | IllegalStateException e) {
            listeners.remove(listener);
        }
    }

    private static void pause() {
        try {
            Thread.sleep(1000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
