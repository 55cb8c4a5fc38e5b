package inky.courier.signin;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.Invalid;
import inky.courier.core.access.Totp;
import inky.courier.vault.Vault;
import inky.courier.web.QrPicture;
import inky.courier.web.Refusal;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.OptionalLong;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Codes from an authenticator program beside the password (RFC 6238). */
@Component
class SecondFactor {
    private final AdministratorRepository administrators;
    private final Vault vault;
    private final SecurityLog log;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    SecondFactor(AdministratorRepository administrators, Vault vault, SecurityLog log, Clock clock) {
        this.administrators = administrators;
        this.vault = vault;
        this.log = log;
        this.clock = clock;
    }

    /**
     * A key that is not in use yet.
     *
     * @param key base 32, to be typed where no picture can be taken
     * @param sealed the same for {@link #confirm}, useless to anybody else
     */
    record Offer(String key, QrPicture qr, String sealed) {}

    Offer offer(String login) {
        byte[] key = new byte[Totp.KEY_BYTES];
        random.nextBytes(key);
        String text = Totp.base32(key);
        String label = URLEncoder.encode("Inky Courier:" + login, StandardCharsets.UTF_8)
                .replace("+", "%20");
        // The URI form that authenticator programs have in common; from memory.
        String uri = "otpauth://totp/" + label + "?secret=" + text + "&issuer=Inky%20Courier&digits=" + Totp.DIGITS
                + "&period=" + Totp.STEP_SECONDS;
        String sealed = java.util.Base64.getEncoder().encodeToString(vault.seal(key, context(login)));
        return new Offer(text, QrPicture.of(uri), sealed);
    }

    /** Takes the key into use. @throws Invalid when the code is not the key's */
    @Transactional
    void confirm(String login, String sealed, String code, Source source) {
        byte[] key;
        try {
            key = vault.open(java.util.Base64.getDecoder().decode(sealed), context(login));
        } catch (IllegalArgumentException | Vault.SealBroken e) {
            throw Invalid.of("second-factor.offer", "code");
        }
        OptionalLong step = Totp.stepOf(key, code, clock.instant().getEpochSecond(), 0);
        if (step.isEmpty()) {
            throw wrong("code");
        }
        Administrator account = administrators.findByLogin(login).orElseThrow();
        if (account.passwordHash == null) {
            throw Refusal.of(HttpStatus.CONFLICT, "account.of-provider");
        }
        account.totpKey = vault.seal(key, context(login));
        account.totpStep = step.getAsLong();
        administrators.save(account);
        log.note(SecurityLog.Event.SECOND_FACTOR_SET, login, Place.DESK, source.address(), "");
    }

    @Transactional
    void remove(String login, Source source) {
        Administrator account = administrators.findByLogin(login).orElseThrow();
        account.totpKey = null;
        administrators.save(account);
        log.note(SecurityLog.Event.SECOND_FACTOR_REMOVED, login, Place.DESK, source.address(), "");
    }

    /** Whether a code is right for an account that has a second factor; it is taken once. */
    @Transactional
    public boolean take(Administrator account, String code) {
        byte[] key = vault.open(account.totpKey, context(account.login));
        OptionalLong step = Totp.stepOf(key, code, clock.instant().getEpochSecond(), account.totpStep);
        if (step.isEmpty()) {
            return false;
        }
        // Of two requests with one code, one is right.
        return administrators.takeStep(account.id, step.getAsLong()) == 1;
    }

    static Invalid wrong(String field) {
        return Invalid.of("second-factor.wrong", field);
    }

    private static String context(String login) {
        return "second factor:" + login;
    }
}
