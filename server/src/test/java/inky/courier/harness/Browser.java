package inky.courier.harness;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpRequest.BodyPublisher;
import java.net.http.HttpRequest.BodyPublishers;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Map;
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

    /** Asks in a language. */
    public Answer get(String path, String language) {
        return send("GET", path, "application/json", BodyPublishers.noBody(), "", "Accept-Language", language);
    }

    public Answer post(String path, Object body) {
        return ask("POST", path, body);
    }

    public Answer put(String path, Object body) {
        return ask("PUT", path, body);
    }

    /** Puts what was looked at in a version. */
    public Answer put(String path, Object body, String version) {
        return send("PUT", path, "application/json", written(body), token(), "If-Match", version);
    }

    public Answer delete(String path) {
        return ask("DELETE", path, null);
    }

    public Answer ask(String method, String path, Object body) {
        return send(method, path, body, token());
    }

    private String token() {
        return cookies.getCookieStore().getCookies().stream()
                .filter(cookie -> cookie.getName().equals("XSRF-TOKEN"))
                .map(HttpCookie::getValue)
                .findFirst()
                .orElse("");
    }

    public Answer send(String method, String path, Object body, String token) {
        return send(method, path, "application/json", written(body), token);
    }

    private static BodyPublisher written(Object body) {
        return body == null ? BodyPublishers.noBody() : BodyPublishers.ofString(JSON.writeValueAsString(body));
    }

    /** Its cookies, for a second line of the same browser. */
    /** As a program asks that has a token and no cookies. */
    public static Answer asProgram(URI base, String token, String method, String path) {
        return new Browser(base)
                .send(
                        method,
                        path,
                        "application/json",
                        BodyPublishers.noBody(),
                        "",
                        "Authorization",
                        "Bearer " + token);
    }

    public CookieManager cookies() {
        return cookies;
    }

    public Answer raw(String method, String path, String type, BodyPublisher body) {
        return send(method, path, type, body, token());
    }

    /** Posts files as a form does (RFC 7578). @param files by their names */
    public Answer upload(String path, String field, Map<String, byte[]> files) {
        String boundary = "pages-of-a-rehearsal";
        ByteArrayOutputStream form = new ByteArrayOutputStream();
        files.forEach((name, bytes) -> {
            String head = "--" + boundary + "\r\nContent-Disposition: form-data; name=\"" + field + "\"; filename=\""
                    + name + "\"\r\nContent-Type: application/octet-stream\r\n\r\n";
            form.writeBytes(head.getBytes(StandardCharsets.UTF_8));
            form.writeBytes(bytes);
            form.writeBytes("\r\n".getBytes(StandardCharsets.UTF_8));
        });
        form.writeBytes(("--" + boundary + "--\r\n").getBytes(StandardCharsets.UTF_8));
        return send(
                "POST",
                path,
                "multipart/form-data; boundary=" + boundary,
                BodyPublishers.ofByteArray(form.toByteArray()),
                token());
    }

    private Answer send(String method, String path, String type, BodyPublisher body, String token, String... headers) {
        HttpRequest.Builder builder = HttpRequest.newBuilder(base.resolve(path))
                .header("X-XSRF-TOKEN", token)
                .timeout(PATIENCE)
                .header("Content-Type", type)
                .method(method, body);
        HttpRequest request =
                headers.length == 0 ? builder.build() : builder.headers(headers).build();
        try {
            HttpResponse<byte[]> response = http.send(request, HttpResponse.BodyHandlers.ofByteArray());
            String text = new String(response.body(), StandardCharsets.UTF_8);
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
