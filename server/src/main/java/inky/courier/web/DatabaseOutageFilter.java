package inky.courier.web;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.sql.SQLException;
import java.sql.SQLTransientConnectionException;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * The database does not answer, or has no room or connection left: said in words, also where it is noticed before any
 * controller, as by the filters that look sessions up.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class DatabaseOutageFilter extends OncePerRequestFilter {
    private static final Logger LOG = LoggerFactory.getLogger(DatabaseOutageFilter.class);

    static final Refusal REFUSAL = Refusal.of(HttpStatus.SERVICE_UNAVAILABLE, "store.away");

    /** SQLSTATE classes 08 connection, 53 no resources, 57 ended by an operator, 58 outside of PostgreSQL. */
    private static final Set<String> AWAY = Set.of("08", "53", "57", "58");

    static boolean isAway(Throwable e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            String state = cause instanceof SQLException sql ? sql.getSQLState() : null;
            boolean named = state != null && AWAY.contains(state.substring(0, Math.min(2, state.length())));
            if (named || cause instanceof SQLTransientConnectionException) {
                return true;
            }
        }
        return false;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (RuntimeException | ServletException e) {
            if (!isAway(e) || response.isCommitted()) {
                throw e;
            }
            LOG.warn("the database does not answer: {}", e.getMessage());
            response.resetBuffer();
            EarlyRefusals.write(response, REFUSAL);
        }
    }
}
