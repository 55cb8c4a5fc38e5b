package inky.courier.signin;

import inky.courier.live.Live;
import inky.courier.settings.Settings;
import inky.courier.web.Access;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.security.Principal;
import java.time.ZoneId;
import java.util.Optional;
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
import org.springframework.web.bind.annotation.PutMapping;
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
    private final KnownBrowser browsers;
    private final DeskSessions sessions;
    private final SecondFactor secondFactor;
    private final SignInProviders providers;
    private final Live live;
    private final SecurityContextRepository contexts = new HttpSessionSecurityContextRepository();

    SignInController(
            SignIn signIn,
            Settings settings,
            ZoneId zone,
            KnownBrowser browsers,
            DeskSessions sessions,
            Live live,
            SecondFactor secondFactor,
            SignInProviders providers) {
        this.providers = providers;
        this.secondFactor = secondFactor;
        this.browsers = browsers;
        this.sessions = sessions;
        this.live = live;
        this.zone = zone;
        this.signIn = signIn;
        this.settings = settings;
    }

    /** @param code of the second factor; absent where there is none */
    record Credentials(
            String login, String password, @Nullable String code) {}

    /**
     * @param firstStart whether the first administrator is still to be made
     * @param zone of the office: every time on the desk is told in it
     * @param provider what the office calls its provider of sign-ins; absent for none
     */
    record SessionView(
            boolean firstStart,
            String office,
            String zone,
            @Nullable String provider,
            @Nullable SignIn.Identity identity) {}

    @GetMapping
    SessionView session(@Nullable Principal principal) {
        SignIn.Identity identity =
                principal == null ? null : signIn.identity(principal.getName()).orElse(null);
        return view(signIn.isFirstStart(), identity);
    }

    @PostMapping
    SessionView begin(@RequestBody Credentials credentials, HttpServletRequest request, HttpServletResponse response) {
        String login = credentials.login().strip();
        SignIn.Identity identity = signIn.signIn(
                login,
                credentials.password(),
                Optional.ofNullable(credentials.code()).orElse(""),
                Source.of(request),
                browsers.markOf(login, request));
        return enter(identity, request, response);
    }

    @PostMapping("/first")
    SessionView first(@RequestBody SignIn.First first, HttpServletRequest request, HttpServletResponse response) {
        return enter(signIn.makeFirst(first, Source.of(request)), request, response);
    }

    @DeleteMapping
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void end(@Nullable Principal principal, HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            live.endOf(session.getId());
            session.invalidate();
        }
        if (principal != null) {
            signIn.signOut(principal.getName(), Source.of(request));
        }
        SecurityContextHolder.clearContext();
    }

    record NewPassword(String present, String wanted) {}

    /** Changes one's own password, and ends one's sessions everywhere else. */
    @PutMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void changePassword(@RequestBody NewPassword change, Principal principal, HttpServletRequest request) {
        String login = principal.getName();
        signIn.changePassword(login, change.present(), change.wanted(), Source.of(request));
        sessions.endOthers(login, request.getSession().getId());
    }

    record Confirmation(String sealed, String code) {}

    record PresentPassword(String password) {}

    /** A key for an authenticator program, in use only when it was confirmed. */
    @PostMapping("/second-factor/offer")
    SecondFactor.Offer offerSecondFactor(Principal principal) {
        return secondFactor.offer(principal.getName());
    }

    @PutMapping("/second-factor")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void confirmSecondFactor(@RequestBody Confirmation given, Principal principal, HttpServletRequest request) {
        secondFactor.confirm(principal.getName(), given.sealed(), given.code(), Source.of(request));
    }

    /** Needs the password, so that a desk left open is not enough. */
    @PostMapping("/second-factor/remove")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeSecondFactor(@RequestBody PresentPassword given, Principal principal, HttpServletRequest request) {
        signIn.requirePassword(principal.getName(), given.password(), Source.of(request));
        secondFactor.remove(principal.getName(), Source.of(request));
    }

    /** Ends one's own sessions in all other browsers. */
    @DeleteMapping("/others")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void endOwnSessions(Principal principal, HttpServletRequest request) {
        sessions.endOthers(principal.getName(), request.getSession().getId());
    }

    SessionView enter(SignIn.Identity identity, HttpServletRequest request, HttpServletResponse response) {
        // A new session, so that one planted before the sign-in is worth nothing, and its time begins now.
        HttpSession before = request.getSession(false);
        if (before != null) {
            before.invalidate();
        }
        request.getSession(true);
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(
                identity.login(),
                null,
                AuthorityUtils.createAuthorityList(Access.authorities(identity.role(), identity.places()))));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        browsers.mark(identity.login(), request, response);
        return view(false, identity);
    }

    private SessionView view(boolean firstStart, @Nullable SignIn.Identity identity) {
        String provider = providers.find().map(kept -> kept.provider().name()).orElse(null);
        return new SessionView(firstStart, settings.read().office(), zone.getId(), provider, identity);
    }
}
