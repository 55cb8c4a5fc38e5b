package inky.courier.core.document;

import inky.courier.core.media.MediaSize;

/**
 * A page ready to be written into a file, already coded.
 *
 * @param width pixels
 * @param height pixels
 */
@SuppressWarnings("ArrayRecordComponent")
public sealed interface DocumentPage {
    int width();

    int height();

    MediaSize media();

    /** Colour or grey, as a whole JPEG stream. */
    record Jpeg(int width, int height, MediaSize media, byte[] jpeg) implements DocumentPage {}

    /** Black and white, one bit a pixel, rows padded to bytes, 1 for paper. */
    record BlackAndWhite(int width, int height, MediaSize media, byte[] packed) implements DocumentPage {}
}
