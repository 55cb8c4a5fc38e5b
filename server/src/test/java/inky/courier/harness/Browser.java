package inky.courier.harness;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** A browser without a screen: keeps cookies and sends the token against cross-site requests. */
public final class Browser {
    /** A server that is out of memory may never answer. */
    private static final Duration PATIENCE = Duration.ofSeconds(90);

    private static final JsonMapper JSON = JsonMapper.builder().build();

    private final URI base;
    private final CookieManager cookies = new CookieManager();
    private final HttpClient http =
            HttpClient.newBuilder().cookieHandler(cookies).build();

    public Browser(URI base) {
        this.base = base;
        ask("GET", "/api/session", null);
    }

    /** An answer; its JSON is missing where there is none. */
    public record Answer(int status, JsonNode json, String text, HttpResponse<byte[]> response) {
        public String get(String field) {
            return json.path(field).asString();
        }

        /** This answer, if it was a success. */
        public Answer ok() {
            if (status >= 300) {
                throw new AssertionError(status + " " + text);
            }
            return this;
        }
    }

    public Answer get(String path) {
        return ask("GET", path, null);
    }

    public Answer post(String path, Object body) {
        return ask("POST", path, body);
    }

    public Answer put(String path, Object body) {
        return ask("PUT", path, body);
    }

    public Answer delete(String path) {
        return ask("DELETE", path, null);
    }

    public Answer ask(String method, String path, Object body) {
        String token = cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
        return send(method, path, body, token);
    }

    public Answer send(String method, String path, Object body, String token) {
        HttpRequest.Builder request = HttpRequest.newBuilder(base.resolve(path))
                .header("X-XSRF-TOKEN", token)
                .timeout(PATIENCE)
                .header("Content-Type", "application/json")
                .method(
                        method,
                        body == null
                                ? HttpRequest.BodyPublishers.noBody()
                                : HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body)));
        try {
            HttpResponse<byte[]> response = http.send(request.build(), HttpResponse.BodyHandlers.ofByteArray());
            String text = new String(response.body(), java.nio.charset.StandardCharsets.UTF_8);
            boolean json =
                    response.headers().firstValue("Content-Type").orElse("").contains("json");
            return new Answer(response.statusCode(), JSON.readTree(json ? text : "{}"), text, response);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(e);
        }
    }
}
