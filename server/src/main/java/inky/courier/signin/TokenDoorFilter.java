package inky.courier.signin;

import inky.courier.audit.SecurityLog;
import inky.courier.core.access.Role;
import inky.courier.web.Access;
import inky.courier.web.EarlyRefusals;
import inky.courier.web.Refusal;
import inky.courier.web.TokenDoor;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets a program with a token to the set-up: it may read what an auditor reads there, or change what an administrator does. */
@Component
class TokenDoorFilter extends OncePerRequestFilter implements TokenDoor {
    private static final Refusal UNKNOWN = Refusal.of(HttpStatus.UNAUTHORIZED, "token.unknown");

    private final SetUpTokens tokens;
    private final SecurityLog log;

    TokenDoorFilter(SetUpTokens tokens, SecurityLog log) {
        this.tokens = tokens;
        this.log = log;
    }

    /** It belongs to a security chain of its own, not to every request. */
    @Bean
    static FilterRegistrationBean<TokenDoorFilter> tokensNotEverywhere(TokenDoorFilter filter) {
        FilterRegistrationBean<TokenDoorFilter> registration = new FilterRegistrationBean<>(filter);
        registration.setEnabled(false);
        return registration;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String token = request.getHeader(HttpHeaders.AUTHORIZATION)
                .substring(TokenDoor.BEARER.length())
                .strip();
        Optional<SetUpTokens.Holder> holder = tokens.find(token, request.getRemoteAddr());
        if (holder.isEmpty()) {
            log.note(SecurityLog.Event.FAILED, "", SecurityLog.Place.DESK, request.getRemoteAddr(), "");
            EarlyRefusals.write(response, UNKNOWN);
            return;
        }
        Role role = holder.get().mayChange() ? Role.ADMINISTRATOR : Role.AUDITOR;
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                "token " + holder.get().name(),
                null,
                AuthorityUtils.createAuthorityList(Access.authorities(role, List.of()))));
        SecurityContextHolder.setContext(context);
        chain.doFilter(request, response);
    }
}
