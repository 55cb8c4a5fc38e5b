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
            int red = samples[s] & 0xff;
            int green = samples[s + 1] & 0xff;
            int blue = samples[s + 2] & 0xff;
            grey[i] = (byte) ((red * 19595 + green * 38470 + blue * 7471 + 32768) >> 16);
        }
        return new PageRaster(width, height, 1, resolution, grey);
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
