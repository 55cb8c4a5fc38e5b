package inky.courier.signin;

import inky.courier.core.access.Right;
import inky.courier.signin.SignInProviders.ProviderForm;
import inky.courier.signin.SignInProviders.ProviderSettings;
import inky.courier.web.Needs;
import inky.courier.web.Refusal;
import io.swagger.v3.oas.annotations.Hidden;
import jakarta.annotation.Nullable;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.net.URI;
import java.util.Set;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationRequest;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationResponse;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The office's provider of sign-ins: set up by administrators, and the way there and back. */
@RestController
@Needs(Right.MANAGE_ACCOUNTS)
class ProviderController {
    private static final Set<String> CODES =
            Set.of("provider.refused", "provider.no-group", "provider.taken", "provider.unknown");

    private final SignInProviders providers;
    private final OpenIdClient client;
    private final ProviderSignIn signIn;
    private final ProviderCookie cookie;
    private final SignInController door;

    ProviderController(
            SignInProviders providers,
            OpenIdClient client,
            ProviderSignIn signIn,
            ProviderCookie cookie,
            SignInController door) {
        this.providers = providers;
        this.client = client;
        this.signIn = signIn;
        this.cookie = cookie;
        this.door = door;
    }

    @GetMapping("/api/sign-in-provider")
    ProviderSettings getSignInProvider() {
        return providers.view();
    }

    @PutMapping("/api/sign-in-provider")
    ProviderSettings changeSignInProvider(
            @RequestBody ProviderForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return providers.put(form, version);
    }

    @DeleteMapping("/api/sign-in-provider")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeSignInProvider() {
        providers.remove();
    }

    /** What the provider says of itself. */
    record ProviderFound(String authorization, String tokens, String keys) {}

    /** Asks the provider as it is entered, saved or not. */
    @PostMapping("/api/sign-in-provider/test")
    ProviderFound testSignInProvider(@RequestBody ProviderForm form) {
        ClientRegistration.ProviderDetails found =
                client.discover(providers.draft(form)).getProviderDetails();
        return new ProviderFound(found.getAuthorizationUri(), found.getTokenUri(), found.getJwkSetUri());
    }

    /** The way to the provider. */
    @Hidden
    @GetMapping("/api/session/provider")
    ResponseEntity<String> goToProvider(HttpServletRequest request, HttpServletResponse response) {
        try {
            OAuth2AuthorizationRequest asked = signIn.begin(request);
            cookie.write(asked, request, response);
            return ResponseEntity.status(HttpStatus.FOUND)
                    .location(URI.create(asked.getAuthorizationRequestUri()))
                    .build();
        } catch (Refusal refusal) {
            return backTo("/?sign-in=" + refusal.code());
        }
    }

    /** The way back (RFC 6749 section 4.1.2). */
    @Hidden
    @GetMapping("/api/session/provider/code")
    ResponseEntity<String> comeFromProvider(
            @RequestParam(defaultValue = "") String state,
            @RequestParam @Nullable String code,
            @RequestParam @Nullable String error,
            HttpServletRequest request,
            HttpServletResponse response) {
        OAuth2AuthorizationRequest asked = cookie.take(request, response).orElse(null);
        if (asked == null || state.isEmpty() || code == null && error == null) {
            return backTo("/?sign-in=provider.refused");
        }
        OAuth2AuthorizationResponse answer = (code != null
                        ? OAuth2AuthorizationResponse.success(code)
                        : OAuth2AuthorizationResponse.error(error))
                .redirectUri(asked.getRedirectUri())
                .state(state)
                .build();
        try {
            door.enter(signIn.finish(asked, answer, Source.of(request)), request, response);
            return backTo("/");
        } catch (Refusal refusal) {
            return backTo("/?sign-in=" + refusal.code());
        }
    }

    /** Why somebody is back at the door, in words. */
    @GetMapping("/api/session/provider/problem")
    void problemOfProvider(@RequestParam String code) {
        throw CODES.contains(code) ? Refusal.of(HttpStatus.UNAUTHORIZED, code) : Refusal.notFound("sign-in provider");
    }

    /** Not by a redirect: a browser that comes from elsewhere would not send the new session's cookie along. */
    private static ResponseEntity<String> backTo(String path) {
        return ResponseEntity.ok()
                .contentType(MediaType.TEXT_HTML)
                .body("<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><title>Inky Courier</title>"
                        + "<meta http-equiv=\"refresh\" content=\"0;url=" + path + "\"></head><body><a href=\"" + path
                        + "\">Continue</a></body></html>");
    }
}
