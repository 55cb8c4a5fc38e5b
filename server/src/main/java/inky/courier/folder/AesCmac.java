package inky.courier.folder;

import com.hierynomus.security.Mac;
import com.hierynomus.security.SecurityException;
import java.security.GeneralSecurityException;
import javax.crypto.Cipher;
import javax.crypto.ShortBufferException;
import javax.crypto.spec.IvParameterSpec;
import javax.crypto.spec.SecretKeySpec;

/**
 * AES-CMAC (RFC 4493, NIST SP 800-38B) over the platform's own AES, which has the processor's instructions for it. SMB 3
 * signs every byte by it, and where it is computed in Java alone that takes longer than the line.
 */
final class AesCmac implements Mac {
    private static final int BLOCK = 16;
    private static final int AT_ONCE = 64 * 1024;

    /** What a multiplication by x in GF(2^128) takes away: RFC 4493 section 2.3. */
    private static final int R = 0x87;

    private final Cipher chain;
    private final byte[] last = new byte[BLOCK];
    private final byte[] chained = new byte[AT_ONCE];
    private byte[] keyForWhole = new byte[0];
    private byte[] keyForPart = new byte[0];
    private int held;

    AesCmac() {
        try {
            chain = Cipher.getInstance("AES/CBC/NoPadding");
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no AES", e);
        }
    }

    @Override
    public void init(byte[] key) throws SecurityException {
        try {
            chain.init(Cipher.ENCRYPT_MODE, new SecretKeySpec(key, "AES"), new IvParameterSpec(new byte[BLOCK]));
            keyForWhole = doubled(chain.doFinal(new byte[BLOCK]));
            keyForPart = doubled(keyForWhole);
            held = 0;
        } catch (GeneralSecurityException e) {
            throw new SecurityException(e);
        }
    }

    private static byte[] doubled(byte[] value) {
        byte[] doubled = new byte[BLOCK];
        int carry = 0;
        for (int i = BLOCK - 1; i >= 0; i--) {
            int shifted = (value[i] & 0xff) << 1 | carry;
            doubled[i] = (byte) shifted;
            carry = shifted >> 8;
        }
        if (carry != 0) {
            doubled[BLOCK - 1] ^= (byte) R;
        }
        return doubled;
    }

    @Override
    public void update(byte one) {
        update(new byte[] {one}, 0, 1);
    }

    @Override
    public void update(byte[] bytes) {
        update(bytes, 0, bytes.length);
    }

    /** The last block, whole or not, is kept back: it is not chained like the others. */
    @Override
    public void update(byte[] bytes, int offset, int length) {
        int fill = Math.min(length, BLOCK - held);
        System.arraycopy(bytes, offset, last, held, fill);
        held += fill;
        int left = length - fill;
        if (left == 0) {
            return;
        }
        chain(last, 0, BLOCK);
        int whole = (left - 1) / BLOCK * BLOCK;
        int at = offset + fill;
        for (int done = 0; done < whole; done += AT_ONCE) {
            chain(bytes, at + done, Math.min(AT_ONCE, whole - done));
        }
        held = left - whole;
        System.arraycopy(bytes, at + whole, last, 0, held);
    }

    private void chain(byte[] bytes, int offset, int length) {
        try {
            chain.update(bytes, offset, length, chained, 0);
        } catch (ShortBufferException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public byte[] doFinal() {
        byte[] key = held == BLOCK ? keyForWhole : keyForPart;
        if (held < BLOCK) {
            last[held] = (byte) 0x80;
            java.util.Arrays.fill(last, held + 1, BLOCK, (byte) 0);
        }
        for (int i = 0; i < BLOCK; i++) {
            last[i] ^= key[i];
        }
        held = 0;
        try {
            return chain.doFinal(last);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void reset() {
        held = 0;
        try {
            chain.doFinal();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
