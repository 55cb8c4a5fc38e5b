package inky.courier.signin;

import inky.courier.live.Live;
import inky.courier.live.SessionCheck;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import org.springframework.core.annotation.Order;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.session.web.http.SessionRepositoryFilter;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Sessions of administrators: how long the longest lasts, and the end of all but one of an account. */
@Component
@Order(DeskSessions.AFTER_SESSIONS)
class DeskSessions extends OncePerRequestFilter implements SessionCheck {
    static final int AFTER_SESSIONS = SessionRepositoryFilter.DEFAULT_ORDER + 1;

    /** However busy somebody is, they sign in anew after this time. */
    static final Duration LONGEST = Duration.ofHours(24);

    private final FindByIndexNameSessionRepository<? extends Session> sessions;
    private final Live live;

    DeskSessions(FindByIndexNameSessionRepository<? extends Session> sessions, Live live) {
        this.sessions = sessions;
        this.live = live;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        HttpSession session = request.getSession(false);
        if (session != null && isOver(Instant.ofEpochMilli(session.getCreationTime()))) {
            live.endOf(session.getId());
            session.invalidate();
        }
        chain.doFilter(request, response);
    }

    @Override
    public boolean isOpen(String id) {
        Session session = sessions.findById(id);
        return session != null && !session.isExpired() && !isOver(session.getCreationTime());
    }

    /** The sessions keep their own time. */
    private static boolean isOver(Instant began) {
        return began.plus(LONGEST).isBefore(Instant.now());
    }

    int countOf(String login) {
        return sessions.findByPrincipalName(login).size();
    }

    void endAll(String login) {
        endOthers(login, "");
    }

    void endOthers(String login, String own) {
        sessions.findByPrincipalName(login).keySet().stream()
                .filter(id -> !id.equals(own))
                .forEach(id -> {
                    sessions.deleteById(id);
                    live.endOf(id);
                });
    }
}
