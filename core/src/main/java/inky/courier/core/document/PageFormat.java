package inky.courier.core.document;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PixelLimit;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** The forms in which a page is kept as it came; told by its first bytes, whatever it is said to be. */
public enum PageFormat {
    /** ISO/IEC 10918: what scanners send. */
    JPEG("image/jpeg") {
        @Override
        public PageRaster decode(byte[] page, Resolution resolution) throws IOException {
            return JpegPages.decode(page, resolution);
        }

        @Override
        public JpegPages.Extent extent(byte[] page) throws IOException {
            return JpegPages.extent(page);
        }
    },
    /** ISO/IEC 15948: what has no loss. */
    PNG("image/png") {
        @Override
        public PageRaster decode(byte[] page, Resolution resolution) throws IOException {
            return read(page, reader -> {
                checkedExtent(reader);
                return JpegPages.raster(reader.read(0), resolution);
            });
        }

        @Override
        public JpegPages.Extent extent(byte[] page) throws IOException {
            return read(page, PageFormat::checkedExtent);
        }
    };

    private final String mediaType;

    PageFormat(String mediaType) {
        this.mediaType = mediaType;
    }

    /** @throws IOException when it is in none of these */
    public static PageFormat of(byte[] page) throws IOException {
        if (page.length > 2 && page[0] == (byte) 0xff && page[1] == (byte) 0xd8) {
            return JPEG;
        }
        if (PngImage.begins(page)) {
            return PNG;
        }
        throw new IOException("the page is neither JPEG nor PNG");
    }

    /** A raster as it is kept without loss. */
    public static byte[] withoutLoss(PageRaster page) throws IOException {
        return PngImage.of(PageCoder.lossless(page, page.mediaSize(), LosslessRows.forPng(page)));
    }

    public String mediaType() {
        return mediaType;
    }

    /** @throws IOException when the bytes are damaged, or larger than any scanner's page */
    public abstract PageRaster decode(byte[] page, Resolution resolution) throws IOException;

    /** Width and height in pixels, without decoding it. @throws IOException as {@link #decode} */
    public abstract JpegPages.Extent extent(byte[] page) throws IOException;

    private static JpegPages.Extent checkedExtent(ImageReader reader) throws IOException {
        JpegPages.Extent extent = new JpegPages.Extent(reader.getWidth(0), reader.getHeight(0));
        PixelLimit.check(extent.width(), extent.height());
        return extent;
    }

    private interface Reading<T> {
        T read(ImageReader reader) throws IOException;
    }

    private static <T> T read(byte[] page, Reading<T> reading) throws IOException {
        ImageReader reader = ImageIO.getImageReadersByFormatName("png").next();
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(page))) {
            reader.setInput(in, true, true);
            return reading.read(reader);
        } catch (RuntimeException e) {
            // Decoders meet damage in many ways.
            throw new IOException("the page is not a readable PNG", e);
        } finally {
            reader.dispose();
        }
    }
}
