package inky.courier.signin;

import inky.courier.settings.Settings;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.security.Principal;
import java.time.ZoneId;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/session")
class SignInController {
    private final SignIn signIn;
    private final Settings settings;
    private final ZoneId zone;
    private final SecurityContextRepository contexts = new HttpSessionSecurityContextRepository();

    SignInController(SignIn signIn, Settings settings, ZoneId zone) {
        this.zone = zone;
        this.signIn = signIn;
        this.settings = settings;
    }

    record Credentials(String login, String password) {}

    /**
     * @param firstStart whether the first administrator is still to be made
     * @param zone of the office: every time on the desk is told in it
     */
    record SessionView(
            boolean firstStart,
            String office,
            String zone,
            @Nullable SignIn.Identity identity) {}

    @GetMapping
    SessionView session(@Nullable Principal principal) {
        SignIn.Identity identity =
                principal == null ? null : signIn.identity(principal.getName()).orElse(null);
        return new SessionView(signIn.isFirstStart(), settings.read().office(), zone.getId(), identity);
    }

    @PostMapping
    SessionView begin(@RequestBody Credentials credentials, HttpServletRequest request, HttpServletResponse response) {
        return enter(signIn.signIn(credentials.login().strip(), credentials.password()), request, response);
    }

    @PostMapping("/first")
    SessionView first(@RequestBody SignIn.First first, HttpServletRequest request, HttpServletResponse response) {
        return enter(signIn.makeFirst(first), request, response);
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    private SessionView enter(SignIn.Identity identity, HttpServletRequest request, HttpServletResponse response) {
        // A new session id, so that one planted before the sign-in is worth nothing.
        request.getSession(true);
        request.changeSessionId();
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                identity.login(), null, AuthorityUtils.createAuthorityList("ROLE_ADMIN")));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        return new SessionView(false, settings.read().office(), zone.getId(), identity);
    }
}
