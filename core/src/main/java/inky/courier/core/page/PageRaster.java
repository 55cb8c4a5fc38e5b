package inky.courier.core.page;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;

/**
 * The samples of one page side, top row first.
 *
 * @param width pixels
 * @param height pixels
 * @param channels 1 for grey (0 black to 255 white), 3 for sRGB in the order red, green, blue
 * @param samples {@code width * height * channels} bytes, unsigned; not copied, so the caller hands it over
 */
@SuppressWarnings("ArrayRecordComponent")
public record PageRaster(int width, int height, int channels, Resolution resolution, byte[] samples) {
    public PageRaster {
        if (channels != 1 && channels != 3) {
            throw new IllegalArgumentException("1 or 3 channels, not " + channels);
        }
        if (samples.length != width * height * channels) {
            throw new IllegalArgumentException("samples do not fill " + width + " x " + height + " x " + channels);
        }
    }

    /**
     * Black and white as grey samples.
     *
     * @param size whose extent and resolution it has
     * @param packed one bit a pixel, rows padded to bytes, 1 for paper
     */
    public static PageRaster ofPacked(PageRaster size, byte[] packed) {
        int stride = (size.width + 7) / 8;
        byte[] samples = new byte[size.width * size.height];
        for (int y = 0; y < size.height; y++) {
            for (int x = 0; x < size.width; x++) {
                boolean paper = (packed[y * stride + (x >> 3)] & 0x80 >> (x & 7)) != 0;
                samples[y * size.width + x] = (byte) (paper ? 255 : 0);
            }
        }
        return new PageRaster(size.width, size.height, 1, size.resolution, samples);
    }

    public boolean isGrey() {
        return channels == 1;
    }

    /** The paper size that the raster shows, by its pixels and resolution. */
    public MediaSize mediaSize() {
        return MediaSizes.snap(resolution.hundredthsOfMm(width), resolution.hundredthsOfMm(height));
    }

    /** The page in grey by the luma weights of ITU-R BT.601, the ones that JPEG (JFIF) uses. */
    public PageRaster toGrey() {
        if (isGrey()) {
            return this;
        }
        byte[] grey = new byte[width * height];
        for (int i = 0, s = 0; i < grey.length; i++, s += 3) {
            grey[i] = luma(samples, s);
        }
        return new PageRaster(width, height, 1, resolution, grey);
    }

    /** The grey values of a part of the page, row by row. */
    public byte[] greyOf(Box part) {
        byte[] grey = new byte[part.width() * part.height()];
        for (int y = 0, at = 0; y < part.height(); y++) {
            int s = ((part.y() + y) * width + part.x()) * channels;
            for (int x = 0; x < part.width(); x++, at++, s += channels) {
                grey[at] = isGrey() ? samples[s] : luma(samples, s);
            }
        }
        return grey;
    }

    private static byte luma(byte[] samples, int s) {
        int red = samples[s] & 0xff;
        int green = samples[s + 1] & 0xff;
        int blue = samples[s + 2] & 0xff;
        return (byte) ((red * 19595 + green * 38470 + blue * 7471 + 32768) >> 16);
    }

    /** How many pixels have each grey value; 256 counts. */
    public int[] histogram() {
        int[] counts = new int[256];
        for (byte sample : toGrey().samples) {
            counts[sample & 0xff]++;
        }
        return counts;
    }
}
