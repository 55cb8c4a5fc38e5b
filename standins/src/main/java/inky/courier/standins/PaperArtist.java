package inky.courier.standins;

import inky.courier.standins.Sheet.Print;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/**
 * Draws a side of paper as a scanner sees it: slightly askew, with the noise of paper and lamp, and the other side
 * showing through. The same seed always gives the same page.
 */
final class PaperArtist {
    private static final Color PAPER = new Color(0xfbfaf6);
    private static final Color LID = new Color(0x1c1c1e);
    private static final Color INK = new Color(0x1f2430);
    private static final Color BLUE = new Color(0x2a5f8f);
    private static final Color RED = new Color(0xb2263a);
    private static final Color WATER = new Color(0xcfe3ea);
    private static final Color LAND = new Color(0xe8d9a8);
    private static final List<String> WORDS = List.of(
            "berth",
            "tide",
            "cargo",
            "ferry",
            "quay",
            "crew",
            "manifest",
            "harbour",
            "signal",
            "rope",
            "deck",
            "permit",
            "island",
            "morning",
            "crossing",
            "fuel",
            "hold",
            "ledger",
            "watch",
            "landing",
            "channel",
            "buoy",
            "the",
            "of",
            "and",
            "at",
            "for",
            "with",
            "before",
            "after",
            "each",
            "must",
            "be",
            "signed",
            "by");
    private static final List<String> NAMES = List.of(
            "O. Fennick",
            "T. Orrell",
            "M. Sole",
            "B. Lyle",
            "N. Thorne",
            "J. Pellam",
            "D. Carrow",
            "E. Stroud",
            "P. Locke");

    private final Random random;
    private Graphics2D g;

    PaperArtist(long seed) {
        random = new Random(seed);
    }

    /** @param print empty for a blank side; {@code behind} is what shows through from the other side */
    BufferedImage draw(Optional<Print> print, Optional<Print> behind, Sheet sheet, int dpi, boolean colour) {
        int width = (int) Math.round(sheet.widthMm() * dpi / 25.4);
        int height = (int) Math.round(sheet.heightMm() * dpi / 25.4);
        BufferedImage image =
                new BufferedImage(width, height, colour ? BufferedImage.TYPE_3BYTE_BGR : BufferedImage.TYPE_BYTE_GRAY);
        g = image.createGraphics();
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        g.setColor(PAPER);
        g.fillRect(0, 0, width, height);
        g.scale(dpi / 25.4, dpi / 25.4);
        g.rotate(Math.toRadians(random.nextDouble() * 1.2 - 0.6), sheet.widthMm() / 2, sheet.heightMm() / 2);
        behind.ifPresent(back -> {
            Graphics2D upright = (Graphics2D) g.create();
            g.translate(sheet.widthMm(), 0);
            g.scale(-1, 1);
            g.setComposite(java.awt.AlphaComposite.getInstance(java.awt.AlphaComposite.SRC_OVER, 0.04f));
            print(back, sheet);
            g.dispose();
            g = upright;
        });
        print.ifPresent(front -> print(front, sheet));
        g.dispose();
        addNoise(image);
        return image;
    }

    /** The sheet at the corner of a scan of a given size, with the lid around it. */
    BufferedImage drawOnLid(
            Optional<Print> print, Optional<Print> behind, Sheet sheet, Sheet.Extent size, int dpi, boolean colour) {
        int width = (int) Math.round(size.widthMm() * dpi / 25.4);
        int height = (int) Math.round(size.heightMm() * dpi / 25.4);
        BufferedImage scan =
                new BufferedImage(width, height, colour ? BufferedImage.TYPE_3BYTE_BGR : BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D lid = scan.createGraphics();
        lid.setColor(LID);
        lid.fillRect(0, 0, width, height);
        addNoise(scan);
        if (!sheet.isNone()) {
            lid.drawImage(draw(print, behind, sheet, dpi, colour), 0, 0, null);
        }
        lid.dispose();
        return scan;
    }

    private void print(Print print, Sheet sheet) {
        switch (print) {
            case BERTH_PERMIT -> berthPermit();
            case LETTER -> letter();
            case BERTH_PLAN -> berthPlan();
            case CARGO_MANIFEST -> table("Cargo manifest", "MV Sandpiper", 5, 30);
            case CREW_ROSTER -> table("Crew roster", "week 48", 8, 22);
            case SAFETY_DRILL -> drillSheet();
            case TIDE_TABLE -> tideTable();
            case LOST_PROPERTY -> slip();
            case FUEL_RECEIPT -> receipt(sheet);
            case FUEL_RECEIPTS -> receipts(sheet);
            case HARBOUR_CHART -> chart(sheet);
        }
    }

    private void letterhead(String title) {
        g.setColor(BLUE);
        g.setStroke(new BasicStroke(0.9f));
        for (int i = 0; i < 2; i++) {
            Path2D wave = new Path2D.Double();
            wave.moveTo(18, 18 + i * 3);
            wave.curveTo(22, 14 + i * 3, 26, 22 + i * 3, 32, 17 + i * 3);
            g.draw(wave);
        }
        text("Wherrymoor Ferries", 36, 20.5, 3.6, Font.BOLD, BLUE);
        text(title, 18, 36, 7, Font.BOLD, INK);
        g.setColor(INK);
        g.setStroke(new BasicStroke(0.35f));
        g.draw(new Line2D.Double(18, 40, 192, 40));
    }

    private void berthPermit() {
        letterhead("Berth permit");
        text("BP-" + (2290 + random.nextInt(60)), 160, 36, 4.5, Font.PLAIN, INK);
        String[] labels = {"Vessel", "Owner", "Berth", "Valid from", "Valid to"};
        for (int i = 0; i < labels.length; i++) {
            text(labels[i], 18, 52 + i * 8, 3.6, Font.BOLD, INK);
            text(
                    pick(NAMES) + ", " + pick(WORDS) + " " + (10 + random.nextInt(80)),
                    60,
                    52 + i * 8,
                    3.6,
                    Font.PLAIN,
                    INK);
        }
        paragraph(18, 100, 174, 22);
        stamp(160, 62);
        signature(30, 250);
        signature(120, 252);
    }

    private void letter() {
        letterhead("Note to the berth office");
        paragraph(18, 52, 174, 12);
        paragraph(18, 122, 174, 16);
        paragraph(18, 214, 120, 3);
        signature(30, 250);
    }

    private void berthPlan() {
        letterhead("Berth plan, Linnet Pier");
        fill(WATER, new Rectangle2D.Double(18, 50, 174, 90));
        fill(LAND, new Rectangle2D.Double(18, 140, 174, 40));
        for (int i = 0; i < 3; i++) {
            fill(new Color(0xc9b98f), new Rectangle2D.Double(40 + i * 50, 90, 10, 52));
            fill(new Color(0xb0502c), new Ellipse2D.Double(54 + i * 50, 104 + i * 6, 24, 9));
        }
        paragraph(18, 196, 174, 9);
    }

    private void drillSheet() {
        letterhead("Safety drill sheet");
        g.setStroke(new BasicStroke(0.4f));
        for (int i = 0; i < 14; i++) {
            double y = 54 + i * 12;
            g.setColor(INK);
            g.draw(new Rectangle2D.Double(18, y - 4, 5, 5));
            if (random.nextInt(4) > 0) {
                g.setColor(BLUE);
                g.draw(new Line2D.Double(19, y - 2, 20.5, y));
                g.draw(new Line2D.Double(20.5, y, 24, y - 6));
            }
            text(sentence(8), 30, y, 3.6, Font.PLAIN, INK);
        }
        signature(120, 250);
    }

    private void table(String title, String side, int columns, int rows) {
        letterhead(title);
        text(side, 150, 36, 4.5, Font.PLAIN, INK);
        double row = 220.0 / rows;
        double column = 174.0 / columns;
        g.setStroke(new BasicStroke(0.2f));
        fill(new Color(0xe4e8ee), new Rectangle2D.Double(18, 48, 174, row));
        for (int r = 0; r <= rows; r++) {
            g.setColor(INK);
            g.draw(new Line2D.Double(18, 48 + r * row, 192, 48 + r * row));
            for (int c = 0; c < columns && r < rows; c++) {
                boolean head = r == 0;
                String value = c == 0 ? pick(WORDS) : c == 1 ? pick(NAMES) : Integer.toString(random.nextInt(9000));
                text(
                        value,
                        19.5 + c * column,
                        48 + r * row + row * 0.7,
                        head ? 3.4 : 3.1,
                        head ? Font.BOLD : Font.PLAIN,
                        INK);
            }
        }
    }

    private void tideTable() {
        letterhead("Tide table");
        g.setColor(BLUE);
        g.setStroke(new BasicStroke(0.7f));
        Path2D wave = new Path2D.Double();
        for (int x = 0; x <= 174; x++) {
            double y = 62 + 9 * Math.sin(x / 11.0);
            if (x == 0) {
                wave.moveTo(18, y);
            } else {
                wave.lineTo(18 + x, y);
            }
        }
        g.draw(wave);
        for (int r = 0; r < 30; r++) {
            text(String.format("%02d", r + 1), 18, 84 + r * 6.4, 3.3, Font.BOLD, INK);
            for (int c = 0; c < 4; c++) {
                text(
                        String.format(
                                "%02d:%02d  %.1f m",
                                random.nextInt(24), random.nextInt(60), 0.4 + random.nextDouble() * 4),
                        36 + c * 40,
                        84 + r * 6.4,
                        3.3,
                        Font.PLAIN,
                        INK);
            }
        }
    }

    private void slip() {
        text("Wherrymoor Ferries", 12, 18, 3.6, Font.BOLD, BLUE);
        text("Lost-property slip", 12, 32, 6, Font.BOLD, INK);
        String[] labels = {"Found", "Where", "By", "Colour", "Kept at"};
        for (int i = 0; i < labels.length; i++) {
            text(labels[i], 12, 50 + i * 14, 3.8, Font.BOLD, INK);
            text(sentence(3), 40, 50 + i * 14, 3.8, Font.ITALIC, BLUE);
        }
        signature(70, 180);
    }

    private void receipt(Sheet sheet) {
        text("Stonepool Fuel Dock", 10, 16, 4.4, Font.BOLD, INK);
        for (int i = 0; i < 14; i++) {
            text(pick(WORDS), 8, 34 + i * 7, 3.6, Font.PLAIN, INK);
            text(
                    String.format("%d.%02d", random.nextInt(90), random.nextInt(100)),
                    56,
                    34 + i * 7,
                    3.6,
                    Font.PLAIN,
                    INK);
        }
        text("Total", 8, 142, 5, Font.BOLD, INK);
        text(String.format("%d.%02d", 90 + random.nextInt(800), random.nextInt(100)), 50, 142, 5, Font.BOLD, INK);
        g.setColor(INK);
        double x = 10;
        while (x < sheet.widthMm() - 10) {
            double bar = 0.3 + random.nextInt(3) * 0.3;
            g.fill(new Rectangle2D.Double(x, 156, bar, 18));
            x += bar + 0.4 + random.nextInt(2) * 0.4;
        }
    }

    private void receipts(Sheet glass) {
        fill(LID, new Rectangle2D.Double(-20, -20, glass.widthMm() + 40, glass.heightMm() + 40));
        Sheet one = new Sheet(Sheet.Print.FUEL_RECEIPT, Optional.empty(), 64, 180);
        AffineTransform place = g.getTransform();
        for (int i = 0; i < 3; i++) {
            g.translate(5 + i * 69, 20 + random.nextInt(80));
            g.rotate(Math.toRadians(random.nextDouble() * 2 - 1));
            fill(PAPER, new Rectangle2D.Double(0, 0, one.widthMm(), one.heightMm()));
            receipt(one);
            g.setTransform(place);
        }
    }

    private void chart(Sheet sheet) {
        double w = sheet.widthMm();
        double h = sheet.heightMm();
        fill(new Color(0xe9f0e8), new Rectangle2D.Double(8, 8, w - 16, h - 16));
        for (int side = 0; side < 2; side++) {
            Path2D coast = new Path2D.Double();
            double edge = side == 0 ? 8 : w - 8;
            coast.moveTo(edge, 8);
            for (double y = 8; y <= h - 8; y += 12) {
                coast.lineTo(edge + (side == 0 ? 1 : -1) * (18 + random.nextDouble() * 30), y);
            }
            coast.lineTo(edge, h - 8);
            coast.closePath();
            fill(LAND, coast);
            g.setColor(new Color(0x7c6d3e));
            g.setStroke(new BasicStroke(0.3f));
            g.draw(coast);
        }
        g.setColor(new Color(0x8fb6bd));
        for (int i = 0; i < 8; i++) {
            g.draw(new Ellipse2D.Double(60 + i * 4, 60 + i * 8, w - 120 - i * 8, h - 130 - i * 16));
        }
        for (int i = 0; i < 120; i++) {
            text(
                    Integer.toString(2 + random.nextInt(40)),
                    50 + random.nextDouble() * (w - 100),
                    20 + random.nextDouble() * (h - 40),
                    2.6,
                    Font.PLAIN,
                    INK);
        }
        g.setColor(new Color(0xa8326a));
        g.setStroke(new BasicStroke(0.4f));
        g.draw(new Ellipse2D.Double(w - 78, 36, 30, 30));
        g.draw(new Line2D.Double(w - 63, 32, w - 63, 70));
        text("Marram Sound", 20, 24, 5.5, Font.BOLD, INK);
    }

    private void stamp(double x, double y) {
        g.setColor(RED);
        g.setStroke(new BasicStroke(0.9f));
        g.draw(new Ellipse2D.Double(x - 14, y - 10, 28, 28));
        g.draw(new Ellipse2D.Double(x - 11, y - 7, 22, 22));
        text("PAID", x - 6.5, y + 6, 5, Font.BOLD, RED);
    }

    private void signature(double x, double y) {
        g.setColor(new Color(0x24346f));
        g.setStroke(new BasicStroke(0.5f));
        Path2D path = new Path2D.Double();
        path.moveTo(x, y);
        for (int i = 1; i < 6; i++) {
            path.curveTo(
                    x + i * 7 - 5,
                    y - 6 - random.nextDouble() * 8,
                    x + i * 7 - 3,
                    y + random.nextDouble() * 8,
                    x + i * 7,
                    y - random.nextDouble() * 4);
        }
        g.draw(path);
    }

    private void paragraph(double x, double y, double width, int lines) {
        for (int i = 0; i < lines; i++) {
            int words = (int) ((i == lines - 1 ? 0.5 : 1) * width / 13.5);
            text(sentence(words), x, y + i * 5.6, 3.5, Font.PLAIN, INK);
        }
    }

    private String sentence(int words) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < words; i++) {
            out.append(i == 0 ? "" : " ").append(pick(WORDS));
        }
        return out.toString();
    }

    private String pick(List<String> list) {
        return list.get(random.nextInt(list.size()));
    }

    private void text(String text, double x, double y, double sizeMm, int style, Color color) {
        g.setColor(color);
        g.setFont(new Font(Font.SANS_SERIF, style, 1).deriveFont(style, (float) sizeMm));
        g.drawString(text, (float) x, (float) y);
    }

    private void fill(Color color, java.awt.Shape shape) {
        g.setColor(color);
        g.fill(shape);
    }

    private static final byte[] NOISE = noise();

    private static byte[] noise() {
        Random random = new Random(0);
        byte[] noise = new byte[65_537];
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (byte) Math.round(random.nextGaussian() * 2);
        }
        return noise;
    }

    /** Paper and lamp noise of about two grey values, from a table so that a page costs little. */
    private void addNoise(BufferedImage image) {
        byte[] samples = ((java.awt.image.DataBufferByte) image.getRaster().getDataBuffer()).getData();
        byte[] noise = NOISE;
        int channels = image.getRaster().getNumBands();
        for (int i = 0, n = random.nextInt(noise.length); i < samples.length; n = n + 1 == noise.length ? 0 : n + 1) {
            for (int c = 0; c < channels; c++, i++) {
                int value = (samples[i] & 0xff) + noise[n];
                samples[i] = (byte) (value < 0 ? 0 : Math.min(value, 255));
            }
        }
    }
}
