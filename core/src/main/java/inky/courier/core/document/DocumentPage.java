package inky.courier.core.document;

import inky.courier.core.media.MediaSize;
import inky.courier.core.page.PageRaster;

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

    /** Colour or grey, as a whole JPEG stream. */
    record Jpeg(int width, int height, int dpi, MediaSize media, boolean grey, byte[] jpeg) implements DocumentPage {}

    /** Black and white, coded by ITU-T T.6; 1 is paper. */
    record Fax(int width, int height, int dpi, MediaSize media, byte[] coded) implements DocumentPage {}

    /** Samples as they are, for files without loss. */
    record Plain(PageRaster raster, MediaSize media) implements DocumentPage {
        @Override
        public int width() {
            return raster.width();
        }

        @Override
        public int height() {
            return raster.height();
        }

        @Override
        public int dpi() {
            return raster.resolution().dpi();
        }
    }

    /** The layers of a light page, from the bottom up. */
    record Light(int width, int height, int dpi, MediaSize media, Layers layers) implements DocumentPage {}
}
