package inky.courier.signin;

import inky.courier.signin.SignInProviders.Kept;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Collection;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.locks.ReentrantLock;
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

    /** One that does not answer is left alone for so long. */
    private static final Duration NOT_ASKED_AGAIN = Duration.ofSeconds(10);

    private static final Duration PATIENCE = Duration.ofSeconds(2);

    private final Clock clock;
    private final AtomicReference<Remembered> last = new AtomicReference<>();
    private final ReentrantLock asking = new ReentrantLock();

    OpenIdClient(Clock clock) {
        this.clock = clock;
    }

    /** @param registration absent where the provider did not answer */
    private record Remembered(
            UUID revision, Instant at, @Nullable ClientRegistration registration) {}

    /** @throws Refusal when the provider does not say who it is, or is another */
    ClientRegistration of(Kept kept) {
        return known(kept).orElseGet(() -> askOnce(kept));
    }

    private Optional<ClientRegistration> known(Kept kept) {
        Remembered known = last.get();
        if (known == null || !known.revision.equals(kept.revision())) {
            return Optional.empty();
        }
        Instant now = clock.instant();
        if (known.registration == null && now.isBefore(known.at.plus(NOT_ASKED_AGAIN))) {
            throw unknown();
        }
        return Optional.ofNullable(known.registration).filter(found -> now.isBefore(known.at.plus(REMEMBERED)));
    }

    /** Anybody at the door can ask for this: one asks the provider, the others wait a moment, and no thread is held for long. */
    private ClientRegistration askOnce(Kept kept) {
        try {
            if (!asking.tryLock(PATIENCE.toMillis(), TimeUnit.MILLISECONDS)) {
                throw unknown();
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw unknown();
        }
        try {
            Optional<ClientRegistration> known = known(kept);
            if (known.isPresent()) {
                return known.get();
            }
            ClientRegistration found = null;
            try {
                found = discover(kept);
                return found;
            } finally {
                last.set(new Remembered(kept.revision(), clock.instant(), found));
            }
        } finally {
            asking.unlock();
        }
    }

    private static Refusal unknown() {
        return Refusal.of(HttpStatus.BAD_GATEWAY, "provider.unknown");
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
            throw unknown();
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
