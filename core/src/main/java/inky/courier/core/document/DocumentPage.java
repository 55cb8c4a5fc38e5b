package inky.courier.core.document;

import inky.courier.core.media.MediaSize;

/**
 * A page ready to be written into a file, already coded where the file takes it coded.
 */
@SuppressWarnings("ArrayRecordComponent")
public sealed interface DocumentPage {
    /** Pixels. */
    int width();

    /** Pixels. */
    int height();

    int dpi();

    MediaSize media();

    /** Of what is coded. */
    long bytes();

    /** Colour or grey, as a whole JPEG stream. */
    record Jpeg(int width, int height, int dpi, MediaSize media, boolean grey, byte[] jpeg) implements DocumentPage {
        @Override
        public long bytes() {
            return jpeg.length;
        }
    }

    /** Black and white, coded by ITU-T T.6; 1 is paper. */
    record Fax(int width, int height, int dpi, MediaSize media, byte[] coded) implements DocumentPage {
        @Override
        public long bytes() {
            return coded.length;
        }
    }

    /**
     * Samples without loss.
     *
     * @param bits of a sample, 1 or 8; one bit is 1 for paper
     * @param rows as the file's format wants them, deflated
     */
    record Lossless(int width, int height, int dpi, MediaSize media, boolean grey, int bits, byte[] rows)
            implements DocumentPage {
        @Override
        public long bytes() {
            return rows.length;
        }
    }

    /** The layers of a light page, from the bottom up. */
    record Light(int width, int height, int dpi, MediaSize media, Layers layers) implements DocumentPage {
        @Override
        public long bytes() {
            return layers.bytes();
        }
    }
}
