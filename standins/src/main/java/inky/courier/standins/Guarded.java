package inky.courier.standins;

import com.sun.net.httpserver.Filter;
import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Base64;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Lets nobody in who does not sign in: HTTP Basic (RFC 7617) or Digest with SHA-256 (RFC 7616). */
final class Guarded extends Filter {
    private static final String REALM = "device";
    private static final Pattern PARAMETER = Pattern.compile("(\\w+)=(?:\"([^\"]*)\"|([^,\\s]+))");

    private final StandInDevice.SignIn wanted;
    private final String nonce = UUID.randomUUID().toString();

    Guarded(StandInDevice.SignIn wanted) {
        this.wanted = wanted;
    }

    @Override
    public String description() {
        return "asks for the administrator's account";
    }

    @Override
    public void doFilter(HttpExchange exchange, Chain chain) throws IOException {
        String said = Optional.ofNullable(exchange.getRequestHeaders().getFirst("Authorization"))
                .orElse("");
        if (wanted.digest() ? digest(said, exchange) : said.equals(basic())) {
            chain.doFilter(exchange);
            return;
        }
        try (exchange) {
            exchange.getRequestBody().readAllBytes();
            exchange.getResponseHeaders()
                    .set(
                            "WWW-Authenticate",
                            wanted.digest()
                                    ? "Digest realm=\"" + REALM + "\", qop=\"auth\", algorithm=SHA-256, nonce=\""
                                            + nonce + "\""
                                    : "Basic realm=\"" + REALM + "\"");
            exchange.sendResponseHeaders(401, -1);
        }
    }

    private String basic() {
        String pair = wanted.account() + ":" + wanted.password();
        return "Basic " + Base64.getEncoder().encodeToString(pair.getBytes(StandardCharsets.UTF_8));
    }

    private boolean digest(String said, HttpExchange exchange) {
        Map<String, String> given = new HashMap<>();
        Matcher matcher = PARAMETER.matcher(said.replaceFirst("(?i)^digest ", ""));
        while (matcher.find()) {
            given.put(matcher.group(1), matcher.group(2) == null ? matcher.group(3) : matcher.group(2));
        }
        String secret = hash(wanted.account() + ":" + REALM + ":" + wanted.password());
        String request = hash(
                exchange.getRequestMethod() + ":" + exchange.getRequestURI().getRawPath());
        String due = hash(String.join(
                ":", secret, nonce, given.getOrDefault("nc", ""), given.getOrDefault("cnonce", ""), "auth", request));
        return nonce.equals(given.get("nonce")) && due.equals(given.get("response"));
    }

    private static String hash(String text) {
        try {
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
