package inky.courier.core.job;

import inky.courier.core.Invalid;
import inky.courier.core.page.PixelLimit;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.Iterator;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/**
 * A job's own picture on its stamp: a PNG (ISO/IEC 15948) of up to {@value #SIDE} pixels a side, in base64. Made anew of whatever
 * somebody brings, so that nothing of that file is left but its pixels.
 */
public final class JobPicture {
    public static final int SIDE = 96;

    /** Characters of a picture of that size whose pixels all differ. */
    private static final int LONGEST = 64_000;

    private JobPicture() {}

    /** @param file a picture in a format that Java opens: PNG, JPEG, GIF, BMP, TIFF @throws Invalid when it is none, or too large */
    public static String of(byte[] file) {
        try {
            BufferedImage image = decoded(file);
            int longer = Math.max(image.getWidth(), image.getHeight());
            int width = Math.max(1, Math.min(SIDE, Math.round((float) SIDE * image.getWidth() / longer)));
            int height = Math.max(1, Math.min(SIDE, Math.round((float) SIDE * image.getHeight() / longer)));
            return Base64.getEncoder().encodeToString(png(image, width, height));
        } catch (IOException e) {
            throw Invalid.of("job.picture", "picture");
        }
    }

    /** Whether a text is such a picture, and no other file. */
    public static boolean is(String picture) {
        if (picture.length() > LONGEST) {
            return false;
        }
        try {
            byte[] file = Base64.getDecoder().decode(picture);
            BufferedImage image = decoded(file);
            return isPng(file) && image.getWidth() <= SIDE && image.getHeight() <= SIDE;
        } catch (IllegalArgumentException | IOException e) {
            return false;
        }
    }

    private static boolean isPng(byte[] file) {
        return file.length > 8 && (file[0] & 0xff) == 0x89 && file[1] == 'P' && file[2] == 'N' && file[3] == 'G';
    }

    private static BufferedImage decoded(byte[] file) throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(file))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new IOException("no picture");
            }
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                PixelLimit.check(reader.getWidth(0), reader.getHeight(0));
                return reader.read(0);
            } finally {
                reader.dispose();
            }
        } catch (RuntimeException e) {
            // What its reader stumbles over is no picture either.
            throw new IOException("a broken picture", e);
        }
    }

    /** Halved until it is near its size, so that no line between two pixels is lost. */
    private static byte[] png(BufferedImage image, int width, int height) {
        BufferedImage at = image;
        while (at.getWidth() > 2 * width && at.getHeight() > 2 * height) {
            at = drawn(at, at.getWidth() / 2, at.getHeight() / 2);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try {
            ImageIO.write(drawn(at, width, height), "png", out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static BufferedImage drawn(BufferedImage image, int width, int height) {
        BufferedImage to = new BufferedImage(width, height, BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = to.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        g.drawImage(image, 0, 0, width, height, null);
        g.dispose();
        return to;
    }
}
