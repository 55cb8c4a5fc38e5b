package inky.courier.web;

import inky.courier.store.DatabaseTrouble;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
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

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        try {
            chain.doFilter(request, response);
        } catch (RuntimeException | ServletException e) {
            if (!DatabaseTrouble.isAway(e) || response.isCommitted()) {
                throw e;
            }
            LOG.warn("the database does not answer: {}", e.getMessage());
            response.resetBuffer();
            EarlyRefusals.write(response, REFUSAL);
        }
    }
}
