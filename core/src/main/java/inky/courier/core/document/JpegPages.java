package inky.courier.core.document;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PixelLimit;
import inky.courier.core.tidy.Resample;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageReadParam;
import javax.imageio.ImageReader;
import javax.imageio.ImageTypeSpecifier;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageInputStream;
import javax.imageio.stream.MemoryCacheImageOutputStream;

/** Rasters from and to JPEG (ISO/IEC 10918), one page at a time. */
public final class JpegPages {
    private static final byte START_OF_SCAN = (byte) 0xda;
    private static final byte END_OF_IMAGE = (byte) 0xd9;

    private JpegPages() {}

    /** Width and height of a JPEG in pixels, read from its head alone. */
    public record Extent(int width, int height) {}

    /** @throws IOException when the bytes are no JPEG or are larger than any scanner's page */
    public static Extent extent(byte[] jpeg) throws IOException {
        int frame = frame(jpeg);
        return checked(number(jpeg, frame + 7), number(jpeg, frame + 5));
    }

    /**
     * Decodes a whole page.
     *
     * @throws IOException when the bytes are no JPEG
     */
    public static PageRaster decode(byte[] jpeg, Resolution resolution) throws IOException {
        BufferedImage image = withReader(jpeg, reader -> {
            extentOf(reader);
            return reader.read(0);
        });
        return raster(image, resolution);
    }

    /** A small picture of the page, decoded at a fraction of its size; at most {@code maxWidth} pixels wide. */
    public static byte[] thumbnail(byte[] jpeg, int maxWidth) throws IOException {
        BufferedImage small = withReader(jpeg, reader -> {
            int step = Math.max(1, extentOf(reader).width() / (maxWidth * 2));
            ImageReadParam param = reader.getDefaultReadParam();
            param.setSourceSubsampling(step, step, 0, 0);
            return reader.read(0, param);
        });
        int width = Math.min(maxWidth, small.getWidth());
        int height = Math.max(1, (int) Math.round((double) small.getHeight() * width / small.getWidth()));
        BufferedImage scaled = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        var graphics = scaled.createGraphics();
        graphics.setRenderingHint(
                java.awt.RenderingHints.KEY_INTERPOLATION, java.awt.RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        graphics.drawImage(small, 0, 0, width, height, null);
        graphics.dispose();
        return encode(scaled, 0.8f);
    }

    /** The same of a page that was decoded already. */
    public static byte[] thumbnail(PageRaster page, int maxWidth) throws IOException {
        int width = Math.min(maxWidth, page.width());
        int height = Math.max(1, (int) Math.round((double) page.height() * width / page.width()));
        PageRaster coarse = coarse(page, Math.max(1, page.width() / (maxWidth * 2)));
        return encode(Rasters.image(Resample.scaled(coarse, width, height, page.resolution())), 0.8f);
    }

    /** One pixel of each square of {@code step}, as the decoder takes them for a small picture. */
    private static PageRaster coarse(PageRaster page, int step) {
        int width = (page.width() + step - 1) / step;
        int height = (page.height() + step - 1) / step;
        int n = page.channels();
        byte[] samples = new byte[width * height * n];
        for (int y = 0, to = 0; y < height; y++) {
            int row = y * step * page.width() * n;
            for (int x = 0; x < width; x++) {
                for (int c = 0, from = row + x * step * n; c < n; c++) {
                    samples[to++] = page.samples()[from + c];
                }
            }
        }
        return new PageRaster(width, height, n, page.resolution(), samples);
    }

    /** @param quality 0 (smallest) to 1 (best); 0.75 is the customary scanner setting */
    public static byte[] encode(PageRaster page, float quality) throws IOException {
        return withDensity(
                encode(Rasters.image(page), quality), page.resolution().dpi());
    }

    /** Whether the coded page has a single component, by its frame header (ISO/IEC 10918-1, B.2.2). */
    public static boolean isGrey(byte[] jpeg) throws IOException {
        return jpeg[frame(jpeg) + 9] == 1;
    }

    /** Whether it is grey or YCbCr, which every reader takes; other colour spaces have to be coded anew. */
    public static boolean isUsual(byte[] jpeg) throws IOException {
        int components = jpeg[frame(jpeg) + 9];
        return components == 1 || components == 3;
    }

    /** Horizontal and vertical sampling of the first component. */
    static int[] sampling(byte[] jpeg) throws IOException {
        int factors = jpeg[frame(jpeg) + 11];
        return new int[] {factors >> 4 & 0xf, factors & 0xf};
    }

    /** The same JPEG with its resolution in the JFIF head, where it has one. */
    public static byte[] withDensity(byte[] jpeg, int dpi) {
        boolean jfif = jpeg.length > 20 && jpeg[3] == (byte) 0xe0 && jpeg[6] == 'J' && jpeg[7] == 'F';
        if (!jfif) {
            return jpeg;
        }
        byte[] marked = jpeg.clone();
        marked[13] = 1;
        marked[14] = marked[16] = (byte) (dpi >> 8);
        marked[15] = marked[17] = (byte) dpi;
        return marked;
    }

    /** Dots per inch as the file says; empty when it does not. */
    public static java.util.OptionalInt density(byte[] jpeg) {
        boolean jfif = jpeg.length > 20 && jpeg[3] == (byte) 0xe0 && jpeg[6] == 'J' && jpeg[7] == 'F';
        int value = jfif ? (jpeg[14] & 0xff) << 8 | jpeg[15] & 0xff : 0;
        if (value > 1 && jpeg[13] == 1) {
            return java.util.OptionalInt.of(value);
        }
        return value > 1 && jpeg[13] == 2
                ? java.util.OptionalInt.of((int) Math.round(value * 2.54))
                : java.util.OptionalInt.empty();
    }

    /** Where the frame header's marker stands. */
    private static int frame(byte[] jpeg) throws IOException {
        boolean begins = jpeg.length > 2 && jpeg[0] == (byte) 0xff && jpeg[1] == (byte) 0xd8;
        int at = begins ? 2 : jpeg.length;
        while (at + 12 < jpeg.length && jpeg[at] == (byte) 0xff) {
            int marker = jpeg[at + 1] & 0xff;
            boolean isFrame = marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc;
            if (isFrame) {
                return at;
            }
            at += 2 + number(jpeg, at + 2);
        }
        throw new IOException("the page is not a readable JPEG");
    }

    private static Extent extentOf(ImageReader reader) throws IOException {
        return checked(reader.getWidth(0), reader.getHeight(0));
    }

    private static int number(byte[] jpeg, int at) {
        return (jpeg[at] & 0xff) << 8 | jpeg[at + 1] & 0xff;
    }

    private static Extent checked(int width, int height) throws IOException {
        PixelLimit.check(width, height);
        return new Extent(width, height);
    }

    /** The samples of any image: grey stays grey, all else becomes red, green, blue on white. */
    public static PageRaster raster(BufferedImage image, Resolution resolution) {
        int width = image.getWidth();
        int height = image.getHeight();
        if (image.getType() == BufferedImage.TYPE_BYTE_GRAY) {
            byte[] grey = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
            return new PageRaster(width, height, 1, resolution, grey);
        }
        if (image.getType() == BufferedImage.TYPE_3BYTE_BGR) {
            byte[] samples = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
            for (int i = 0; i < samples.length; i += 3) {
                byte blue = samples[i];
                samples[i] = samples[i + 2];
                samples[i + 2] = blue;
            }
            return new PageRaster(width, height, 3, resolution, samples);
        }
        return image.getRaster().getNumBands() == 1 && image.getSampleModel().getSampleSize(0) == 16
                ? sixteenBits(image, resolution)
                : byColours(image, resolution);
    }

    private static PageRaster sixteenBits(BufferedImage image, Resolution resolution) {
        int width = image.getWidth();
        byte[] grey = new byte[width * image.getHeight()];
        int[] row = new int[width];
        for (int y = 0; y < image.getHeight(); y++) {
            image.getRaster().getSamples(0, y, width, 1, 0, row);
            for (int x = 0; x < width; x++) {
                grey[y * width + x] = (byte) (row[x] >> 8);
            }
        }
        return new PageRaster(width, image.getHeight(), 1, resolution, grey);
    }

    private static PageRaster byColours(BufferedImage image, Resolution resolution) {
        int width = image.getWidth();
        int height = image.getHeight();
        byte[] samples = new byte[width * height * 3];
        int[] row = new int[width];
        boolean grey = true;
        for (int y = 0, at = 0; y < height; y++) {
            image.getRGB(0, y, width, 1, row, 0, width);
            for (int argb : row) {
                int alpha = argb >>> 24;
                for (int shift = 16; shift >= 0; shift -= 8) {
                    int value = argb >> shift & 0xff;
                    samples[at++] = (byte) (alpha == 255 ? value : (value * alpha + 255 * (255 - alpha)) / 255);
                }
                grey &= samples[at - 1] == samples[at - 2] && samples[at - 2] == samples[at - 3];
            }
        }
        PageRaster page = new PageRaster(width, height, 3, resolution, samples);
        return grey ? page.toGrey() : page;
    }

    private static byte[] encode(BufferedImage image, float quality) throws IOException {
        ImageWriter writer =
                ImageIO.getImageWriters(new ImageTypeSpecifier(image), "jpeg").next();
        try (var bytes = new ByteArrayOutputStream();
                var out = new MemoryCacheImageOutputStream(bytes)) {
            ImageWriteParam param = writer.getDefaultWriteParam();
            param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            param.setCompressionQuality(quality);
            writer.setOutput(out);
            writer.write(null, new IIOImage(image, null, null), param);
            out.flush();
            return bytes.toByteArray();
        } finally {
            writer.dispose();
        }
    }

    /**
     * A page whose end never came would be decoded all the same, the rest of it grey.
     *
     * @throws IOException when no end of image follows the samples (ITU-T T.81 B.1.1.4)
     */
    private static void requireEnd(byte[] jpeg) throws IOException {
        int samples = frame(jpeg);
        while (samples + 3 < jpeg.length && jpeg[samples] == (byte) 0xff && jpeg[samples + 1] != START_OF_SCAN) {
            samples += 2 + number(jpeg, samples + 2);
        }
        // Among samples, FF is followed by 0 or a restart marker; behind the end there may be anything.
        for (int at = jpeg.length - 2; at > samples; at--) {
            if (jpeg[at] == (byte) 0xff && jpeg[at + 1] == END_OF_IMAGE) {
                return;
            }
        }
        throw new IOException("the page was cut short");
    }

    private static <T> T withReader(byte[] jpeg, Reading<T> reading) throws IOException {
        requireEnd(jpeg);
        ImageReader reader = ImageIO.getImageReadersByFormatName("jpeg").next();
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(jpeg))) {
            reader.setInput(in, true, true);
            return reading.read(reader);
        } catch (RuntimeException e) {
            // Decoders meet damage in many ways, a colour profile that is none among them.
            throw new IOException("the page from the device is not a readable JPEG", e);
        } finally {
            reader.dispose();
        }
    }

    private interface Reading<T> {
        T read(ImageReader reader) throws IOException;
    }
}
