package inky.courier.core.page;

/** A field of cells that are ink or not, 64 to a word, so that long strokes are found by a few operations on words. */
final class Bits {
    final int width;
    final int height;
    private final int words;
    private final long[] cells;

    Bits(int width, int height) {
        this(width, height, new long[(width + 63) / 64 * height]);
    }

    private Bits(int width, int height, long[] cells) {
        this.width = width;
        this.height = height;
        this.words = (width + 63) / 64;
        this.cells = cells;
    }

    void set(int x, int y) {
        cells[y * words + (x >> 6)] |= 1L << x;
    }

    /** Whether a cell has ink; it has none after that. */
    boolean take(int x, int y) {
        int at = y * words + (x >> 6);
        boolean set = (cells[at] & 1L << x) != 0;
        cells[at] &= ~(1L << x);
        return set;
    }

    /** The first cell with ink of a row at or after a column; -1 when there is none. */
    int next(int x, int y) {
        for (int i = x >> 6; i < words; i++) {
            long word = cells[y * words + i] & (i == x >> 6 ? -1L << x : -1L);
            if (word != 0) {
                return i * 64 + Long.numberOfTrailingZeros(word);
            }
        }
        return -1;
    }

    Bits copy() {
        return new Bits(width, height, cells.clone());
    }

    /** Sets 64 cells or fewer at once. @param word the leftmost in the lowest bit */
    void setWord(int index, int y, long word) {
        cells[y * words + index] = word;
    }

    /** Cells with ink. */
    int count() {
        int count = 0;
        for (long word : cells) {
            count += Long.bitCount(word);
        }
        return count;
    }

    /** Cells with ink of a row, from left to before right. */
    int count(int y, int left, int right) {
        int first = left >> 6;
        int last = (right - 1) >> 6;
        int count = 0;
        for (int i = first; i <= last; i++) {
            long word = cells[y * words + i];
            word &= i == first ? -1L << left : -1L;
            word &= i == last ? -1L >>> 63 - (right - 1 & 63) : -1L;
            count += Long.bitCount(word);
        }
        return count;
    }

    /** Cells that differ from their right neighbour in every second row. */
    int edgesAlong() {
        int edges = 0;
        for (int y = 0; y < height - 1; y += 2) {
            for (int i = 0; i < words; i++) {
                edges += Long.bitCount((cells[y * words + i] ^ shifted(cells, y * words, i, 1)) & within(i, 1));
            }
        }
        return edges;
    }

    /** Cells that differ from the one below in every second row. */
    int edgesDown() {
        int edges = 0;
        for (int y = 0; y < height - 1; y += 2) {
            for (int i = 0; i < words; i++) {
                int at = y * words + i;
                edges += Long.bitCount((cells[at] ^ cells[at + words]) & within(i, 1));
            }
        }
        return edges;
    }

    /** A quarter turn clockwise. */
    Bits turned() {
        Bits turned = new Bits(height, width);
        for (int y = 0; y < height; y++) {
            for (int i = 0; i < words; i++) {
                for (long word = cells[y * words + i]; word != 0; word &= word - 1) {
                    turned.set(height - 1 - y, i * 64 + Long.numberOfTrailingZeros(word));
                }
            }
        }
        return turned;
    }

    /**
     * Takes straight strokes longer than a length away; one that steps to the neighbouring line, as a rule not quite level
     * does, is still one stroke.
     */
    void removeStrokes(int longest) {
        long[] rules = new long[cells.length];
        markLevel(rules, longest + 1);
        markUpright(rules, longest + 1);
        for (int i = 0; i < cells.length; i++) {
            cells[i] &= ~rules[i];
        }
    }

    private void markLevel(long[] rules, int length) {
        long[] row = new long[words];
        for (int y = 0; y < height; y++) {
            int below = y + 1 < height ? words : 0;
            for (int i = 0; i < words; i++) {
                row[i] = cells[y * words + i] | cells[y * words + below + i];
            }
            // What is left after wearing away has a full length to its right; growing gives that length back.
            for (int worn = 1; worn < length; ) {
                int step = Math.min(worn, length - worn);
                for (int i = 0; i < words; i++) {
                    row[i] &= shifted(row, 0, i, step);
                }
                worn += step;
            }
            for (int grown = 1; grown < length; ) {
                int step = Math.min(grown, length - grown);
                for (int i = words - 1; i >= 0; i--) {
                    row[i] |= row[i] << step | (i > 0 ? row[i - 1] >>> 64 - step : 0);
                }
                grown += step;
            }
            for (int i = 0; i < words; i++) {
                rules[y * words + i] |= row[i];
                rules[y * words + below + i] |= row[i];
            }
        }
    }

    /** The same down the page, a whole row of cells at a time. */
    private void markUpright(long[] rules, int length) {
        long[] worn = new long[cells.length];
        for (int y = 0; y < height; y++) {
            for (int i = 0; i < words; i++) {
                int at = y * words + i;
                worn[at] = (cells[at] | shifted(cells, y * words, i, 1)) & within(i, 1);
            }
        }
        for (int done = 1; done < length; ) {
            int step = Math.min(done, length - done);
            for (int at = 0; at < worn.length; at++) {
                int below = at + step * words;
                worn[at] &= below < worn.length ? worn[below] : 0;
            }
            done += step;
        }
        for (int done = 1; done < length; ) {
            int step = Math.min(done, length - done);
            for (int at = worn.length - 1; at >= step * words; at--) {
                worn[at] |= worn[at - step * words];
            }
            done += step;
        }
        for (int y = 0; y < height; y++) {
            for (int i = 0; i < words; i++) {
                int at = y * words + i;
                rules[at] |= worn[at] | worn[at] << 1 | (i > 0 ? worn[at - 1] >>> 63 : 0);
            }
        }
    }

    /** A word with every cell's neighbour {@code step} to the right in its place; 1 to 63. */
    private long shifted(long[] from, int row, int i, int step) {
        return from[row + i] >>> step | (i + 1 < words ? from[row + i + 1] << 64 - step : 0);
    }

    /** The cells of a word that have a neighbour so far to the right. */
    private long within(int i, int step) {
        int left = width - step - i * 64;
        return left >= 64 ? -1L : left <= 0 ? 0 : -1L >>> 64 - left;
    }
}
