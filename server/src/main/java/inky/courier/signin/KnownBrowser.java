package inky.courier.signin;

import inky.courier.vault.Vault;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.Base64;
import java.util.Optional;
import org.springframework.http.HttpHeaders;
import org.springframework.http.ResponseCookie;
import org.springframework.stereotype.Component;

/**
 * Marks browsers in which an account has signed in, by a cookie that only the vault's key can make. Their attempts are
 * counted apart, so that nobody who guesses elsewhere can lock an administrator out (OWASP, Slow Down Online SignInThrottle
 * Attacks with Device Cookies).
 */
@Component
class KnownBrowser {
    private static final String COOKIE = "courier-browser";
    private static final Duration KEPT = Duration.ofDays(365);
    private static final int MARK_BYTES = 16;

    private final Vault vault;
    private final SecureRandom random = new SecureRandom();

    KnownBrowser(Vault vault) {
        this.vault = vault;
    }

    /** The mark of a browser in which this account has signed in. */
    Optional<String> markOf(String login, HttpServletRequest request) {
        if (request.getCookies() != null) {
            for (Cookie cookie : request.getCookies()) {
                String[] parts = cookie.getValue().split("\\.", -1);
                if (cookie.getName().equals(COOKIE) && parts.length == 2 && isOurs(login, parts[0], parts[1])) {
                    return Optional.of(parts[0]);
                }
            }
        }
        return Optional.empty();
    }

    void mark(String login, HttpServletRequest request, HttpServletResponse response) {
        String mark = markOf(login, request).orElseGet(() -> {
            byte[] bytes = new byte[MARK_BYTES];
            random.nextBytes(bytes);
            return code(bytes);
        });
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(COOKIE, mark + "." + seal(login, mark))
                        .path("/api/session")
                        .httpOnly(true)
                        .sameSite("Strict")
                        .secure(request.isSecure())
                        .maxAge(KEPT)
                        .build()
                        .toString());
    }

    private boolean isOurs(String login, String mark, String seal) {
        return MessageDigest.isEqual(
                seal.getBytes(StandardCharsets.UTF_8), seal(login, mark).getBytes(StandardCharsets.UTF_8));
    }

    private String seal(String login, String mark) {
        return code(vault.index("browser:" + login + ":" + mark));
    }

    private static String code(byte[] bytes) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }
}
