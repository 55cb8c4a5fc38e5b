package inky.courier.core.document;

import java.io.ByteArrayOutputStream;

/** The adaptive arithmetic coder of bits, ITU-T T.88 (08/2018), annex E, with the procedures of its figures. */
final class ArithmeticCoder {
    /** Table E.1: for each state the share of the less probable bit, in 2 to the -16, and the states after either bit. */
    private static final int[] SHARE = {
        0x5601, 0x3401, 0x1801, 0x0AC1, 0x0521, 0x0221, 0x5601, 0x5401, 0x4801, 0x3801, 0x3001, 0x2401, 0x1C01, 0x1601,
        0x5601, 0x5401, 0x5101, 0x4801, 0x3801, 0x3401, 0x3001, 0x2801, 0x2401, 0x2201, 0x1C01, 0x1801, 0x1601, 0x1401,
        0x1201, 0x1101, 0x0AC1, 0x09C1, 0x08A1, 0x0521, 0x0441, 0x02A1, 0x0221, 0x0141, 0x0111, 0x0085, 0x0049, 0x0025,
        0x0015, 0x0009, 0x0005, 0x0001, 0x5601
    };

    private static final int[] AFTER_PROBABLE = {
        1, 2, 3, 4, 5, 38, 7, 8, 9, 10, 11, 12, 13, 29, 15, 16, 17, 18, 19, 20, 21, 22, 23, 24, 25, 26, 27, 28, 29, 30,
        31, 32, 33, 34, 35, 36, 37, 38, 39, 40, 41, 42, 43, 44, 45, 45, 46
    };

    private static final int[] AFTER_OTHER = {
        1, 6, 9, 12, 29, 33, 6, 14, 14, 14, 17, 18, 20, 21, 14, 14, 15, 16, 17, 18, 19, 19, 20, 21, 22, 23, 24, 25, 26,
        27, 28, 29, 30, 31, 32, 33, 34, 35, 36, 37, 38, 39, 40, 41, 42, 43, 46
    };

    /** States in which the less probable bit becomes the other one. */
    private static final long SWITCHES = 1L << 0 | 1L << 6 | 1L << 14;

    /** Of each context the state, times two, and the more probable bit. */
    private final byte[] contexts;

    private final ByteArrayOutputStream coded = new ByteArrayOutputStream();

    /** The byte that a carry can still reach; none has been begun at first. */
    private int pending = -1;

    private int interval = 0x8000;
    private long code;
    private int shifts = 12;

    /** @param contexts how many there are, each with a memory of its own */
    ArithmeticCoder(int contexts) {
        this.contexts = new byte[contexts];
    }

    void code(int context, int bit) {
        int memory = contexts[context];
        int state = memory >> 1;
        int share = SHARE[state];
        interval -= share;
        if ((memory & 1) == bit) {
            if ((interval & 0x8000) != 0) {
                code += share;
                return;
            }
            if (interval < share) {
                interval = share;
            } else {
                code += share;
            }
            contexts[context] = (byte) (AFTER_PROBABLE[state] << 1 | bit);
        } else {
            if (interval < share) {
                code += share;
            } else {
                interval = share;
            }
            boolean switches = (SWITCHES >> state & 1) == 1;
            contexts[context] = (byte) (AFTER_OTHER[state] << 1 | (switches ? bit : memory & 1));
        }
        do {
            interval <<= 1;
            code <<= 1;
            if (--shifts == 0) {
                putByte();
            }
        } while ((interval & 0x8000) == 0);
    }

    /** Figure E.9. */
    private void putByte() {
        if (pending != 0xff && code >= 0x8000000L) {
            pending++;
            code &= 0x7ffffffL;
        }
        boolean stuffed = pending == 0xff;
        if (pending >= 0) {
            coded.write(pending);
        }
        // After a byte of ones the next has a bit of its own for the carry.
        pending = (int) (code >> (stuffed ? 20 : 19));
        code &= stuffed ? 0xfffffL : 0x7ffffL;
        shifts = stuffed ? 7 : 8;
    }

    /** Figure E.11; the coder cannot be used afterwards. */
    byte[] finish() {
        long end = code + interval;
        code |= 0xffff;
        code -= code >= end ? 0x8000 : 0;
        code <<= shifts;
        putByte();
        code <<= shifts;
        putByte();
        if (pending != 0xff) {
            coded.write(pending);
        }
        coded.write(0xff);
        coded.write(0xac);
        return coded.toByteArray();
    }
}
