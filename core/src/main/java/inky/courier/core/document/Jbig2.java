package inky.courier.core.document;

import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;

/**
 * Coding of black and white by ITU-T T.88 (JBIG2): one generic region, without loss, as PDF embeds it (ISO 32000-1, 7.4.7).
 * Never by symbols, which can put one figure for another.
 */
public final class Jbig2 {
    private static final int PAGE_INFORMATION = 48;
    private static final int IMMEDIATE_LOSSLESS_GENERIC_REGION = 39;

    /** Template 0 and typical prediction, 7.4.6.2. */
    private static final int REGION_FLAGS = 0x08;

    /** Where the adaptive pixels usually are, 6.2.5.4: x and y of each. */
    private static final byte[] ADAPTIVE = {3, -1, -3, -1, 2, -2, -2, -2};

    /** Contexts of template 0, and the one that says that a row is as the last, figure 8. */
    private static final int CONTEXTS = 1 << 16;

    private static final int SAME_AS_LAST = 0x9b25;

    /** Pixels of paper before a row and after it, as far as the template reaches. */
    private static final int REACH = 4;

    private Jbig2() {}

    /** @param packed rows padded to whole bytes, 1 for paper */
    public static byte[] code(byte[] packed, int width, int height) {
        byte[] region = region(packed, width, height);
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(region.length + 80);
        try (DataOutputStream out = new DataOutputStream(bytes)) {
            segment(out, 0, PAGE_INFORMATION, 19);
            out.writeInt(width);
            out.writeInt(height);
            // Neither resolution nor stripes; without loss.
            out.writeLong(0);
            out.writeByte(1);
            out.writeShort(0);
            segment(out, 1, IMMEDIATE_LOSSLESS_GENERIC_REGION, 18 + ADAPTIVE.length + region.length);
            out.writeInt(width);
            out.writeInt(height);
            out.writeLong(0);
            out.writeByte(0);
            out.writeByte(REGION_FLAGS);
            out.write(ADAPTIVE);
            out.write(region);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    /** A segment's header, 7.2: it refers to none and belongs to page 1. */
    private static void segment(DataOutputStream out, int number, int type, int length) throws IOException {
        out.writeInt(number);
        out.writeByte(type);
        out.writeByte(0);
        out.writeByte(1);
        out.writeInt(length);
    }

    /** The generic region coding procedure, 6.2.5.7. */
    private static byte[] region(byte[] packed, int width, int height) {
        ArithmeticCoder coder = new ArithmeticCoder(CONTEXTS);
        byte[] last = new byte[width + 2 * REACH];
        byte[] above = last.clone();
        byte[] row = last.clone();
        boolean wasSame = false;
        for (int y = 0; y < height; y++) {
            unpack(packed, y * ((width + 7) / 8), width, row);
            boolean same = Arrays.equals(row, above);
            coder.code(SAME_AS_LAST, same == wasSame ? 0 : 1);
            wasSame = same;
            if (!same) {
                code(coder, last, above, row, width);
            }
            byte[] free = last;
            last = above;
            above = row;
            row = free;
        }
        return coder.finish();
    }

    private static void unpack(byte[] packed, int from, int width, byte[] row) {
        for (int x = 0; x < width; x++) {
            row[REACH + x] = (byte) (~packed[from + (x >> 3)] >> 7 - (x & 7) & 1);
        }
    }

    /** Each pixel in the context of the five around it two rows above, seven in the row above, and four before it. */
    private static void code(ArithmeticCoder coder, byte[] last, byte[] above, byte[] row, int width) {
        int far = last[REACH] << 1 | last[REACH + 1];
        int near = above[REACH] << 2 | above[REACH + 1] << 1 | above[REACH + 2];
        int before = 0;
        for (int x = REACH; x < width + REACH; x++) {
            far = (far << 1 | last[x + 2]) & 0x1f;
            near = (near << 1 | above[x + 3]) & 0x7f;
            coder.code(far << 11 | near << 4 | before, row[x]);
            before = (before << 1 | row[x]) & 0xf;
        }
    }
}
