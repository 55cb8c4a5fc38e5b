package inky.courier.signin;

import inky.courier.vault.Vault;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.session.web.http.CookieSerializer;
import org.springframework.session.web.http.DefaultCookieSerializer;
import org.springframework.stereotype.Component;

/**
 * The cookie of a desk's session: the session's id, signed by the vault's key. The id alone, as the database has it, opens
 * nothing.
 */
@Component
class SignedSessionCookie implements CookieSerializer {
    private final DefaultCookieSerializer plain = new DefaultCookieSerializer();
    private final Vault vault;

    SignedSessionCookie(Vault vault, @Value("${server.servlet.session.cookie.name}") String name) {
        this.vault = vault;
        plain.setCookieName(name);
        plain.setUseHttpOnlyCookie(true);
        plain.setSameSite("Strict");
    }

    @Override
    public void writeCookieValue(CookieValue value) {
        String id = value.getCookieValue();
        plain.writeCookieValue(
                new CookieValue(value.getRequest(), value.getResponse(), id.isEmpty() ? id : id + "." + seal(id)));
    }

    @Override
    public List<String> readCookieValues(jakarta.servlet.http.HttpServletRequest request) {
        return plain.readCookieValues(request).stream()
                .map(this::idOf)
                .flatMap(Optional::stream)
                .toList();
    }

    private Optional<String> idOf(String value) {
        int dot = value.lastIndexOf('.');
        if (dot < 0) {
            return Optional.empty();
        }
        String id = value.substring(0, dot);
        boolean ours = MessageDigest.isEqual(
                seal(id).getBytes(StandardCharsets.UTF_8),
                value.substring(dot + 1).getBytes(StandardCharsets.UTF_8));
        return ours ? Optional.of(id) : Optional.empty();
    }

    private String seal(String id) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(vault.index("session:" + id));
    }
}
