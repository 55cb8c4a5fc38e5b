package inky.courier.core.truth;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.Box;
import inky.courier.core.page.Kind;
import inky.courier.core.page.PageColour;
import inky.courier.core.page.PageRaster;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.ConvolveOp;
import java.awt.image.DataBufferByte;
import java.awt.image.Kernel;
import java.util.Optional;
import java.util.Random;

/**
 * Scans with known truth, drawn from a seed: print, tables, forms, photographs, cards, receipts and blank sides, with the
 * faults of real scans (askew, uneven lamp, tinted paper, noise, the other side showing through). Seeds of
 * {@link #HELD_BACK} and above were never looked at while the analysis was tuned.
 */
public final class TruthPages {
    public static final int HELD_BACK = 10_000;

    /** How many pages of a long series are looked at: a sixth of them, or all with {@code -Dpages.all=true}. */
    public static int some(int all) {
        return Boolean.getBoolean("pages.all") ? all : (all + 5) / 6;
    }

    private final Random random;
    private final int dpi;
    private final SheetArtist artist;

    private double widthMm = 210;
    private double heightMm = 297;
    private Color paper = new Color(250, 250, 248);
    private Color bed;
    private double skew;
    private int turn;
    private double lampFall;
    private Color cast = Color.WHITE;
    private double noise = 2.5;
    private boolean showThrough;
    private double bedMarginMm = 15;

    private TruthPages(long seed, int dpi) {
        this.random = new Random(seed * 7919 + 17);
        this.dpi = dpi;
        this.artist = new SheetArtist(random);
    }

    /** What stands on the paper, drawn in millimetres. */
    private interface Content {
        void draw(Graphics2D g);
    }

    /** Print to be straightened: letters, tables, forms, pages with pictures. */
    public static Truth askew(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        p.skew = (p.random.nextDouble() * 2 - 1) * (seed % 3 == 0 ? 9.5 : 3);
        p.someFaults();
        String what = switch ((int) (seed % 4)) {
            case 0 -> "letter";
            case 1 -> "table";
            case 2 -> "form";
            default -> "page with a picture";
        };
        return p.scan(
                what + " askew, seed " + seed,
                g -> p.print(g, (int) (seed % 4)),
                PageColour.BITONAL,
                false,
                Kind.DOCUMENT);
    }

    /** Lines of print, lying any way. */
    public static Truth turned(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        p.turn = 90 * (int) (seed % 4);
        p.skew = (p.random.nextDouble() * 2 - 1) * 2;
        p.someFaults();
        int what = seed % 5 == 4 ? 2 : 0;
        return p.scan("turned, seed " + seed, g -> p.print(g, what), PageColour.BITONAL, false, Kind.DOCUMENT);
    }

    /** Capitals and figures, which neither rise nor hang, lying any way. */
    public static Truth figures(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        p.turn = 90 * (int) (seed % 4);
        p.skew = (p.random.nextDouble() * 2 - 1) * 2;
        p.someFaults();
        return p.scan(
                "figures turned, seed " + seed,
                g -> p.artist.figures(g, 20, 25, 170, 60 + 200 * p.random.nextDouble()),
                PageColour.BITONAL,
                false,
                Kind.DOCUMENT);
    }

    /** Sides with nothing on them. */
    public static Truth blank(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        int fault = (int) (seed % 8);
        p.noise = 1.5 + p.random.nextDouble() * 3;
        p.skew = (p.random.nextDouble() * 2 - 1) * 1.5;
        String[] names = {"clean", "yellowed", "showing through", "punched", "dusty", "folded", "shaded", "lined"};
        if (fault == 1) {
            p.paper = new Color(232 - p.random.nextInt(12), 216 - p.random.nextInt(12), 178 - p.random.nextInt(20));
            p.lampFall = 0.12;
        }
        p.showThrough = fault == 2;
        p.lampFall = Math.max(p.lampFall, p.random.nextDouble() * 0.1);
        return p.scan(
                "blank " + names[fault] + ", seed " + seed,
                g -> p.blankFault(g, fault),
                PageColour.BITONAL,
                true,
                Kind.DOCUMENT);
    }

    /** Sides that look blank and are not. */
    public static Truth faint(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        int what = (int) (seed % 6);
        p.noise = 1.5 + p.random.nextDouble() * 2.5;
        p.skew = (p.random.nextDouble() * 2 - 1) * 1.5;
        p.showThrough = seed % 5 == 3;
        if (seed % 4 == 1) {
            p.paper = new Color(236, 224, 196);
        }
        String[] names = {"pencil line", "page number", "light signature", "small stamp", "one line", "pencil note"};
        PageColour colour = what == 3 ? PageColour.COLOUR : PageColour.BITONAL;
        return p.scan(names[what] + ", seed " + seed, g -> p.faintContent(g, what, seed), colour, false, Kind.DOCUMENT);
    }

    /** Pages whose colour is to be decided. */
    public static Truth coloured(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        int what = (int) (seed % 8);
        p.someFaults();
        String[] names = {"stamp", "highlighter", "signature", "chart", "yellowed", "cast", "plain", "grey picture"};
        if (what == 7) {
            p.paper = new Color(250, 250, 248);
        } else if (what == 4) {
            p.paper = new Color(234 - p.random.nextInt(10), 218 - p.random.nextInt(10), 180 - p.random.nextInt(20));
        } else if (what == 5) {
            p.cast = p.random.nextBoolean() ? new Color(255, 246, 228) : new Color(232, 242, 255);
        }
        PageColour colour = what < 4 ? PageColour.COLOUR : what == 7 ? PageColour.GREY : PageColour.BITONAL;
        return p.scan(names[what] + ", seed " + seed, g -> p.colourContent(g, what), colour, false, Kind.DOCUMENT);
    }

    /** Paper of many sizes on the scanner's background. */
    public static Truth sized(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        String[] names = {
            "iso_a4_210x297mm", "iso_a5_148x210mm", "na_letter_8.5x11in", "iso_b5_176x250mm", "iso_a6_105x148mm", ""
        };
        String name = names[(int) (seed % names.length)];
        if (name.isEmpty()) {
            p.widthMm = 120 + p.random.nextInt(4) * 5.5;
            p.heightMm = 163 + p.random.nextInt(4) * 8;
        } else {
            MediaSize size = MediaSizes.byName(name).orElseThrow();
            p.widthMm = size.width() / 100.0;
            p.heightMm = size.height() / 100.0;
        }
        if (seed % 7 == 3) {
            double w = p.widthMm;
            p.widthMm = p.heightMm;
            p.heightMm = w;
        }
        int[] beds = {18, 60, 105, 170, 212};
        int tone = beds[(int) (seed / 6 % beds.length)];
        p.bed = new Color(tone, tone, tone);
        p.skew = (p.random.nextDouble() * 2 - 1) * (seed % 2 == 0 ? 6 : 1);
        return p.scan(
                "sized " + name + " on " + tone + ", seed " + seed,
                g -> p.print(g, (int) (seed % 3)),
                PageColour.BITONAL,
                false,
                Kind.DOCUMENT);
    }

    /** White paper, slips and cards under a white lid, whose light falls off as a lamp's does. */
    public static Truth onLid(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        double[][] sizes = {{210, 297}, {148, 210}, {85.6, 53.98}, {80, 170}, {105, 148}};
        double[] size = sizes[(int) (seed % sizes.length)];
        p.widthMm = size[0];
        p.heightMm = size[1];
        int tone = 234 + p.random.nextInt(8);
        p.bed = new Color(tone, tone, tone);
        p.paper = new Color(252, 252, 250);
        p.noise = 1 + p.random.nextDouble() * 2.5;
        p.lampFall = p.random.nextDouble() * 0.07;
        p.bedMarginMm = 20;
        p.skew = (p.random.nextDouble() * 2 - 1) * 4;
        return p.scan(
                "on a lid of " + tone + ", seed " + seed,
                g -> p.artist.paragraphs(
                        g, 8, 8, p.widthMm - 16, p.heightMm - 8, p.heightMm < 100 ? 7 : 10, Color.BLACK),
                PageColour.BITONAL,
                false,
                Kind.DOCUMENT);
    }

    /** Documents, receipts, cards and photographs, each filling its scan or lying on the glass. */
    public static Truth kind(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        if (seed % 8 >= 4) {
            int tone = new int[] {20, 90, 150}[(int) (seed / 8 % 3)];
            p.bed = new Color(tone, tone, tone);
            p.skew = (p.random.nextDouble() * 2 - 1) * 4;
        }
        return switch ((int) (seed % 4)) {
            case 0 ->
                p.scan(
                        "document, seed " + seed,
                        g -> p.print(g, (int) (seed / 4 % 4)),
                        PageColour.BITONAL,
                        false,
                        Kind.DOCUMENT);
            case 1 -> p.receipt(seed);
            case 2 -> p.card(seed);
            default -> p.photo(seed);
        };
    }

    private Truth receipt(long seed) {
        widthMm = new double[] {57.5, 76, 80}[(int) (seed / 4 % 3)];
        heightMm = widthMm * (1.6 + random.nextDouble() * 1.6);
        return scan(
                "receipt, seed " + seed,
                g -> {
                    artist.paragraphs(g, 5, 6, widthMm - 10, heightMm * 0.3, 8, Color.DARK_GRAY);
                    artist.table(g, 5, heightMm * 0.35, widthMm - 10, heightMm * 0.5, false);
                },
                PageColour.BITONAL,
                false,
                Kind.RECEIPT);
    }

    private Truth card(long seed) {
        widthMm = 85.6;
        heightMm = 53.98;
        paper = random.nextBoolean() ? new Color(0xdfe9e6) : new Color(0xf4efe2);
        boolean left = random.nextBoolean();
        double w = 19 + random.nextDouble() * 5;
        double h = w * 1.25;
        double x = left ? 5 : widthMm - 5 - w;
        double y = 14 + random.nextDouble() * 6;
        Truth truth = scan(
                "card, seed " + seed,
                g -> {
                    g.setColor(new Color(0x2f6f6a));
                    g.fill(new Rectangle2D.Double(2, 2, widthMm - 4, 7));
                    artist.face(g, x, y, w, h);
                    artist.paragraphs(g, left ? x + w + 4 : 5, 14, widthMm - w - 16, 44, 7.5, Color.DARK_GRAY);
                },
                PageColour.COLOUR,
                false,
                Kind.CARD);
        Rectangle2D box = transform()
                .createTransformedShape(new Rectangle2D.Double(x, y, w, h))
                .getBounds2D();
        return new Truth(
                truth.what(),
                truth.raster(),
                truth.skew(),
                truth.upright(),
                truth.colour(),
                false,
                truth.media(),
                widthMm,
                heightMm,
                Kind.CARD,
                Optional.of(new Box((int) box.getX(), (int) box.getY(), (int) box.getWidth(), (int) box.getHeight())),
                "");
    }

    private Truth photo(long seed) {
        boolean tall = random.nextBoolean();
        widthMm = tall ? 100 : 150;
        heightMm = tall ? 150 : 100;
        boolean colour = seed % 3 != 0;
        return scan(
                "photo, seed " + seed,
                g -> {
                    if (seed % 3 == 1) {
                        artist.softPicture(g, widthMm, heightMm);
                    } else {
                        artist.picture(g, 0, 0, widthMm, heightMm, colour);
                    }
                },
                colour ? PageColour.COLOUR : PageColour.GREY,
                false,
                Kind.PHOTO);
    }

    /** A4 letter in colour: heading, text, a chart or a picture, a signature; for sizes and for reading. */
    public static Truth colourLetter(long seed, int dpi) {
        TruthPages p = new TruthPages(seed, dpi);
        p.noise = 2;
        p.skew = 0;
        return p.scan(
                "colour letter, seed " + seed,
                g -> {
                    g.setColor(new Color(0x1f5f7a));
                    g.fill(new Rectangle2D.Double(20, 15, 60, 9));
                    p.artist.paragraphs(g, 22, 40, 166, 150, 11, Color.BLACK);
                    if (seed % 3 == 0) {
                        p.artist.picture(g, 25, 160, 75, 50, true);
                    }
                    p.artist.paragraphs(g, 22, 215, 166, 250, 10, new Color(0x20304a));
                    p.artist.signature(g, 30, 270, 45, new Color(30, 50, 150), 0.5);
                },
                PageColour.COLOUR,
                false,
                Kind.DOCUMENT);
    }

    /** Two pages side by side with the shadow of the fold between them; the left one is dotted with l, the right with r. */
    public static Truth sampleBook(int dpi) {
        TruthPages p = new TruthPages(3, dpi);
        p.widthMm = 296;
        p.heightMm = 210;
        return p.scan(
                "opened book",
                g -> {
                    p.artist.paragraphs(g, 16, 15, 112, 195, 10, Color.BLACK);
                    p.artist.paragraphs(g, 166, 15, 112, 195, 10, Color.BLACK);
                    for (int i = 0; i < 40; i++) {
                        g.setColor(new Color(0, 0, 0, 7));
                        g.fill(new Rectangle2D.Double(148 - 0.35 * i, 0, 0.7 * i, 210));
                    }
                },
                PageColour.BITONAL,
                false,
                Kind.DOCUMENT);
    }

    public static Truth sampleLetter(int dpi) {
        TruthPages p = new TruthPages(12, dpi);
        p.skew = -2.4;
        p.lampFall = 0.12;
        return p.scan(
                "letter",
                g -> {
                    g.setColor(new Color(0x1f5f7a));
                    g.setFont(new Font("DejaVu Serif", Font.BOLD, 10).deriveFont(6f));
                    g.drawString("Wherrymoor Ferries", 22, 26);
                    g.fill(new Rectangle2D.Double(22, 30, 166, 0.8));
                    p.artist.paragraphs(g, 22, 45, 166, 215, 10.5, Color.BLACK);
                    p.artist.signature(g, 30, 248, 45, new Color(30, 50, 150), 0.5);
                },
                PageColour.COLOUR,
                false,
                Kind.DOCUMENT);
    }

    public static Truth sampleForm(int dpi) {
        TruthPages p = new TruthPages(22, dpi);
        p.paper = new Color(238, 226, 196);
        p.skew = 1.2;
        return p.scan(
                "form",
                g -> {
                    g.setColor(new Color(50, 48, 45));
                    g.fill(new Rectangle2D.Double(-20, -20, 24, 340));
                    g.fill(new Rectangle2D.Double(-20, 293, 260, 30));
                    g.setColor(Color.BLACK);
                    g.setFont(new Font("DejaVu Sans", Font.BOLD, 10).deriveFont(6f));
                    g.drawString("Berth permit", 22, 24);
                    p.artist.form(g, 22, 34, 166, 230);
                },
                PageColour.BITONAL,
                false,
                Kind.DOCUMENT);
    }

    public static Truth sampleManifest(int dpi) {
        TruthPages p = new TruthPages(33, dpi);
        p.turn = 90;
        p.skew = 0.8;
        return p.scan(
                "manifest",
                g -> {
                    g.setColor(Color.BLACK);
                    g.setFont(new Font("DejaVu Sans", Font.BOLD, 10).deriveFont(6f));
                    g.drawString("Cargo manifest", 22, 24);
                    p.artist.paragraphs(g, 22, 28, 166, 60, 9.5, Color.BLACK);
                    p.artist.table(g, 22, 70, 166, 190, true);
                },
                PageColour.BITONAL,
                false,
                Kind.DOCUMENT);
    }

    /** Clean print of known text, for character error rates. */
    public static Truth text(long seed, int dpi, double noise) {
        TruthPages p = new TruthPages(seed, dpi);
        p.noise = noise;
        return p.scan(
                "text, seed " + seed,
                g -> p.artist.paragraphs(g, 20, 20, 170, 275, 11, Color.BLACK),
                PageColour.BITONAL,
                false,
                Kind.DOCUMENT);
    }

    private void someFaults() {
        noise = 1.5 + random.nextDouble() * 4;
        lampFall = random.nextInt(3) == 0 ? random.nextDouble() * 0.25 : 0;
        showThrough = random.nextInt(4) == 0;
        if (random.nextInt(4) == 0) {
            paper = new Color(240, 232, 212);
        }
    }

    private void print(Graphics2D g, int what) {
        double x = widthMm * 0.1;
        double width = widthMm * 0.8;
        switch (what) {
            case 1 -> {
                artist.paragraphs(g, x, heightMm * 0.08, width, heightMm * 0.2, 11, Color.BLACK);
                artist.table(g, x, heightMm * 0.25, width, heightMm * 0.6, random.nextBoolean());
            }
            case 2 -> artist.form(g, x, heightMm * 0.1, width, heightMm * 0.8);
            case 3 -> {
                artist.paragraphs(g, x, heightMm * 0.08, width, heightMm * 0.4, 10, Color.BLACK);
                artist.picture(g, x, heightMm * 0.45, width * 0.6, heightMm * 0.3, false);
                artist.paragraphs(g, x, heightMm * 0.78, width, heightMm * 0.92, 10, Color.BLACK);
            }
            default -> {
                double points = 8.5 + random.nextDouble() * 3.5;
                boolean columns = random.nextInt(3) == 0;
                artist.paragraphs(
                        g, x, heightMm * 0.08, columns ? width * 0.47 : width, heightMm * 0.9, points, Color.BLACK);
                if (columns) {
                    artist.paragraphs(
                            g, x + width * 0.53, heightMm * 0.08, width * 0.47, heightMm * 0.9, points, Color.BLACK);
                }
            }
        }
    }

    private void blankFault(Graphics2D g, int fault) {
        switch (fault) {
            case 3 -> {
                g.setColor(new Color(60, 60, 60));
                double x = random.nextBoolean() ? 12 : widthMm - 12;
                g.fill(new Ellipse2D.Double(x - 3, heightMm / 2 - 43, 6, 6));
                g.fill(new Ellipse2D.Double(x - 3, heightMm / 2 + 37, 6, 6));
            }
            case 4 -> {
                for (int i = 0; i < 40; i++) {
                    int tone = 60 + random.nextInt(120);
                    g.setColor(new Color(tone, tone, tone));
                    double size = 0.1 + random.nextDouble() * 0.5;
                    g.fill(new Ellipse2D.Double(
                            random.nextDouble() * widthMm, random.nextDouble() * heightMm, size, size));
                }
            }
            case 5 -> {
                int tone = 205 + random.nextInt(25);
                g.setColor(new Color(tone, tone, tone));
                g.setStroke(new BasicStroke(0.5f));
                g.draw(new Line2D.Double(0, heightMm / 3, widthMm, heightMm / 3 + 0.8));
                g.draw(new Line2D.Double(0, heightMm * 2 / 3, widthMm, heightMm * 2 / 3 - 0.5));
            }
            case 6 -> {
                for (int i = 0; i < 25; i++) {
                    g.setColor(new Color(40, 40, 40, 14));
                    g.fill(new Rectangle2D.Double(0, 0, 0.2 * i, heightMm));
                    g.fill(new Rectangle2D.Double(0, heightMm - 0.12 * i, widthMm, 0.12 * i));
                }
            }
            case 7 -> {
                g.setColor(random.nextBoolean() ? new Color(190, 205, 225) : new Color(205, 205, 205));
                g.setStroke(new BasicStroke(0.2f));
                boolean squared = random.nextInt(3) == 0;
                double pitch = squared ? 5 : 8 + random.nextInt(2);
                for (double y = squared ? 0 : 25; y < heightMm; y += pitch) {
                    g.draw(new Line2D.Double(0, y, widthMm, y));
                }
                for (double x = 0; squared && x < widthMm; x += pitch) {
                    g.draw(new Line2D.Double(x, 0, x, heightMm));
                }
            }
            default -> {}
        }
    }

    private void faintContent(Graphics2D g, int what, long seed) {
        double x = 30 + random.nextDouble() * 100;
        double y = 30 + random.nextDouble() * 220;
        switch (what) {
            case 0 ->
                artist.pencil(
                        g,
                        x,
                        y,
                        15 + random.nextDouble() * 40,
                        150 + random.nextInt(40),
                        0.3 + random.nextDouble() * 0.2);
            case 1 -> {
                g.setColor(new Color(40, 40, 40));
                g.setFont(artist.font(8 + random.nextInt(3)));
                g.drawString(Integer.toString(1 + random.nextInt(99)), (float) (widthMm / 2), (float) (heightMm - 12));
            }
            case 2 -> artist.signature(g, x, y, 30, new Color(140, 145, 175), 0.35);
            case 3 -> artist.stamp(g, x, y, 12 + random.nextDouble() * 6, new Color(200, 70, 80));
            case 4 -> {
                g.setColor(new Color(90, 90, 90));
                g.setFont(artist.font(9));
                g.drawString("Please turn over and sign on page " + (2 + seed % 7) + ".", 25, (float) y);
            }
            default -> {
                g.setColor(new Color(165, 165, 165));
                g.setFont(artist.font(11));
                g.drawString(artist.word(), (float) x, (float) y);
            }
        }
        if (seed % 3 == 2) {
            blankFault(g, 3 + (int) (seed % 5));
        }
    }

    private void colourContent(Graphics2D g, int what) {
        print(g, 0);
        double x = 40 + random.nextDouble() * 80;
        double y = 60 + random.nextDouble() * 150;
        switch (what) {
            case 0 -> artist.stamp(g, x, y, 14, new Color(190, 40, 60));
            case 1 -> {
                g.setColor(new Color(255, 240, 60, 130));
                g.fill(new Rectangle2D.Double(x, y, 50, 4.5));
            }
            case 2 -> artist.signature(g, x, 282, 40, new Color(30, 60, 160), 0.4);
            case 3 -> {
                for (int i = 0; i < 5; i++) {
                    g.setColor(Color.getHSBColor(i * 0.2f, 0.6f, 0.8f));
                    g.fill(new Rectangle2D.Double(x + i * 12, y + i * 4, 9, 40 - i * 4));
                }
            }
            case 7 -> {
                g.setColor(Color.WHITE);
                artist.picture(g, x, y, 70, 50, false);
            }
            default -> {}
        }
    }

    private AffineTransform transform() {
        double px = dpi / 25.4;
        AffineTransform t = new AffineTransform();
        int width = scanWidth();
        int height = scanHeight();
        t.translate(width / 2.0, height / 2.0);
        t.rotate(-Math.toRadians(skew + turn));
        t.scale(px, px);
        t.translate(-widthMm / 2, -heightMm / 2);
        return t;
    }

    private boolean onItsSide() {
        return turn % 180 == 90;
    }

    private int scanWidth() {
        return (int)
                Math.round(((onItsSide() ? heightMm : widthMm) + (bed == null ? 0 : 2 * bedMarginMm)) * dpi / 25.4);
    }

    private int scanHeight() {
        return (int)
                Math.round(((onItsSide() ? widthMm : heightMm) + (bed == null ? 0 : 2 * bedMarginMm)) * dpi / 25.4);
    }

    private Truth scan(String what, Content content, PageColour colour, boolean blank, Kind kind) {
        int width = scanWidth();
        int height = scanHeight();
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_3BYTE_BGR);
        Graphics2D g = image.createGraphics();
        g.setColor(bed == null ? paper : bed);
        g.fillRect(0, 0, width, height);
        RoughScan.smooth(g);
        g.transform(transform());
        g.setColor(paper);
        g.fill(new Rectangle2D.Double(0, 0, widthMm, heightMm));
        if (showThrough) {
            g.drawImage(otherSide(), AffineTransform.getScaleInstance(25.4 / 100, 25.4 / 100), null);
        }
        content.draw(g);
        g.dispose();
        MediaSize media = MediaSizes.snap((int) Math.round(widthMm * 100), (int) Math.round(heightMm * 100));
        return new Truth(
                what,
                raster(image),
                skew,
                turn,
                colour,
                blank,
                media.name().startsWith("custom") ? "" : media.name(),
                widthMm,
                heightMm,
                kind,
                Optional.empty(),
                artist.text.toString());
    }

    /** Mirrored, pale and blurred, at 100 dpi. */
    private BufferedImage otherSide() {
        int w = (int) (widthMm * 100 / 25.4);
        int h = (int) (heightMm * 100 / 25.4);
        BufferedImage back = new BufferedImage(w, h, BufferedImage.TYPE_INT_ARGB);
        Graphics2D g = back.createGraphics();
        RoughScan.smooth(g);
        g.translate(w, 0);
        g.scale(-100 / 25.4, 100 / 25.4);
        int strength = 30 + random.nextInt(40);
        new SheetArtist(new Random(random.nextLong()))
                .paragraphs(g, 20, 20, widthMm - 40, heightMm - 20, 11, new Color(0, 0, 0, strength));
        g.dispose();
        float[] k = new float[25];
        java.util.Arrays.fill(k, 1 / 25f);
        return new ConvolveOp(new Kernel(5, 5, k), ConvolveOp.EDGE_NO_OP, null).filter(back, null);
    }

    /** The lamp's fall from left to right, its tint, and noise of the sensor. */
    private PageRaster raster(BufferedImage image) {
        byte[] bgr = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        int width = image.getWidth();
        int height = image.getHeight();
        byte[] rgb = new byte[bgr.length];
        double[] tint = {cast.getRed() / 255.0, cast.getGreen() / 255.0, cast.getBlue() / 255.0};
        Random grain = new Random(random.nextLong());
        float[] noises = new float[8191];
        for (int i = 0; i < noises.length; i++) {
            noises[i] = (float) (grain.nextGaussian() * noise);
        }
        double[] lamps = new double[width];
        for (int x = 0; x < width; x++) {
            lamps[x] = 1 - lampFall * x / width;
        }
        int n = 0;
        for (int y = 0; y < height; y++) {
            n = grain.nextInt(noises.length);
            for (int x = 0; x < width; x++) {
                double lamp = lamps[x];
                int at = (y * width + x) * 3;
                float common = noises[n = n + 1 == noises.length ? 0 : n + 1];
                for (int c = 0; c < 3; c++) {
                    float own = noises[n = n + 1 == noises.length ? 0 : n + 1];
                    double v = (bgr[at + 2 - c] & 0xff) * lamp * tint[c] + common * 0.8 + own * 0.4;
                    rgb[at + c] = (byte) Math.max(0, Math.min(255, (int) (v + 0.5)));
                }
            }
        }
        return new PageRaster(width, height, 3, new Resolution(dpi), rgb);
    }
}
