package inky.courier.connection;

import java.io.IOException;
import java.net.URI;
import java.net.URLEncoder;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.net.http.HttpResponse.BodyHandlers;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Talks to the token endpoints of OAuth 2 (RFC 6749). */
@Component
public class AccessTokens {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    private static final Duration ANSWER = Duration.ofSeconds(20);
    private static final int USUAL_SECONDS = 3600;

    /** @param refresh empty when the old one stays good */
    public record Tokens(String access, Optional<String> refresh, Duration lasts) {
        @Override
        public String toString() {
            return "Tokens[" + lasts + "]";
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
    public Tokens refresh(String endpoint, String clientId, String refreshToken) throws IOException {
        return tokens(post(
                endpoint, Map.of("grant_type", "refresh_token", "refresh_token", refreshToken, "client_id", clientId)));
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

    private static JsonNode post(String endpoint, Map<String, String> fields) throws IOException {
        String form = fields.entrySet().stream()
                .map(field -> field.getKey() + "=" + URLEncoder.encode(field.getValue(), StandardCharsets.UTF_8))
                .collect(Collectors.joining("&"));
        HttpRequest request = HttpRequest.newBuilder(URI.create(endpoint))
                .timeout(ANSWER)
                .header("Content-Type", "application/x-www-form-urlencoded")
                .header("Accept", "application/json")
                .POST(BodyPublishers.ofString(form))
                .build();
        try {
            HttpResponse<String> answer =
                    HttpClient.newBuilder().connectTimeout(ANSWER).build().send(request, BodyHandlers.ofString());
            JsonNode body = JSON.readTree(answer.body());
            if (answer.statusCode() != 200) {
                throw new TokenRefused(
                        body.path("error").asString(answer.statusCode() >= 500 ? "server_error" : "refused"));
            }
            return body;
        } catch (JacksonException e) {
            throw new TokenRefused("invalid_response");
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
    }
}
