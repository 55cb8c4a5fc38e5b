package inky.courier.core.access;

import java.security.GeneralSecurityException;
import java.util.OptionalLong;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;

/**
 * Time-based one-time passwords, RFC 6238 over RFC 4226, with what authenticator programs have in common: HMAC-SHA-1, six digits,
 * steps of thirty seconds.
 */
public final class Totp {
    public static final int DIGITS = 6;
    public static final int STEP_SECONDS = 30;

    /** RFC 4226 section 4, R6: 160 bits are recommended. */
    public static final int KEY_BYTES = 20;

    /** RFC 6238 section 5.2: one step for the way it takes, and one as clocks drift. */
    private static final int STEPS_ASIDE = 1;

    private static final String BASE32 = "ABCDEFGHIJKLMNOPQRSTUVWXYZ234567";

    private Totp() {}

    /**
     * The code of a moment.
     *
     * @param algorithm of the MAC: HmacSHA1, HmacSHA256 or HmacSHA512
     * @param step number of the time step since 1970
     * @param digits 6 to 8
     */
    static String code(String algorithm, byte[] key, long step, int digits) {
        try {
            Mac mac = Mac.getInstance(algorithm);
            mac.init(new SecretKeySpec(key, algorithm));
            byte[] counter = new byte[Long.BYTES];
            for (int i = 0; i < Long.BYTES; i++) {
                counter[i] = (byte) (step >>> (Long.SIZE - Byte.SIZE * (i + 1)));
            }
            byte[] hash = mac.doFinal(counter);
            // RFC 4226 section 5.3: dynamic truncation
            int offset = hash[hash.length - 1] & 0xf;
            int binary = (hash[offset] & 0x7f) << 24
                    | (hash[offset + 1] & 0xff) << 16
                    | (hash[offset + 2] & 0xff) << 8
                    | hash[offset + 3] & 0xff;
            int modulo = (int) Math.pow(10, digits);
            return String.format("%0" + digits + "d", binary % modulo);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no " + algorithm, e);
        }
    }

    /**
     * The time step that a code belongs to.
     *
     * @param now seconds since 1970
     * @param lastStep the last one that was taken: a code is taken once (RFC 6238 section 5.2)
     * @return empty when it is not right, or not any more
     */
    public static OptionalLong stepOf(byte[] key, String code, long now, long lastStep) {
        String typed = code.replaceAll("\\s", "");
        long middle = now / STEP_SECONDS;
        OptionalLong found = OptionalLong.empty();
        for (long step = middle - STEPS_ASIDE; step <= middle + STEPS_ASIDE; step++) {
            if (step > lastStep && code("HmacSHA1", key, step, DIGITS).equals(typed)) {
                found = OptionalLong.of(step);
            }
        }
        return found;
    }

    /** A key as people type it, base 32 of RFC 4648 without padding. */
    public static String base32(byte[] key) {
        StringBuilder text = new StringBuilder();
        int bits = 0;
        int held = 0;
        for (byte b : key) {
            held = held << Byte.SIZE | b & 0xff;
            bits += Byte.SIZE;
            while (bits >= 5) {
                bits -= 5;
                text.append(BASE32.charAt(held >>> bits & 31));
            }
            held &= (1 << bits) - 1;
        }
        return bits == 0
                ? text.toString()
                : text.append(BASE32.charAt(held << 5 - bits & 31)).toString();
    }
}
