package inky.courier.vault;

import jakarta.annotation.Nullable;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.security.GeneralSecurityException;
import java.security.SecureRandom;
import java.util.Base64;
import java.util.concurrent.atomic.AtomicBoolean;
import javax.crypto.Cipher;
import javax.crypto.Mac;
import javax.crypto.spec.GCMParameterSpec;
import javax.crypto.spec.SecretKeySpec;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Seals what must not be readable in the database: AES-256-GCM (NIST SP 800-38D) under a key in a file outside it. Each
 * sealed value is bound to its context, so that one cannot be put in another's place.
 */
@Component
public class Vault {
    private static final Logger LOG = LoggerFactory.getLogger(Vault.class);
    private static final int NONCE_BYTES = 12;
    private static final int TAG_BITS = 128;
    private static final int KEY_BYTES = 32;

    /** After so many of so many bytes Java has compiled AES-GCM down to the processor's own instructions. */
    private static final int PRACTICE = 60_000;

    private static final int PRACTICE_BYTES = 512;
    private static final AtomicBoolean PRACTISED = new AtomicBoolean();

    private final SecureRandom random = new SecureRandom();
    private final SecretKeySpec key;
    private final SecretKeySpec indexKey;

    public Vault(@Value("${courier.key-file}") Path keyFile) throws IOException {
        byte[] bytes = readOrMake(keyFile);
        key = new SecretKeySpec(bytes, "AES");
        indexKey = new SecretKeySpec(
                hmac(new SecretKeySpec(bytes, "HmacSHA256"), "index".getBytes(StandardCharsets.UTF_8)), "HmacSHA256");
    }

    /**
     * Opens small values for a second, beside everything else. Java compiles by the number of calls, and contents come a
     * megabyte a call: without practice the first gigabyte after a start would be opened at a thirtieth of the speed.
     */
    @EventListener(ApplicationReadyEvent.class)
    void practise() {
        if (PRACTISED.getAndSet(true)) {
            return;
        }
        Thread thread = new Thread(
                () -> {
                    byte[] sealed = seal(new byte[PRACTICE_BYTES], "practice");
                    for (int i = 0; i < PRACTICE; i++) {
                        open(sealed, "practice");
                    }
                },
                "practice");
        thread.setDaemon(true);
        thread.setPriority(Thread.MIN_PRIORITY);
        thread.start();
    }

    /** @param context what the value is for; needed again to open it */
    public byte[] seal(byte[] plain, String context) {
        try {
            byte[] nonce = new byte[NONCE_BYTES];
            random.nextBytes(nonce);
            Cipher cipher = cipher(Cipher.ENCRYPT_MODE, nonce, context);
            byte[] sealed = cipher.doFinal(plain);
            return ByteBuffer.allocate(nonce.length + sealed.length)
                    .put(nonce)
                    .put(sealed)
                    .array();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no AES-GCM", e);
        }
    }

    /** @throws IllegalStateException when the value was changed, or sealed under another key or context */
    public byte[] open(byte[] sealed, String context) {
        try {
            byte[] nonce = java.util.Arrays.copyOf(sealed, NONCE_BYTES);
            return cipher(Cipher.DECRYPT_MODE, nonce, context)
                    .doFinal(sealed, NONCE_BYTES, sealed.length - NONCE_BYTES);
        } catch (GeneralSecurityException e) {
            throw new SealBroken(e);
        }
    }

    /** What was sealed is not what is there, or was sealed with another key or for another place. */
    public static final class SealBroken extends IllegalStateException {
        SealBroken(GeneralSecurityException e) {
            super("a sealed value cannot be opened; is the key file the right one?", e);
        }
    }

    public byte[] sealText(String text, String context) {
        return seal(text.getBytes(StandardCharsets.UTF_8), context);
    }

    /**
     * A secret that a form may change, sealed; null for none.
     *
     * @param kept sealed, what is there now
     * @param given null keeps it, an empty text takes it away
     */
    @Nullable
    public byte[] change(@Nullable byte[] kept, @Nullable String given, String context) {
        if (given == null) {
            return kept;
        }
        return given.isEmpty() ? null : sealText(given, context);
    }

    public String openText(byte[] sealed, String context) {
        return new String(open(sealed, context), StandardCharsets.UTF_8);
    }

    /** A keyed look-up value: the same text always gives the same, and nobody without the key can try texts out. */
    public byte[] index(String text) {
        return hmac(indexKey, text.getBytes(StandardCharsets.UTF_8));
    }

    private Cipher cipher(int mode, byte[] nonce, String context) throws GeneralSecurityException {
        Cipher cipher = Cipher.getInstance("AES/GCM/NoPadding");
        cipher.init(mode, key, new GCMParameterSpec(TAG_BITS, nonce));
        cipher.updateAAD(context.getBytes(StandardCharsets.UTF_8));
        return cipher;
    }

    private static byte[] hmac(SecretKeySpec key, byte[] message) {
        try {
            Mac mac = Mac.getInstance("HmacSHA256");
            mac.init(key);
            return mac.doFinal(message);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no HMAC-SHA-256", e);
        }
    }

    private byte[] readOrMake(Path file) throws IOException {
        if (Files.exists(file)) {
            byte[] bytes = Base64.getDecoder().decode(Files.readString(file).strip());
            if (bytes.length != KEY_BYTES) {
                throw new IOException("the key file " + file + " does not hold a key of 256 bits");
            }
            return bytes;
        }
        byte[] bytes = new byte[KEY_BYTES];
        random.nextBytes(bytes);
        Path folder = file.toAbsolutePath().getParent();
        Files.createDirectories(folder);
        Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(file, Base64.getEncoder().encodeToString(bytes));
        LOG.info("made a new key in {}; keep a copy: without it stored pages and passwords cannot be read", file);
        return bytes;
    }
}
