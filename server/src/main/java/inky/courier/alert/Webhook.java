package inky.courier.alert;

import inky.courier.core.message.Message;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.time.Duration;
import java.time.Instant;
import java.util.Base64;
import java.util.Optional;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import javax.net.ssl.SSLException;
import org.springframework.stereotype.Component;

/**
 * Tells another program, by a POST that it can check: Standard Webhooks 1.0 (from memory), the headers {@code webhook-id},
 * {@code webhook-timestamp} and {@code webhook-signature} with HMAC-SHA-256 over the three parts of the message.
 */
@Component
class Webhook {
    private static final Duration PATIENCE = Duration.ofSeconds(10);
    private static final String ENCODED = "whsec_";
    private static final String MAC = "HmacSHA256";

    private final HttpClient http = HttpClient.newBuilder()
            .connectTimeout(PATIENCE)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();

    /**
     * @param secret as it was entered: as it is, or after {@code whsec_} in Base64
     * @return what went wrong; empty where it was taken
     */
    Optional<Message> post(String address, String id, String body, String secret, Instant now) {
        long timestamp = now.getEpochSecond();
        try {
            HttpRequest request = HttpRequest.newBuilder(URI.create(address))
                    .timeout(PATIENCE)
                    .header("Content-Type", "application/json")
                    .header("webhook-id", id)
                    .header("webhook-timestamp", Long.toString(timestamp))
                    .header("webhook-signature", "v1," + signature(id, timestamp, body, secret))
                    .POST(HttpRequest.BodyPublishers.ofString(body))
                    .build();
            int status =
                    http.send(request, HttpResponse.BodyHandlers.discarding()).statusCode();
            return status >= 200 && status < 300
                    ? Optional.empty()
                    : Optional.of(Message.of("alert.webhook.status").with("status", Integer.toString(status)));
        } catch (SSLException e) {
            return Optional.of(Message.of("alert.webhook.tls"));
        } catch (HttpTimeoutException e) {
            return Optional.of(Message.of("alert.webhook.slow"));
        } catch (IOException e) {
            return Optional.of(Message.of("alert.webhook.away"));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return Optional.of(Message.of("alert.webhook.away"));
        }
    }

    static String signature(String id, long timestamp, String body, String secret) {
        try {
            Mac mac = Mac.getInstance(MAC);
            mac.init(new SecretKeySpec(key(secret), MAC));
            byte[] signed = mac.doFinal((id + "." + timestamp + "." + body).getBytes(StandardCharsets.UTF_8));
            return Base64.getEncoder().encodeToString(signed);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    private static byte[] key(String secret) {
        if (secret.startsWith(ENCODED)) {
            try {
                return Base64.getDecoder().decode(secret.substring(ENCODED.length()));
            } catch (IllegalArgumentException e) {
                // No Base64: taken as it is.
                return secret.getBytes(StandardCharsets.UTF_8);
            }
        }
        return secret.getBytes(StandardCharsets.UTF_8);
    }
}
