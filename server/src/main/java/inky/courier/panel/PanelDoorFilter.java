package inky.courier.panel;

import inky.courier.web.PanelDoor;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Knows the person at a panel by the cookie of the panel's session, and only at the device it was opened at. */
@Component
class PanelDoorFilter extends OncePerRequestFilter implements PanelDoor {
    static final String COOKIE = "courier-panel";

    /** A request that the panel makes by itself, and that must not keep a session alive. */
    static final String BY_ITSELF = "X-By-Itself";

    private static final Pattern PATH =
            Pattern.compile("/api/panel/([0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12})(/.*)?");

    private final PanelSessions sessions;

    PanelDoorFilter(PanelSessions sessions) {
        this.sessions = sessions;
    }

    /** It belongs to the panel's security chain alone, not to every request. */
    @Bean
    static FilterRegistrationBean<PanelDoorFilter> notEverywhere(PanelDoorFilter filter) {
        FilterRegistrationBean<PanelDoorFilter> registration = new FilterRegistrationBean<>(filter);
        registration.setEnabled(false);
        return registration;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        Matcher path = PATH.matcher(request.getRequestURI());
        Optional<String> token = token(request);
        if (path.matches() && token.isPresent()) {
            sessions.find(token.get(), UUID.fromString(path.group(1))).ifPresent(user -> {
                boolean byItself = request.getHeader(BY_ITSELF) != null
                        || request.getRequestURI().endsWith("/live");
                if (!byItself) {
                    sessions.touch(token.get());
                }
                SecurityContext context = SecurityContextHolder.createEmptyContext();
                context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                        user, null, AuthorityUtils.createAuthorityList(role(user))));
                SecurityContextHolder.setContext(context);
            });
        }
        chain.doFilter(request, response);
    }

    /** Who needs another PIN first can do nothing else; a guest nothing that is about somebody's own things. */
    private static String role(PanelUser user) {
        if (user.guest()) {
            return "ROLE_GUEST";
        }
        return user.replace().isPresent() ? "ROLE_NEW_PIN" : "ROLE_PANEL";
    }

    /** Server-sent events are written after the request was dispatched anew; the person is needed there too. */
    @Override
    protected boolean shouldNotFilterAsyncDispatch() {
        return false;
    }

    static Optional<String> token(HttpServletRequest request) {
        if (request.getCookies() != null) {
            for (Cookie cookie : request.getCookies()) {
                if (cookie.getName().equals(COOKIE)) {
                    return Optional.of(cookie.getValue());
                }
            }
        }
        return Optional.empty();
    }
}
