package inky.courier.web;

import java.util.Map;
import java.util.concurrent.Semaphore;
import java.util.function.Supplier;
import org.springframework.security.crypto.argon2.Argon2PasswordEncoder;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.DelegatingPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;

/**
 * Hashes of administrators' passwords: Argon2id (RFC 9106; parameters of the OWASP Password Storage Cheat Sheet), which takes
 * a password whole, where bcrypt reads only its first 72 bytes. Hashes by bcrypt, from before, are still understood and replaced
 * when their owner signs in. As many at once as there are cores, since each takes memory for itself.
 */
public final class Passwords implements PasswordEncoder {
    private static final String ARGON2 = "argon2";
    private static final int SALT_BYTES = 16;
    private static final int HASH_BYTES = 32;
    private static final int LANES = 1;
    private static final int MEMORY_KIB = 19 * 1024;
    private static final int PASSES = 2;

    private final DelegatingPasswordEncoder known;
    private final Semaphore places = new Semaphore(Runtime.getRuntime().availableProcessors(), true);

    public Passwords() {
        this(MEMORY_KIB, PASSES);
    }

    /** With another cost of a guess, for tests that guess nothing. */
    public Passwords(int memoryKib, int passes) {
        known = new DelegatingPasswordEncoder(
                ARGON2, Map.of(ARGON2, new Argon2PasswordEncoder(SALT_BYTES, HASH_BYTES, LANES, memoryKib, passes)));
        known.setDefaultPasswordEncoderForMatches(new BCryptPasswordEncoder());
    }

    @Override
    public String encode(CharSequence password) {
        return inTurn(() -> known.encode(password));
    }

    @Override
    public boolean matches(CharSequence password, String hash) {
        return inTurn(() -> known.matches(password, hash));
    }

    @Override
    public boolean upgradeEncoding(String hash) {
        return known.upgradeEncoding(hash);
    }

    private <T> T inTurn(Supplier<T> work) {
        places.acquireUninterruptibly();
        try {
            return work.get();
        } finally {
            places.release();
        }
    }
}
