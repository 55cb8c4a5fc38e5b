package inky.courier.core.truth;

import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.Kind;
import inky.courier.core.page.Outline;
import inky.courier.core.page.PageRaster;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;

/** Scans of several papers that lie side by side on the glass, under lids from black to white. */
public final class GlassPages {
    private static final double WIDTH_MM = 215.9;
    private static final double HEIGHT_MM = 297;

    /** Between two papers, so that a person would say that they do not touch. */
    private static final double GAP_MM = 3;

    /** Levels of a lid's tone; from white paper the last differs by a dozen. */
    private static final int[] LIDS = {14, 28, 90, 150, 205, 238};

    /** A paper and where it lies. */
    public record Lying(Kind kind, Outline outline) {}

    public record Glass(String what, PageRaster raster, List<Lying> papers) {}

    private final Random random;
    private final SheetArtist artist;
    private final int lid;
    private final double pixels;
    private final BufferedImage image;
    private final List<Lying> papers = new ArrayList<>();
    private final List<Area> taken = new ArrayList<>();

    private GlassPages(long seed, int dpi) {
        random = new Random(seed * 7919 + 17);
        artist = new SheetArtist(random);
        lid = LIDS[(int) (seed % LIDS.length)];
        pixels = dpi / 25.4;
        image = new BufferedImage(
                (int) Math.round(WIDTH_MM * pixels),
                (int) Math.round(HEIGHT_MM * pixels),
                BufferedImage.TYPE_3BYTE_BGR);
    }

    /** Two papers to six, as many as find room. */
    public static Glass of(long seed, int dpi) {
        GlassPages glass = new GlassPages(seed, dpi);
        Graphics2D g = glass.image.createGraphics();
        RoughScan.smooth(g);
        g.setColor(new Color(glass.lid, glass.lid, glass.lid));
        g.fillRect(0, 0, glass.image.getWidth(), glass.image.getHeight());
        int wanted = 2 + glass.random.nextInt(5);
        for (int tried = 0; tried < 400 && glass.papers.size() < wanted; tried++) {
            glass.lay(g, glass.random.nextInt(4));
        }
        g.dispose();
        String what = glass.papers.size() + " papers on a lid of " + glass.lid + ", seed " + seed;
        return new Glass(what, glass.scanned(dpi), List.copyOf(glass.papers));
    }

    private void lay(Graphics2D g, int sort) {
        double width = new double[] {57.5, 85.6, 100, 74}[sort];
        double height = new double[] {90 + random.nextInt(80), 53.98, 150, 105}[sort];
        if (sort == 2 && random.nextBoolean()) {
            width = 150;
            height = 100;
        }
        double x = 4 + random.nextDouble() * Math.max(0, WIDTH_MM - width - 8);
        double y = 4 + random.nextDouble() * Math.max(0, HEIGHT_MM - height - 8);
        AffineTransform place = AffineTransform.getScaleInstance(pixels, pixels);
        place.rotate(Math.toRadians((random.nextDouble() * 2 - 1) * 8), x + width / 2, y + height / 2);
        place.translate(x, y);
        Area room = new Area(place.createTransformedShape(
                new Rectangle2D.Double(-GAP_MM / 2, -GAP_MM / 2, width + GAP_MM, height + GAP_MM)));
        Rectangle2D bounds = room.getBounds2D();
        boolean within = bounds.getMinX() > 0
                && bounds.getMinY() > 0
                && bounds.getMaxX() < image.getWidth()
                && bounds.getMaxY() < image.getHeight();
        if (!within || taken.stream().anyMatch(other -> meet(other, room))) {
            return;
        }
        taken.add(room);
        papers.add(new Lying(
                new Kind[] {Kind.RECEIPT, Kind.CARD, Kind.PHOTO, Kind.DOCUMENT}[sort], outline(place, width, height)));
        Graphics2D paper = (Graphics2D) g.create();
        paper.transform(place);
        // The paper's own shadow, on the side away from the lamp.
        int shade = Math.max(0, lid - 14);
        paper.setColor(new Color(shade, shade, shade));
        paper.fill(new Rectangle2D.Double(0.2, 0.25, width, height));
        paper.setColor(sort == 1 ? new Color(0xdfe9e6) : new Color(252, 252, 250));
        paper.fill(new Rectangle2D.Double(0, 0, width, height));
        paper.clip(new Rectangle2D.Double(0, 0, width, height));
        print(paper, sort, width, height);
        paper.dispose();
    }

    private static boolean meet(Area a, Area b) {
        Area both = new Area(a);
        both.intersect(b);
        return !both.isEmpty();
    }

    private void print(Graphics2D g, int sort, double width, double height) {
        switch (sort) {
            case 0 -> {
                artist.paragraphs(g, 5, 5, width - 10, height * 0.3, 8, Color.DARK_GRAY);
                items(g, width, height * 0.4, height - 8);
            }
            case 1 -> {
                g.setColor(new Color(0x2f6f6a));
                g.fill(new Rectangle2D.Double(3, 3, width - 6, 7));
                artist.face(g, 5, 16, 21, 26);
                artist.paragraphs(g, 31, 14, width - 36, 46, 7.5, Color.DARK_GRAY);
            }
            case 2 -> artist.picture(g, 0, 0, width, height, true);
            default -> artist.paragraphs(g, 6, 6, width - 12, height - 6, 9, Color.BLACK);
        }
    }

    /** What was bought, and on the right what it cost. */
    private void items(Graphics2D g, double width, double y, double bottom) {
        g.setFont(artist.font(9));
        g.setColor(Color.BLACK);
        for (double at = y; at < bottom; at += 5) {
            g.drawString(artist.word(), 5f, (float) at);
            String price = String.format("%d.%02d", random.nextInt(90), random.nextInt(100));
            double wide = g.getFontMetrics().getStringBounds(price, g).getWidth();
            g.drawString(price, (float) (width - 5 - wide), (float) at);
        }
    }

    private static Outline outline(AffineTransform place, double width, double height) {
        double[] corners = {0, 0, width, 0, width, height, 0, height};
        place.transform(corners, 0, corners, 0, 4);
        return new Outline(
                new Outline.Point(corners[0], corners[1]),
                new Outline.Point(corners[2], corners[3]),
                new Outline.Point(corners[4], corners[5]),
                new Outline.Point(corners[6], corners[7]));
    }

    /** Light that falls off towards one side, and noise. */
    private PageRaster scanned(int dpi) {
        byte[] samples = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        double fall = random.nextDouble() * 0.04;
        double noise = 1 + random.nextDouble() * 2;
        int row = image.getWidth() * 3;
        for (int i = 0; i < samples.length; i++) {
            double light = 1 - fall * (i % row) / row;
            double value = (samples[i] & 0xff) * light + random.nextGaussian() * noise;
            samples[i] = (byte) Math.round(Math.max(0, Math.min(255, value)));
        }
        return JpegPages.raster(image, new Resolution(dpi));
    }
}
