package inky.courier.core.document;

import inky.courier.core.page.PageRaster;
import java.io.ByteArrayOutputStream;
import java.util.zip.Deflater;

/**
 * A page's samples without loss: row by row, as differences to what stands beside or above, deflated (RFC 1950), as PNG or
 * TIFF hold them.
 */
final class LosslessRows {
    private static final byte UP = 2;

    /** For PNG, a file for each page; the next takes half as long again for a page that is a fifteenth smaller. */
    private static final int QUICK = 2;

    private final Deflater deflater;
    private final ByteArrayOutputStream coded;
    private final byte[] block = new byte[1 << 16];

    private LosslessRows(int level, int samples) {
        this.deflater = new Deflater(level);
        this.coded = new ByteArrayOutputStream(Math.max(block.length, samples / 4));
    }

    /**
     * What PNG's IDAT holds: each row as differences to the one above (ISO/IEC 15948 clause 9, filter 2). On scans that is
     * smaller than choosing a filter for each row by the standard's rule of thumb, and takes a fraction of the time.
     */
    static byte[] forPng(PageRaster page) {
        byte[] samples = page.samples();
        int length = page.width() * page.channels();
        byte[] row = new byte[1 + length];
        LosslessRows rows = new LosslessRows(QUICK, samples.length);
        System.arraycopy(samples, 0, row, 1, length);
        rows.add(row);
        row[0] = UP;
        for (int at = length; at < samples.length; at += length) {
            for (int i = 0; i < length; i++) {
                row[i + 1] = (byte) (samples[at + i] - samples[at + i - length]);
            }
            rows.add(row);
        }
        return rows.finished();
    }

    /** The same of one bit a pixel, for which filters are of no use. */
    static byte[] forPng(byte[] packed, int height) {
        byte[] row = new byte[1 + packed.length / height];
        LosslessRows rows = new LosslessRows(Deflater.DEFAULT_COMPRESSION, packed.length);
        for (int y = 0; y < height; y++) {
            System.arraycopy(packed, y * (row.length - 1), row, 1, row.length - 1);
            rows.add(row);
        }
        return rows.finished();
    }

    /** A strip of the whole page with the horizontal predictor (TIFF 6.0, section 14). */
    static byte[] forTiff(PageRaster page) {
        int n = page.channels();
        byte[] samples = page.samples();
        byte[] row = new byte[page.width() * n];
        LosslessRows rows = new LosslessRows(Deflater.DEFAULT_COMPRESSION, samples.length);
        for (int y = 0; y < page.height(); y++) {
            int at = y * row.length;
            System.arraycopy(samples, at, row, 0, n);
            for (int i = n; i < row.length; i++) {
                row[i] = (byte) (samples[at + i] - samples[at + i - n]);
            }
            rows.add(row);
        }
        return rows.finished();
    }

    private void add(byte[] row) {
        deflater.setInput(row);
        while (!deflater.needsInput()) {
            coded.write(block, 0, deflater.deflate(block));
        }
    }

    private byte[] finished() {
        deflater.finish();
        while (!deflater.finished()) {
            coded.write(block, 0, deflater.deflate(block));
        }
        deflater.end();
        return coded.toByteArray();
    }
}
