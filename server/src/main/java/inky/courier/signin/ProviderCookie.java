package inky.courier.signin;

import inky.courier.vault.Vault;
import inky.courier.web.Json;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.security.oauth2.core.endpoint.OAuth2AuthorizationRequest;
import org.springframework.security.oauth2.core.endpoint.PkceParameterNames;
import org.springframework.security.oauth2.core.oidc.endpoint.OidcParameterNames;
import org.springframework.stereotype.Component;

/**
 * What was asked of the provider, sealed in the browser while somebody signs in there. The desk's session cannot keep it: its cookie
 * is not sent by a browser that comes back from elsewhere.
 */
@Component
class ProviderCookie {
    private static final String NAME = "courier-provider";
    private static final String CONTEXT = "provider sign-in";
    private static final Duration KEPT = Duration.ofMinutes(10);

    private final Vault vault;
    private final Clock clock;

    ProviderCookie(Vault vault, Clock clock) {
        this.vault = vault;
        this.clock = clock;
    }

    private record Asked(
            Instant at,
            String authorization,
            String client,
            String redirect,
            String state,
            String nonce,
            String verifier) {}

    void write(OAuth2AuthorizationRequest asked, HttpServletRequest request, HttpServletResponse response) {
        String kept = Json.write(new Asked(
                clock.instant(),
                asked.getAuthorizationUri(),
                asked.getClientId(),
                asked.getRedirectUri(),
                asked.getState(),
                asked.getAttribute(OidcParameterNames.NONCE),
                asked.getAttribute(PkceParameterNames.CODE_VERIFIER)));
        byte[] sealedValue = vault.seal(kept.getBytes(StandardCharsets.UTF_8), CONTEXT);
        set(Base64.getUrlEncoder().withoutPadding().encodeToString(sealedValue), KEPT, request, response);
    }

    /** Used once. */
    Optional<OAuth2AuthorizationRequest> take(HttpServletRequest request, HttpServletResponse response) {
        if (request.getCookies() == null) {
            return Optional.empty();
        }
        for (Cookie cookie : request.getCookies()) {
            if (cookie.getName().equals(NAME)) {
                set("", Duration.ZERO, request, response);
                return read(cookie.getValue());
            }
        }
        return Optional.empty();
    }

    private Optional<OAuth2AuthorizationRequest> read(String value) {
        try {
            byte[] plain = vault.open(Base64.getUrlDecoder().decode(value), CONTEXT);
            Asked asked = Json.read(new String(plain, StandardCharsets.UTF_8), Asked.class);
            return asked.at.plus(KEPT).isBefore(clock.instant()) ? Optional.empty() : Optional.of(request(asked));
        } catch (IllegalArgumentException | Vault.SealBroken e) {
            return Optional.empty();
        }
    }

    private static OAuth2AuthorizationRequest request(Asked asked) {
        return OAuth2AuthorizationRequest.authorizationCode()
                .authorizationUri(asked.authorization)
                .clientId(asked.client)
                .redirectUri(asked.redirect)
                .scope("openid")
                .state(asked.state)
                .attributes(all -> all.putAll(Map.of(
                        OidcParameterNames.NONCE, asked.nonce, PkceParameterNames.CODE_VERIFIER, asked.verifier)))
                .build();
    }

    private static void set(String value, Duration age, HttpServletRequest request, HttpServletResponse response) {
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(NAME, value)
                        .path("/api/session/provider")
                        .httpOnly(true)
                        .sameSite("Lax")
                        .secure(request.isSecure())
                        .maxAge(age)
                        .build()
                        .toString());
    }
}
