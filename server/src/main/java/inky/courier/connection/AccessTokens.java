package inky.courier.connection;

import inky.courier.core.connection.DeviceGrant;
import java.io.IOException;
import java.io.InputStream;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Talks to the token and device endpoints of OAuth 2 (RFC 6749, RFC 8628). */
@Component
public class AccessTokens {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Tokens of whatever kind are a few kilobytes. */
    private static final long LONGEST_ANSWER = 256 * 1024;

    private static final Duration ANSWER = Duration.ofSeconds(20);
    private static final int USUAL_SECONDS = 3600;
    private static final int LONGEST_CODE = 40;
    private static final int LONGEST_PAGE = 500;

    /**
     * Where to ask, and as whom.
     *
     * @param secret of a confidential client (RFC 6749 section 2.1); empty for a public one
     * @param trust what judges the certificate; empty for the system's own judgement
     */
    public record Client(String endpoint, String clientId, String secret, Optional<TrustPolicy> trust) {
        /** RFC 6749 section 2.3.1: each part coded for itself, then as HTTP does it. */
        private String authorization() {
            String pair = URLEncoder.encode(clientId, StandardCharsets.UTF_8) + ":"
                    + URLEncoder.encode(secret, StandardCharsets.UTF_8);
            return "Basic " + Base64.getEncoder().encodeToString(pair.getBytes(StandardCharsets.US_ASCII));
        }

        @Override
        public String toString() {
            return "Client[" + clientId + " at " + endpoint + "]";
        }
    }

    /** @param refresh empty when the old one stays good */
    public record Tokens(String access, Optional<String> refresh, Duration lasts) {
        @Override
        public String toString() {
            return "Tokens[" + lasts + "]";
        }
    }

    /**
     * What a person needs in order to allow something (RFC 8628 section 3.2).
     *
     * @param deviceCode ours alone
     * @param page where the person types the code
     * @param completePage the same with the code in it; empty when the cloud offers none
     */
    public record Invitation(
            String deviceCode, String userCode, String page, String completePage, Duration lasts, Duration interval) {
        @Override
        public String toString() {
            return "Invitation[" + userCode + "]";
        }
    }

    /** An error of the far side, by its own code (RFC 6749 section 5.2). */
    public static final class TokenRefused extends IOException {
        private final String error;

        TokenRefused(String error) {
            super(error);
            this.error = error;
        }

        public String error() {
            return error;
        }
    }

    /** RFC 6749 section 6. */
    public Tokens refresh(Client client, String refreshToken) throws IOException {
        return tokens(post(client, Map.of("grant_type", "refresh_token", "refresh_token", refreshToken)));
    }

    /** RFC 8628 section 3.1. @param scope empty for what the far side gives by itself */
    public Invitation invite(Client client, String scope) throws IOException {
        JsonNode answer = post(client, scope.isEmpty() ? Map.of() : Map.of("scope", scope));
        Invitation invitation = new Invitation(
                answer.path("device_code").asString(""),
                answer.path("user_code").asString(""),
                answer.path("verification_uri").asString(""),
                answer.path("verification_uri_complete").asString(""),
                Duration.ofSeconds(answer.path("expires_in").asInt(0)),
                Duration.ofSeconds(answer.path("interval").asInt((int) DeviceGrant.USUAL_INTERVAL.toSeconds())));
        boolean whole = !invitation.deviceCode.isEmpty()
                && !invitation.userCode.isEmpty()
                && invitation.userCode.length() <= LONGEST_CODE
                && invitation.lasts.toSeconds() > 0
                && invitation.interval.toSeconds() > 0
                && isPage(invitation.page)
                && (invitation.completePage.isEmpty() || isPage(invitation.completePage));
        if (!whole) {
            throw new TokenRefused("invalid_response");
        }
        return invitation;
    }

    /** RFC 8628 section 3.4. @throws TokenRefused with {@code authorization_pending} until the person has decided */
    public Tokens redeem(Client client, String deviceCode) throws IOException {
        Tokens tokens = tokens(post(
                client,
                Map.of("grant_type", "urn:ietf:params:oauth:grant-type:device_code", "device_code", deviceCode)));
        if (tokens.refresh.isEmpty()) {
            // Without one, the consent would end with the first access token.
            throw new TokenRefused("no_refresh_token");
        }
        return tokens;
    }

    /**
     * RFC 7009 section 2.1. With a refresh token, what was given for it ends as well.
     *
     * @throws TokenRefused with {@code server_error} when it may be tried again
     */
    public void revoke(Client client, String refreshToken) throws IOException {
        // An answer of 200 may have any body, and also says that the token was good no more (section 2.2).
        Said answer = send(client, Map.of("token", refreshToken, "token_type_hint", "refresh_token"));
        if (answer.status != 200) {
            throw new TokenRefused(answer.status >= 500 ? "server_error" : "refused");
        }
    }

    private static boolean isPage(String address) {
        return address.length() <= LONGEST_PAGE && address.matches("https?://[^\\s\"'<>]+");
    }

    private static Tokens tokens(JsonNode answer) throws IOException {
        String access = answer.path("access_token").asString("");
        if (access.isEmpty()) {
            throw new TokenRefused("invalid_response");
        }
        return new Tokens(
                access,
                Optional.of(answer.path("refresh_token").asString("")).filter(token -> !token.isEmpty()),
                Duration.ofSeconds(answer.path("expires_in").asInt(USUAL_SECONDS)));
    }

    private static JsonNode post(Client client, Map<String, String> fields) throws IOException {
        Said answer = send(client, fields);
        try {
            JsonNode body = JSON.readTree(answer.body);
            if (answer.status != 200) {
                throw new TokenRefused(body.path("error").asString(answer.status >= 500 ? "server_error" : "refused"));
            }
            return body;
        } catch (JacksonException e) {
            throw new TokenRefused("invalid_response");
        }
    }

    private record Said(int status, String body) {}

    private static Said send(Client client, Map<String, String> fields) throws IOException {
        Map<String, String> all = new LinkedHashMap<>(fields);
        all.put("client_id", client.clientId);
        String form = all.entrySet().stream()
                .map(field -> field.getKey() + "=" + URLEncoder.encode(field.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(client.endpoint))
                .timeout(ANSWER)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .header("Accept", "application/json")
                .POST(BodyPublishers.ofString(form));
        if (!client.secret.isEmpty()) {
            request.header("Authorization", client.authorization());
        }
        HttpClient.Builder line = HttpClient.newBuilder().connectTimeout(ANSWER);
        client.trust.ifPresent(policy -> line.sslContext(policy.context()));
        try {
            HttpResponse<InputStream> answer = line.build().send(request.build(), BodyHandlers.ofInputStream());
            try (var ignored = Deadline.of(ANSWER, answer.body());
                    InputStream body = new Bounded(answer.body(), LONGEST_ANSWER)) {
                return new Said(answer.statusCode(), new String(body.readAllBytes(), StandardCharsets.UTF_8));
            }
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
    }
}
