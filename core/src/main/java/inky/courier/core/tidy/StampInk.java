package inky.courier.core.tidy;

import inky.courier.core.page.PageRaster;
import java.awt.Color;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

/** Prints a line of text onto a page, as a rubber stamp would. */
public final class StampInk {
    private static final double MARGIN_MM = 8;
    private static final Font FONT = font();

    /** Where on the page. */
    public enum Corner {
        TOP_LEFT(0, 0),
        TOP_MIDDLE(0.5, 0),
        TOP_RIGHT(1, 0),
        BOTTOM_LEFT(0, 1),
        BOTTOM_MIDDLE(0.5, 1),
        BOTTOM_RIGHT(1, 1);

        private final double x;
        private final double y;

        Corner(double x, double y) {
            this.x = x;
            this.y = y;
        }
    }

    /** What it is printed with. */
    public enum Ink {
        BLACK(0x202020),
        RED(0xb01e28),
        BLUE(0x1f3f95),
        GREEN(0x1c6b3a);

        private final int rgb;

        Ink(int rgb) {
            this.rgb = rgb;
        }

        public boolean isColour() {
            return this != BLACK;
        }
    }

    private StampInk() {}

    /**
     * @param text one line
     * @param points height of the type, 6 to 72
     * @return the page with the stamp, in colour when the ink is
     */
    public static PageRaster print(PageRaster page, String text, Corner corner, Ink ink, int points) {
        boolean colour = ink.isColour() || !page.isGrey();
        BufferedImage image = new BufferedImage(
                page.width(), page.height(), colour ? BufferedImage.TYPE_3BYTE_BGR : BufferedImage.TYPE_BYTE_GRAY);
        byte[] target = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        toImage(page, target, colour);
        Graphics2D g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setColor(new Color(ink.rgb));
        int dpi = page.resolution().dpi();
        g.setFont(FONT.deriveFont(points * dpi / 72f));
        Rectangle2D box = g.getFont().getStringBounds(text, g.getFontRenderContext());
        double margin = MARGIN_MM * dpi / 25.4;
        double x = margin + corner.x * Math.max(0, page.width() - 2 * margin - box.getWidth());
        double y = margin + corner.y * Math.max(0, page.height() - 2 * margin - box.getHeight()) - box.getY();
        g.drawString(text, (float) x, (float) y);
        g.dispose();
        return fromImage(page, target, colour);
    }

    private static void toImage(PageRaster page, byte[] target, boolean colour) {
        byte[] samples = page.samples();
        if (!colour) {
            System.arraycopy(samples, 0, target, 0, samples.length);
        } else if (page.isGrey()) {
            for (int i = 0; i < samples.length; i++) {
                target[3 * i] = target[3 * i + 1] = target[3 * i + 2] = samples[i];
            }
        } else {
            swap(samples, target);
        }
    }

    private static PageRaster fromImage(PageRaster page, byte[] target, boolean colour) {
        if (!colour) {
            return new PageRaster(page.width(), page.height(), 1, page.resolution(), target);
        }
        byte[] samples = new byte[target.length];
        swap(target, samples);
        return new PageRaster(page.width(), page.height(), 3, page.resolution(), samples);
    }

    private static void swap(byte[] from, byte[] to) {
        for (int i = 0; i < from.length; i += 3) {
            to[i] = from[i + 2];
            to[i + 1] = from[i + 1];
            to[i + 2] = from[i];
        }
    }

    /** The sans serif that the PDF library carries, so a stamp looks the same on every machine. */
    private static Font font() {
        try (InputStream in = org.apache.pdfbox.pdmodel.font.PDFont.class.getResourceAsStream(
                "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf")) {
            return Font.createFont(Font.TRUETYPE_FONT, in);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (FontFormatException e) {
            throw new IllegalStateException(e);
        }
    }
}
