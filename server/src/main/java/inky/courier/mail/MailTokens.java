package inky.courier.mail;

import inky.courier.connection.AccessTokens;
import inky.courier.connection.AccessTokens.TokenRefused;
import inky.courier.connection.AccessTokens.Tokens;
import inky.courier.connection.FarSideException;
import inky.courier.core.delivery.Setback;
import inky.courier.core.mail.MailCause;
import inky.courier.core.message.Message;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;

/** Access tokens for mail servers, kept in memory for as long as they last and made anew from the refresh token. */
@Component
class MailTokens {
    /** Before the end, so that a token does not run out in the middle of a sign-in. */
    private static final Duration EARLY = Duration.ofSeconds(60);

    private final AccessTokens endpoint;
    private final Clock clock;
    private final ApplicationEventPublisher events;
    private final Map<String, Kept> kept = new ConcurrentHashMap<>();

    MailTokens(AccessTokens endpoint, Clock clock, ApplicationEventPublisher events) {
        this.endpoint = endpoint;
        this.clock = clock;
        this.events = events;
    }

    /** A server that gives a new refresh token with each access token takes the old one no more (RFC 6749 section 6). */
    record Renewed(String tokenEndpoint, String account, String refreshToken) {
        @Override
        public String toString() {
            return "Renewed[" + account + "]";
        }
    }

    private record Kept(String refresh, String access, Instant until) {}

    /** @throws FarSideException when the refresh token is not taken any more */
    String accessTo(Submission server) throws IOException {
        String key = server.tokens().endpoint() + " " + server.account();
        Kept known = kept.get(key);
        if (known != null && known.refresh.equals(server.password()) && known.until.isAfter(clock.instant())) {
            return known.access;
        }
        try {
            Tokens tokens = endpoint.refresh(server.tokens().client(), server.password());
            String refresh = tokens.refresh().orElse(server.password());
            kept.put(
                    key,
                    new Kept(
                            refresh,
                            tokens.access(),
                            clock.instant().plus(tokens.lasts()).minus(EARLY)));
            tokens.refresh()
                    .ifPresent(token ->
                            events.publishEvent(new Renewed(server.tokens().endpoint(), server.account(), token)));
            return tokens.access();
        } catch (TokenRefused e) {
            throw new FarSideException(setback(e.error()));
        }
    }

    /** RFC 6749 section 5.2. */
    private static Setback setback(String error) {
        return switch (error) {
            case "invalid_grant" -> Setback.of(MailCause.SIGN_IN_REFUSED, error);
            case "invalid_client", "unauthorized_client" ->
                Setback.of(MailCause.SIGN_IN_REFUSED, error).saying(Message.of("cause.mail.unknown-client"));
            default -> Setback.of(MailCause.TRY_LATER, error);
        };
    }

    /** After a refusal, the next sign-in asks for a new one. */
    void forget(Submission server) {
        kept.remove(server.tokens().endpoint() + " " + server.account());
    }
}
