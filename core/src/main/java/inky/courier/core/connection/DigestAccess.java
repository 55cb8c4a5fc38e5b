package inky.courier.core.connection;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * HTTP Digest sign-in: RFC 7616. Of what a server offers the strongest algorithm that Java has is taken, with quality of
 * protection {@code auth} where it is offered (section 3.4), else the form of before there was any (RFC 2069).
 */
public final class DigestAccess {
    private static final Pattern PARAMETER =
            Pattern.compile("([A-Za-z0-9_-]+)\\s*=\\s*(?:\"((?:[^\"\\\\]|\\\\.)*)\"|([^\\s,]+))");
    private static final List<String> KNOWN = List.of("SHA-512-256", "SHA-256", "MD5");

    private final Map<String, String> challenge;
    private final String account;
    private final String password;
    private int count;

    private DigestAccess(Map<String, String> challenge, String account, String password) {
        this.challenge = challenge;
        this.account = account;
        this.password = password;
    }

    /** @param challenges the values of WWW-Authenticate; empty when none is a Digest that can be answered */
    public static Optional<DigestAccess> answering(List<String> challenges, String account, String password) {
        return challenges.stream()
                .filter(value -> value.regionMatches(true, 0, "Digest ", 0, 7))
                .map(DigestAccess::parameters)
                .filter(found -> found.containsKey("nonce") && strength(found) >= 0)
                .min(Comparator.comparing(DigestAccess::strength))
                .map(found -> new DigestAccess(found, account, password));
    }

    private static Map<String, String> parameters(String value) {
        Map<String, String> found = new TreeMap<>(String.CASE_INSENSITIVE_ORDER);
        Matcher matcher = PARAMETER.matcher(value.substring(7));
        while (matcher.find()) {
            String quoted = matcher.group(2);
            found.put(matcher.group(1), quoted == null ? matcher.group(3) : quoted.replaceAll("\\\\(.)", "$1"));
        }
        return found;
    }

    private static int strength(Map<String, String> challenge) {
        return KNOWN.indexOf(algorithm(challenge).replaceFirst("(?i)-sess$", ""));
    }

    private static String algorithm(Map<String, String> challenge) {
        return challenge.getOrDefault("algorithm", "MD5").toUpperCase(java.util.Locale.ROOT);
    }

    /**
     * The value of Authorization for one request.
     *
     * @param target path and query as sent
     * @param clientNonce random, a new one for each request
     */
    public synchronized String authorization(String method, String target, String clientNonce) {
        count++;
        String realm = challenge.getOrDefault("realm", "");
        String nonce = challenge.getOrDefault("nonce", "");
        String counted = String.format(java.util.Locale.ROOT, "%08x", count);
        boolean auth = Arrays.asList(challenge.getOrDefault("qop", "").split("\\s*,\\s*"))
                .contains("auth");
        String secret = hash(account + ":" + realm + ":" + password);
        if (algorithm(challenge).endsWith("-SESS")) {
            secret = hash(secret + ":" + nonce + ":" + clientNonce);
        }
        String request = hash(method + ":" + target);
        String response = auth
                ? hash(secret + ":" + nonce + ":" + counted + ":" + clientNonce + ":auth:" + request)
                : hash(secret + ":" + nonce + ":" + request);
        StringBuilder value = new StringBuilder("Digest ")
                .append("username=\"" + quoted(account) + "\", realm=\"" + quoted(realm) + "\", nonce=\"")
                .append(quoted(nonce) + "\", uri=\"" + target + "\", response=\"" + response + "\"");
        if (challenge.containsKey("algorithm")) {
            value.append(", algorithm=").append(challenge.get("algorithm"));
        }
        if (challenge.containsKey("opaque")) {
            value.append(", opaque=\"").append(quoted(challenge.get("opaque"))).append('"');
        }
        if (auth) {
            value.append(", qop=auth, nc=")
                    .append(counted)
                    .append(", cnonce=\"")
                    .append(clientNonce)
                    .append('"');
        } else if (algorithm(challenge).endsWith("-SESS")) {
            value.append(", cnonce=\"").append(clientNonce).append('"');
        }
        return value.toString();
    }

    private static String quoted(String text) {
        return text.replace("\\", "\\\\").replace("\"", "\\\"");
    }

    private String hash(String text) {
        String name = algorithm(challenge).replaceFirst("-SESS$", "");
        try {
            MessageDigest digest = MessageDigest.getInstance(name.equals("SHA-512-256") ? "SHA-512/256" : name);
            return HexFormat.of().formatHex(digest.digest(text.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
