package inky.courier.core.truth;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** Pages of which it is known in which order their text is read, what is a heading, an item, an address, a table. */
public final class LayoutPages {
    private static final int DPI = 200;

    private final Random random;
    private final SheetArtist artist;
    private final BufferedImage image = new BufferedImage(1654, 2339, BufferedImage.TYPE_BYTE_GRAY);
    private final Graphics2D g = image.createGraphics();
    private final List<String> texts = new ArrayList<>();
    private final List<List<String>> table = new ArrayList<>();
    private final Font body;

    private LayoutPages(long seed) {
        this.random = new Random(seed * 31 + 5);
        this.artist = new SheetArtist(random);
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, image.getWidth(), image.getHeight());
        RoughScan.smooth(g);
        g.scale(DPI / 25.4, DPI / 25.4);
        g.setColor(Color.BLACK);
        this.body = new Font(random.nextBoolean() ? "Liberation Serif" : "Liberation Sans", Font.PLAIN, 10)
                .deriveFont(10.5f * 0.3528f);
    }

    /**
     * A drawn page.
     *
     * @param texts paragraphs in reading order, each as one line; lines broken on purpose are texts of their own
     * @param table the cells of its table, row by row
     */
    public record Laid(PageRaster raster, List<String> texts, List<List<String>> table) {}

    /** Two columns of running text that begin at different heights, under a heading. */
    public static Laid columns(long seed) {
        LayoutPages p = new LayoutPages(seed);
        p.heading("Harbour quarterly", 20, 24, 16);
        p.paragraphs(20, 40, 80, 240);
        p.paragraphs(110, 47 + p.random.nextInt(20), 80, 240);
        return p.laid();
    }

    /** Items with bullets, some of them of two lines, and a paragraph above. */
    public static Laid bullets(long seed) {
        LayoutPages p = new LayoutPages(seed);
        double y = p.paragraph(20, 30, 165);
        for (int i = 0; i < 6; i++) {
            p.g.fill(new Ellipse2D.Double(24, y + 3.1, 1.3, 1.3));
            y = p.paragraph(29, y, 150) - 2;
        }
        return p.laid();
    }

    /** A letter: sender, address, date, text. */
    public static Laid letter(long seed) {
        LayoutPages p = new LayoutPages(seed);
        p.heading("Wherrymoor Ferries", 20, 24, 18);
        double y = 55;
        for (String line :
                List.of("Ms Oda Fennick", "Tide Office", p.random.nextInt(90) + 10 + " Harbour Road", "Westerquay")) {
            p.line(line, 20, y);
            y += 5;
        }
        p.line("4 March 2027", 150, 90);
        y = 110;
        for (int i = 0; i < 4; i++) {
            y = p.paragraph(20, y, 170);
        }
        p.line("Yours faithfully,", 20, y + 10);
        p.line("Maud Ellery", 20, y + 32);
        return p.laid();
    }

    /** A list of prices: heads at the left of right-aligned figures, a column that is empty, with and without rules. */
    public static Laid prices(long seed) {
        LayoutPages p = new LayoutPages(seed);
        p.heading("Price list", 20, 24, 16);
        double y = p.paragraph(20, 36, 165) + 6;
        List<String> heads = List.of("Article", "Note", "Number", "Amount");
        double[] left = {20, 80, 115, 150};
        boolean ruled = seed % 2 == 0;
        for (int row = 0; row < 14; row++) {
            List<String> cells = new ArrayList<>();
            for (int c = 0; c < heads.size(); c++) {
                String text = row == 0
                        ? heads.get(c)
                        : switch (c) {
                            case 0 -> p.plainWords(2);
                            case 1 -> "";
                            case 2 -> "" + (1 + p.random.nextInt(99));
                            default -> String.format(Locale.ROOT, "%,.2f", 10 + p.random.nextDouble() * 9000);
                        };
                cells.add(text);
                p.g.setFont(p.body);
                double wide =
                        p.body.getStringBounds(text, p.g.getFontRenderContext()).getWidth();
                double x = row > 0 && c >= 2 ? left[c] + 30 - wide : left[c];
                p.g.drawString(text, (float) x, (float) (y + 5));
            }
            p.table.add(cells);
            if (ruled) {
                p.g.setStroke(new BasicStroke(0.2f));
                p.g.draw(new Line2D.Double(18, y + 7, 183, y + 7));
            }
            y += 8;
        }
        return p.laid();
    }

    private Laid laid() {
        g.dispose();
        byte[] samples = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        for (int i = 0; i < samples.length; i++) {
            int noisy = (samples[i] & 0xff) * 240 / 255 + (int) (random.nextGaussian() * 2) + 5;
            samples[i] = (byte) Math.max(0, Math.min(255, noisy));
        }
        return new Laid(
                new PageRaster(image.getWidth(), image.getHeight(), 1, new Resolution(DPI), samples), texts, table);
    }

    private void heading(String text, double x, double y, double points) {
        g.setFont(body.deriveFont(Font.BOLD, (float) (points * 0.3528)));
        g.drawString(text, (float) x, (float) y);
        texts.add(text);
    }

    private void line(String text, double x, double y) {
        g.setFont(body);
        g.drawString(text, (float) x, (float) y);
        texts.add(text);
    }

    private void paragraphs(double x, double y, double width, double bottom) {
        double at = y;
        while (at < bottom - 40) {
            at = paragraph(x, at, width);
        }
    }

    /** Ragged at the right; gives back where the next one begins. */
    private double paragraph(double x, double y, double width) {
        g.setFont(body);
        StringBuilder all = new StringBuilder();
        StringBuilder line = new StringBuilder();
        double at = y;
        int words = 24 + random.nextInt(30);
        for (int i = 0; i < words; i++) {
            String word = i == 0 ? "Freight" : plainWords(1);
            String longer = line.isEmpty() ? word : line + " " + word;
            if (body.getStringBounds(longer, g.getFontRenderContext()).getWidth() > width) {
                at += 5;
                g.drawString(line.toString(), (float) x, (float) at);
                line = new StringBuilder(word);
            } else {
                line = new StringBuilder(longer);
            }
            all.append(all.isEmpty() ? "" : " ").append(word);
        }
        at += 5;
        g.drawString(line + ".", (float) x, (float) at);
        texts.add(all + ".");
        return at + 4.5;
    }

    private String plainWords(int count) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < count; i++) {
            text.append(i == 0 ? "" : " ")
                    .append(artist.word().replaceAll("[.,]", "").toLowerCase(Locale.ROOT));
        }
        return text.toString();
    }
}
