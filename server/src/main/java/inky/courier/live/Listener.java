package inky.courier.live;

import inky.courier.live.Live.Notice;
import inky.courier.live.Live.Owner;
import java.io.IOException;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.function.Predicate;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.MediaType;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * One browser that listens. What it has not read yet waits in a queue of its own, each notice once; when that is full, the
 * browser is told to ask everything anew. One that does not read holds up nobody but itself.
 */
final class Listener {
    private static final Logger LOG = LoggerFactory.getLogger(Listener.class);
    private static final int MOST = 200;

    private final SseEmitter emitter;
    private final Owner owner;
    private final Predicate<Notice> wanted;
    private final Executor threads;
    private final Runnable gone;
    private final Set<Notice> waiting = new LinkedHashSet<>();
    private boolean everything = true;
    private boolean beat;
    private boolean sending;

    Listener(SseEmitter emitter, Owner owner, Predicate<Notice> wanted, Executor threads, Runnable gone) {
        this.emitter = emitter;
        this.owner = owner;
        this.wanted = wanted;
        this.threads = threads;
        this.gone = gone;
    }

    void hear(Notice notice) {
        if (wanted.test(notice)) {
            synchronized (this) {
                if (!everything) {
                    waiting.add(notice);
                }
                if (waiting.size() > MOST) {
                    waiting.clear();
                    everything = true;
                }
            }
            wake();
        }
    }

    /** Notices may have been missed. */
    void askEverything() {
        synchronized (this) {
            waiting.clear();
            everything = true;
        }
        wake();
    }

    /** Shows whether the browser is still there, and looks whether it may still listen. */
    void beat() {
        threads.execute(() -> {
            if (isOver()) {
                end();
                return;
            }
            synchronized (this) {
                beat = true;
            }
            wake();
        });
    }

    private boolean isOver() {
        try {
            return !owner.goesOn().getAsBoolean();
        } catch (RuntimeException e) {
            // Whoever keeps the sessions is away; so is whatever there could be to tell.
            LOG.debug("a session cannot be looked up: {}", e.getMessage());
            return false;
        }
    }

    boolean isOf(String session) {
        return owner.session().equals(session);
    }

    void end() {
        emitter.complete();
    }

    private void wake() {
        synchronized (this) {
            if (sending) {
                return;
            }
            sending = true;
        }
        threads.execute(this::sendAll);
    }

    private void sendAll() {
        try {
            for (SseEmitter.SseEventBuilder next = next(); next != null; next = next()) {
                emitter.send(next);
            }
        } catch (IOException | IllegalStateException e) {
            LOG.debug("a browser is gone: {}", e.getMessage());
            gone.run();
        }
    }

    /** @return nothing when all is sent, or the browser is gone */
    private synchronized SseEmitter.SseEventBuilder next() {
        if (everything) {
            everything = false;
            beat = false;
            return SseEmitter.event().name("ready").data("{}", MediaType.APPLICATION_JSON);
        }
        if (!waiting.isEmpty()) {
            Notice notice = waiting.iterator().next();
            waiting.remove(notice);
            beat = false;
            return SseEmitter.event().name("changed").data(notice, MediaType.APPLICATION_JSON);
        }
        sending = beat;
        if (!beat) {
            return null;
        }
        beat = false;
        return SseEmitter.event().comment("still here");
    }
}
