package inky.courier.core.document;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
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
    /** Largest side accepted, in pixels: A3 at 1200 dpi. Bounds what a broken or hostile device can make us hold. */
    private static final int MAX_SIDE = 20_000;

    private static final long MAX_PIXELS = 150_000_000L;

    private JpegPages() {}

    /** Width and height of a JPEG in pixels, read from its head alone. */
    public record Extent(int width, int height) {}

    /** @throws IOException when the bytes are no JPEG or are larger than any scanner's page */
    public static Extent extent(byte[] jpeg) throws IOException {
        return withReader(jpeg, JpegPages::extentOf);
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
        return rasterOf(image, resolution);
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

    /** @param quality 0 (smallest) to 1 (best); 0.75 is the customary scanner setting */
    public static byte[] encodeGrey(PageRaster page, float quality) throws IOException {
        PageRaster grey = page.toGrey();
        BufferedImage image = new BufferedImage(grey.width(), grey.height(), BufferedImage.TYPE_BYTE_GRAY);
        byte[] target = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        System.arraycopy(grey.samples(), 0, target, 0, target.length);
        return encode(image, quality);
    }

    private static Extent extentOf(ImageReader reader) throws IOException {
        int width = reader.getWidth(0);
        int height = reader.getHeight(0);
        if (width > MAX_SIDE || height > MAX_SIDE || (long) width * height > MAX_PIXELS) {
            throw new IOException("page of " + width + " x " + height + " pixels is larger than any scanner's page");
        }
        return new Extent(width, height);
    }

    private static PageRaster rasterOf(BufferedImage image, Resolution resolution) {
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
        BufferedImage plain = new BufferedImage(width, height, BufferedImage.TYPE_3BYTE_BGR);
        plain.createGraphics().drawImage(image, 0, 0, null);
        return rasterOf(plain, resolution);
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

    private static <T> T withReader(byte[] jpeg, Reading<T> reading) throws IOException {
        ImageReader reader = ImageIO.getImageReadersByFormatName("jpeg").next();
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(jpeg))) {
            reader.setInput(in, true, true);
            return reading.read(reader);
        } catch (IndexOutOfBoundsException | IllegalArgumentException e) {
            throw new IOException("the page from the device is not a readable JPEG", e);
        } finally {
            reader.dispose();
        }
    }

    private interface Reading<T> {
        T read(ImageReader reader) throws IOException;
    }
}
