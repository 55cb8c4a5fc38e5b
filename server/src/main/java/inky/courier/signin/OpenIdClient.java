package inky.courier.signin;

import inky.courier.signin.SignInProviders.Kept;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicReference;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.security.oauth2.client.registration.ClientRegistration;
import org.springframework.security.oauth2.client.registration.ClientRegistrations;
import org.springframework.security.oauth2.core.AuthorizationGrantType;
import org.springframework.security.oauth2.core.ClientAuthenticationMethod;
import org.springframework.stereotype.Component;

/** What is known of the provider's addresses and keys (OpenID Connect Discovery 1.0), asked for when it is needed. */
@Component
class OpenIdClient {
    private static final Logger LOG = LoggerFactory.getLogger(OpenIdClient.class);

    /** Where the provider sends people back to. */
    static final String WAY_BACK = "/api/session/provider/code";

    private static final Duration REMEMBERED = Duration.ofMinutes(10);

    private final Clock clock;
    private final AtomicReference<Remembered> last = new AtomicReference<>();

    OpenIdClient(Clock clock) {
        this.clock = clock;
    }

    private record Remembered(UUID revision, Instant at, ClientRegistration registration) {}

    /** @throws Refusal when the provider does not say who it is, or is another */
    ClientRegistration of(Kept kept) {
        Instant now = clock.instant();
        Remembered known = last.get();
        if (known != null && known.revision.equals(kept.revision()) && now.isBefore(known.at.plus(REMEMBERED))) {
            return known.registration;
        }
        ClientRegistration found = discover(kept);
        last.set(new Remembered(kept.revision(), now, found));
        return found;
    }

    /** Asks the provider anew. @throws Refusal as above */
    ClientRegistration discover(Kept kept) {
        ClientRegistration.Builder found;
        try {
            found = ClientRegistrations.fromIssuerLocation(kept.provider().issuer());
        } catch (IllegalArgumentException | IllegalStateException e) {
            LOG.warn(
                    "the sign-in provider {} cannot be used: {}",
                    kept.provider().issuer(),
                    e.toString());
            throw Refusal.of(HttpStatus.BAD_GATEWAY, "provider.unknown");
        }
        boolean hasSecret = !kept.secret().isEmpty();
        if (!hasSecret) {
            found.clientAuthenticationMethod(ClientAuthenticationMethod.NONE);
        }
        ClientRegistration metadata = found.clientId(kept.provider().clientId())
                .registrationId("provider")
                .build();
        return ClientRegistration.withClientRegistration(metadata)
                // Keys are remembered by this name, so another provider has another one.
                .registrationId(kept.revision().toString())
                .clientSecret(kept.secret())
                .authorizationGrantType(AuthorizationGrantType.AUTHORIZATION_CODE)
                .redirectUri("{baseUrl}" + WAY_BACK)
                .scope(scopes(metadata))
                .clientSettings(ClientRegistration.ClientSettings.builder()
                        .requireProofKey(true)
                        .build())
                .build();
    }

    private static String[] scopes(ClientRegistration metadata) {
        // Some providers say groups only where they are asked for them; common practice, no source.
        return supported(metadata, "scopes_supported").contains("groups")
                ? new String[] {"openid", "profile", "email", "groups"}
                : new String[] {"openid", "profile", "email"};
    }

    static Collection<?> supported(ClientRegistration registration, String what) {
        Object said =
                registration.getProviderDetails().getConfigurationMetadata().get(what);
        return Optional.ofNullable(said)
                .filter(Collection.class::isInstance)
                .<Collection<?>>map(Collection.class::cast)
                .orElseGet(java.util.List::of);
    }
}
