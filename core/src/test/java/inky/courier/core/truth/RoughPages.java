package inky.courier.core.truth;

import inky.courier.core.page.PageRaster;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Random;

/**
 * Paper as offices have it, with known truth: blank sides with every fault of sheet and scanner, sides with hardly anything
 * on them and the same faults, pages printed to their edges on lids of every tone, print whose colours do not quite meet.
 * Seeds of {@link TruthPages#HELD_BACK} and above were never looked at while the analysis was tuned.
 */
public final class RoughPages {
    /** Layers that there are, bare paper and the lid among them. */
    public static final int LAYERS = RoughScan.LID + 1;

    public static final int CONTENT = RoughScan.CONTENT;
    public static final int TEXTURE = RoughScan.TEXTURE;

    private RoughPages() {}

    /** The place among the causes of marks of what a layer draws: the lid shows as a shadow at the paper's edge. */
    public static int cause(int layer) {
        return layer == RoughScan.LID ? RoughScan.SHADOW - 1 : Math.max(1, layer) - 1;
    }

    /**
     * A drawn scan.
     *
     * @param what in words
     * @param layers what changed each pixel last, one of {@link RoughScan}'s layers
     * @param blank whether a person would let it be left out
     * @param coloured whether a person would keep it in colour
     * @param widthMm of the paper
     */
    public record Rough(
            String what,
            PageRaster raster,
            byte[] layers,
            boolean blank,
            boolean coloured,
            double widthMm,
            double heightMm,
            double skew) {
        public boolean isContent(int at) {
            return layers[at] == RoughScan.CONTENT;
        }

        /** The layer of a square of pixels: content where there is any, else what is in its middle. */
        public int layer(int column, int row, double pixels) {
            int width = raster.width();
            int middle = RoughScan.LID;
            for (int y = (int) (row * pixels); y < Math.min(raster.height(), (row + 1) * pixels); y++) {
                for (int x = (int) (column * pixels); x < Math.min(width, (column + 1) * pixels); x++) {
                    int layer = layers[y * width + x];
                    if (layer == RoughScan.CONTENT) {
                        return layer;
                    }
                    middle = layer == 0 && middle != RoughScan.LID ? middle : layer;
                }
            }
            return middle;
        }
    }

    /** A side with nothing on it, and up to five faults. */
    public static Rough blankSide(long seed, int dpi) {
        Random random = random(seed, 1);
        RoughScan scan = sheet(random, dpi);
        String faults = before(scan, random);
        faults += after(scan, random);
        return done("blank" + faults + ", seed " + seed, scan, true, false);
    }

    /** A side with hardly anything on it, and up to five faults. */
    public static Rough sparse(long seed, int dpi) {
        Random random = random(seed, 2);
        RoughScan scan = sheet(random, dpi);
        String faults = before(scan, random);
        int sort = (int) (seed % SPARSE.size());
        scan.ink(RoughScan.CONTENT, g -> SPARSE.get(sort).draw(scan, g, random));
        faults += after(scan, random);
        return done(SPARSE.get(sort).name() + faults + ", seed " + seed, scan, false, false);
    }

    public static int sparseSorts() {
        return SPARSE.size();
    }

    private static Rough done(String what, RoughScan scan, boolean blank, boolean coloured) {
        return new Rough(what, scan.raster(), scan.layers(), blank, coloured, scan.widthMm, scan.heightMm, scan.skew);
    }

    private static Random random(long seed, int salt) {
        Random random = new Random(seed * 104_729 + salt);
        random.nextInt();
        return random;
    }

    private static RoughScan sheet(Random random, int dpi) {
        Color paper = switch (random.nextInt(8)) {
            case 0 -> new Color(228 - random.nextInt(20), 226 - random.nextInt(20), 214 - random.nextInt(20));
            case 1 -> new Color(234 - random.nextInt(12), 220 - random.nextInt(12), 184 - random.nextInt(24));
            case 2 -> Color.getHSBColor(random.nextFloat(), 0.1f + 0.25f * random.nextFloat(), 0.97f);
            default -> {
                int tone = 236 + random.nextInt(20);
                yield new Color(tone, tone, Math.max(0, tone - random.nextInt(6)));
            }
        };
        Color lid = null;
        double margin = 0;
        if (random.nextInt(6) == 0) {
            int tone = new int[] {12, 30, 90, 150}[random.nextInt(4)] + random.nextInt(20);
            lid = new Color(tone, tone, tone);
            margin = 3 + random.nextDouble() * 10;
        }
        double skew = random.nextGaussian() * 0.8;
        boolean small = random.nextInt(7) == 0;
        RoughScan scan = new RoughScan(random, dpi, small ? 148 : 210, small ? 210 : 297, skew, paper, lid, margin);
        boolean rough = random.nextInt(3) == 0;
        scan.grain = rough ? 2.5 + random.nextDouble() * 4.5 : 0.6 + random.nextDouble() * 2;
        scan.blur = random.nextDouble() * 0.25;
        scan.shift = random.nextInt(3) == 0 ? (random.nextDouble() - 0.5) : 0;
        scan.quality = random.nextInt(5) == 0 ? 1 : 0.55 + random.nextDouble() * 0.38;
        if (random.nextInt(3) == 0) {
            scan.lamp(random.nextDouble() * 0.2, (random.nextDouble() - 0.5) * 0.2, random.nextDouble() * 0.15);
        }
        if (random.nextInt(5) == 0) {
            scan.cast = new double[] {1, 0.95 + random.nextDouble() * 0.05, 0.9 + random.nextDouble() * 0.1};
        }
        if (random.nextInt(3) == 0) {
            scan.grey();
        }
        return scan;
    }

    /** Faults below what is written. */
    private static String before(RoughScan scan, Random random) {
        String faults = "";
        if (random.nextInt(5) == 0) {
            scan.mottle();
            faults += " mottled";
        }
        if (random.nextInt(9) == 0) {
            scan.crumple();
            faults += " crumpled";
        }
        if (random.nextInt(3) == 0) {
            scan.otherSide(0.03 + 0.17 * Math.pow(random.nextDouble(), 1.5));
            faults += " showing through";
        }
        if (random.nextInt(8) == 0) {
            scan.rules();
            faults += " ruled";
        }
        return faults;
    }

    /** Faults above it. */
    private static String after(RoughScan scan, Random random) {
        String faults = "";
        if (random.nextInt(5) == 0) {
            boolean both = random.nextInt(3) == 0;
            boolean across = random.nextBoolean();
            scan.folds(both || across, both || !across);
            faults += " folded";
        }
        if (random.nextInt(8) == 0) {
            scan.corner();
            faults += " stapled";
        }
        if (random.nextInt(4) == 0) {
            scan.holes();
            faults += " punched";
        }
        if (random.nextInt(2) == 0) {
            scan.dust(3 + random.nextInt(40));
            faults += " dusty";
        }
        if (random.nextInt(4) == 0) {
            scan.fibres(1 + random.nextInt(12));
            faults += " fibres";
        }
        if (random.nextInt(7) == 0) {
            scan.clump();
            faults += " clump";
        }
        for (int i = random.nextInt(5) == 0 ? 1 + random.nextInt(3) : 0; i > 0; i--) {
            scan.hair();
            faults += " hair";
        }
        if (random.nextInt(4) == 0) {
            scan.edgeShadow();
            faults += " shaded";
        }
        if (random.nextInt(6) == 0) {
            scan.streaks(1 + random.nextInt(3));
            faults += " streaked";
        }
        return faults;
    }

    /** What hardly is on a page. */
    private record Sparse(String name, Drawing drawing) {
        void draw(RoughScan scan, Graphics2D g, Random random) {
            drawing.draw(scan, g, random);
        }
    }

    private interface Drawing {
        void draw(RoughScan scan, Graphics2D g, Random random);
    }

    private static Color grey(Random random, int from, int spread) {
        int tone = from + random.nextInt(spread);
        return new Color(tone, tone, tone);
    }

    private static double across(RoughScan scan, Random random, double room) {
        return 22 + random.nextDouble() * Math.max(1, scan.widthMm - 44 - room);
    }

    private static double down(RoughScan scan, Random random) {
        return 25 + random.nextDouble() * (scan.heightMm - 50);
    }

    private static String words(RoughScan scan, int count) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < count; i++) {
            text.append(i == 0 ? "" : " ").append(scan.artist.word());
        }
        return text.toString();
    }

    private static void print(Graphics2D g, Font font, Color ink, String text, double x, double y) {
        g.setFont(font);
        g.setColor(ink);
        g.drawString(text, (float) x, (float) y);
    }

    private static void pen(Graphics2D g, Color ink, double width) {
        g.setColor(ink);
        g.setStroke(new BasicStroke((float) width, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    }

    /** Figures and letters as a hand makes them: bowed strokes. */
    private static void scrawl(Graphics2D g, Random random, double x, double y, double size, int letters) {
        for (int i = 0; i < letters; i++) {
            Path2D path = new Path2D.Double();
            double at = x + i * size * 0.8;
            path.moveTo(at + random.nextDouble() * size * 0.4, y - size * random.nextDouble());
            for (int k = 0; k < 2 + random.nextInt(2); k++) {
                path.curveTo(
                        at + random.nextDouble() * size * 0.7, y - size * random.nextDouble(),
                        at + random.nextDouble() * size * 0.7, y - size * random.nextDouble(),
                        at + random.nextDouble() * size * 0.7, y - size * random.nextDouble());
            }
            g.draw(path);
        }
    }

    private static final List<Sparse> SPARSE = List.of(
            new Sparse("line at the edge", (scan, g, r) -> {
                boolean top = r.nextBoolean();
                print(
                        g,
                        scan.artist.font(8 + r.nextInt(4)),
                        grey(r, 20, 70),
                        words(scan, 5 + r.nextInt(8)),
                        20 + r.nextDouble() * 40,
                        top ? 1.5 + 2.4 : scan.heightMm - 1.5 - 0.8);
            }),
            new Sparse("page number", (scan, g, r) -> {
                String number = Integer.toString(1 + r.nextInt(99));
                String[] forms = {number, "- " + number + " -", "Page " + number, number + "/" + (100 + r.nextInt(90))};
                double x = r.nextInt(3) == 0 ? 20 : r.nextInt(2) == 0 ? scan.widthMm / 2 : scan.widthMm - 30;
                print(
                        g,
                        scan.artist.font(7 + r.nextInt(4)),
                        grey(r, 20, 120),
                        forms[r.nextInt(4)],
                        x,
                        r.nextInt(4) == 0 ? 9 : scan.heightMm - 5 - r.nextDouble() * 10);
            }),
            new Sparse("writing that leaves the sheet", (scan, g, r) -> {
                pen(g, r.nextBoolean() ? new Color(40, 55, 120) : grey(r, 40, 90), 0.3 + r.nextDouble() * 0.3);
                boolean side = r.nextBoolean();
                scrawl(g, r, side ? scan.widthMm - 40 : -3, down(scan, r), 4 + r.nextDouble() * 4, 9);
            }),
            new Sparse("faint carbon copy", (scan, g, r) -> {
                int tone = 185 + r.nextInt(35);
                Color ink = r.nextBoolean() ? new Color(tone - 18, tone - 12, tone + 12) : new Color(tone, tone, tone);
                pen(g, ink, 0.3);
                double x = 25;
                double y = 40;
                for (int i = 0; i < 4 + r.nextInt(8); i++) {
                    g.draw(new Rectangle2D.Double(x, y, scan.widthMm - 50, 12));
                    print(g, scan.artist.font(8), ink, words(scan, 2), x + 1, y + 4);
                    pen(g, ink, 0.35 + r.nextDouble() * 0.25);
                    scrawl(g, r, x + 40, y + 10, 5, 6 + r.nextInt(6));
                    y += 13;
                }
            }),
            new Sparse("dotted line to sign on", (scan, g, r) -> {
                g.setColor(grey(r, 20, 110));
                double x = across(scan, r, 70);
                double y = down(scan, r);
                double dot = 0.25 + r.nextDouble() * 0.25;
                for (int i = 0; i < 30 + r.nextInt(30); i++) {
                    g.fill(new Ellipse2D.Double(x + i * 1.2, y, dot, dot));
                }
            }),
            new Sparse("small code", (scan, g, r) -> {
                double x = r.nextBoolean() ? 6 : scan.widthMm - 15;
                double y = r.nextBoolean() ? 6 : scan.heightMm - 15;
                g.setColor(grey(r, 10, 60));
                double module = 8.0 / 18;
                for (int i = 0; i < 18; i++) {
                    for (int k = 0; k < 18; k++) {
                        if (i == 0 || k == 17 || r.nextBoolean()) {
                            g.fill(new Rectangle2D.Double(x + i * module, y + k * module, module, module));
                        }
                    }
                }
            }),
            new Sparse("pencil shading", (scan, g, r) -> {
                double x = across(scan, r, 30);
                double y = down(scan, r) * 0.8;
                int tone = 175 + r.nextInt(35);
                g.setStroke(new BasicStroke(0.7f));
                for (int i = 0; i < 40; i++) {
                    g.setColor(new Color(tone, tone, tone, 90 + r.nextInt(80)));
                    double w = 10 + r.nextDouble() * 6;
                    g.draw(new Line2D.Double(x + i * 0.5, y + r.nextDouble(), x + i * 0.5 + 4, y + w));
                }
            }),
            new Sparse(
                    "pencil line",
                    (scan, g, r) -> scan.artist.pencil(
                            g,
                            across(scan, r, 60),
                            down(scan, r),
                            12 + r.nextDouble() * 60,
                            150 + r.nextInt(60),
                            0.25 + r.nextDouble() * 0.25)),
            new Sparse("tick", (scan, g, r) -> {
                pen(g, grey(r, 60, 130), 0.3 + r.nextDouble() * 0.4);
                double x = across(scan, r, 15);
                double y = down(scan, r);
                double size = 3 + r.nextDouble() * 9;
                Path2D path = new Path2D.Double();
                path.moveTo(x, y);
                path.lineTo(x + size * 0.35, y + size * 0.5);
                path.lineTo(x + size, y - size * 0.8);
                g.draw(path);
            }),
            new Sparse("light signature", (scan, g, r) -> {
                int tone = 60 + r.nextInt(110);
                scan.artist.signature(
                        g,
                        across(scan, r, 45),
                        down(scan, r),
                        14 + r.nextDouble() * 28,
                        r.nextBoolean() ? new Color(tone, tone + 5, tone + 40) : new Color(tone, tone, tone),
                        0.2 + r.nextDouble() * 0.3);
            }),
            new Sparse(
                    "one word",
                    (scan, g, r) -> print(
                            g,
                            scan.artist.font(7 + r.nextInt(6)),
                            grey(r, 20, 140),
                            scan.artist.word(),
                            across(scan, r, 25),
                            down(scan, r))),
            new Sparse("initials", (scan, g, r) -> {
                pen(g, r.nextBoolean() ? new Color(50, 60, 140) : grey(r, 50, 100), 0.25 + r.nextDouble() * 0.3);
                scrawl(g, r, across(scan, r, 15), down(scan, r), 3.5 + r.nextDouble() * 5, 2);
            }),
            new Sparse(
                    "pale stamp",
                    (scan, g, r) -> scan.artist.stamp(
                            g,
                            across(scan, r, 30),
                            down(scan, r) * 0.9,
                            10 + r.nextDouble() * 18,
                            Color.getHSBColor(
                                    r.nextFloat(), 0.2f + 0.3f * r.nextFloat(), 0.75f + 0.15f * r.nextFloat()))),
            new Sparse("figure by hand", (scan, g, r) -> {
                pen(g, grey(r, 40, 130), 0.3 + r.nextDouble() * 0.4);
                double x = across(scan, r, 12);
                double y = down(scan, r);
                double size = 4 + r.nextDouble() * 6;
                Path2D path = new Path2D.Double();
                path.moveTo(x, y - size);
                path.curveTo(x + size, y - size, x + size * 0.8, y - size * 0.5, x + size * 0.3, y - size * 0.5);
                path.curveTo(x + size, y - size * 0.5, x + size * 0.8, y + size * 0.1, x, y);
                g.draw(path);
            }),
            new Sparse(
                    "faded till line",
                    (scan, g, r) -> print(
                            g,
                            new Font("DejaVu Sans Mono", Font.PLAIN, 10).deriveFont(2.6f + r.nextFloat()),
                            grey(r, 150, 55),
                            words(scan, 3) + "  " + r.nextInt(90_000) / 100.0,
                            across(scan, r, 80),
                            down(scan, r))),
            new Sparse("worn needle print", (scan, g, r) -> {
                int tone = 130 + r.nextInt(60);
                g.setColor(new Color(tone, tone, tone));
                double x = across(scan, r, 60);
                double y = down(scan, r);
                for (int c = 0; c < 10 + r.nextInt(15); c++) {
                    for (int i = 0; i < 16; i++) {
                        if (r.nextInt(3) > 0) {
                            g.fill(new Ellipse2D.Double(
                                    x + c * 2.5 + r.nextInt(5) * 0.36, y + r.nextInt(7) * 0.36, 0.33, 0.33));
                        }
                    }
                }
            }),
            new Sparse("line to sign on", (scan, g, r) -> {
                pen(g, grey(r, 20, 140), 0.15 + r.nextDouble() * 0.25);
                double x = across(scan, r, 80);
                double y = down(scan, r);
                g.draw(new Line2D.Double(x, y, x + 30 + r.nextDouble() * 50, y));
            }),
            new Sparse("boxes to tick", (scan, g, r) -> {
                pen(g, grey(r, 30, 110), 0.2 + r.nextDouble() * 0.2);
                double x = across(scan, r, 10);
                double y = down(scan, r) * 0.8;
                double side = 3 + r.nextDouble() * 2;
                for (int i = 0; i < 1 + r.nextInt(3); i++) {
                    g.draw(new Rectangle2D.Double(x, y + i * 8, side, side));
                }
            }),
            new Sparse("crossed out", (scan, g, r) -> {
                pen(g, grey(r, 60, 130), 0.3 + r.nextDouble() * 0.5);
                g.draw(new Line2D.Double(
                        20 + r.nextDouble() * 20,
                        scan.heightMm * 0.8,
                        scan.widthMm - 20 - r.nextDouble() * 20,
                        scan.heightMm * (0.15 + 0.2 * r.nextDouble())));
            }),
            new Sparse("arrow", (scan, g, r) -> {
                pen(g, grey(r, 50, 120), 0.3 + r.nextDouble() * 0.4);
                double x = across(scan, r, 50);
                double y = down(scan, r);
                double length = 12 + r.nextDouble() * 30;
                double rise = r.nextGaussian() * 6;
                g.draw(new Line2D.Double(x, y, x + length, y + rise));
                g.draw(new Line2D.Double(x + length, y + rise, x + length - 4, y + rise - 2));
                g.draw(new Line2D.Double(x + length, y + rise, x + length - 4, y + rise + 2));
            }),
            new Sparse("marker stroke", (scan, g, r) -> {
                g.setColor(Color.getHSBColor(r.nextFloat(), 0.35f + 0.3f * r.nextFloat(), 1));
                g.fill(new Rectangle2D.Double(across(scan, r, 50), down(scan, r), 20 + r.nextDouble() * 30, 4.2));
            }),
            new Sparse("heading with a rule", (scan, g, r) -> {
                Color ink = grey(r, 30, 100);
                print(g, scan.artist.font(8 + r.nextInt(3)), ink, words(scan, 3), 22, 14);
                pen(g, ink, 0.2);
                g.draw(new Line2D.Double(22, 16.5, scan.widthMm - 22, 16.5));
            }),
            new Sparse("small print", (scan, g, r) -> {
                Font font = scan.artist.font(5);
                Color ink = grey(r, 60, 110);
                double y = scan.heightMm - 14;
                for (int i = 0; i < 1 + r.nextInt(3); i++) {
                    print(g, font, ink, words(scan, 14), 22, y + i * 2.2);
                }
            }),
            new Sparse("note on ruled paper", (scan, g, r) -> {
                pen(g, grey(r, 70, 100), 0.3 + r.nextDouble() * 0.3);
                scrawl(g, r, across(scan, r, 40), down(scan, r), 3.5 + r.nextDouble() * 3, 4 + r.nextInt(6));
            }));

    /** Where the ink goes to the sheet's edge, and what the lid looks like. */
    public static Rough toTheEdge(long seed, int dpi) {
        Random random = random(seed, 3);
        int lidSort = (int) (seed / EDGES.size() % 5);
        int tone = new int[] {0, 238, 250, 128, 14}[lidSort];
        Color lid = tone == 0 ? null : new Color(tone, tone, tone);
        int[] white = {252, 252, 250};
        double skew = lid == null ? random.nextGaussian() * 0.4 : random.nextGaussian() * 1.2;
        double[][] sizes = {{210, 297}, {210, 297}, {148, 210}, {216, 279}};
        double[] size = sizes[random.nextInt(sizes.length)];
        RoughScan scan = new RoughScan(
                random,
                dpi,
                size[0],
                size[1],
                skew,
                new Color(white[0], white[1], white[2]),
                lid,
                4 + random.nextDouble() * 14);
        scan.grain = 0.8 + random.nextDouble() * 2.5;
        scan.blur = random.nextDouble() * 0.2;
        if (random.nextInt(3) == 0) {
            scan.lamp(random.nextDouble() * 0.06, 0, random.nextDouble() * 0.04);
        }
        Sparse sort = EDGES.get((int) (seed % EDGES.size()));
        boolean[] coloured = {true};
        scan.ink(RoughScan.CONTENT, g -> {
            sort.draw(scan, g, random);
            coloured[0] = !sort.name().contains("black") && !sort.name().contains("grey");
        });
        String on = lid == null ? "" : " on a lid of " + tone;
        return done(sort.name() + on + ", seed " + seed, scan, false, coloured[0]);
    }

    private static Color ink(Random random) {
        return Color.getHSBColor(
                random.nextFloat(), 0.5f + 0.4f * random.nextFloat(), 0.25f + 0.5f * random.nextFloat());
    }

    private static void letter(RoughScan scan, Graphics2D g, double top) {
        scan.artist.paragraphs(
                g, scan.widthMm * 0.12, top, scan.widthMm * 0.76, scan.heightMm * 0.85, 10.5, Color.BLACK);
    }

    private static void name(Graphics2D g, Color ink, double x, double y) {
        g.setFont(new Font("Liberation Sans", Font.BOLD, 10).deriveFont(6f));
        g.setColor(ink);
        g.drawString("Wherrymoor Ferries", (float) x, (float) y);
    }

    private static final List<Sparse> EDGES = List.of(
            new Sparse("band at the top", (scan, g, r) -> {
                double high = 12 + r.nextDouble() * 20;
                g.setColor(ink(r));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, high + 1));
                name(g, Color.WHITE, 15, high * 0.6);
                letter(scan, g, high + 20);
            }),
            new Sparse("black band at the top", (scan, g, r) -> {
                double high = 10 + r.nextDouble() * 20;
                g.setColor(grey(r, 15, 60));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, high + 1));
                name(g, Color.WHITE, 15, high * 0.6);
                letter(scan, g, high + 20);
            }),
            new Sparse("bar at the side", (scan, g, r) -> {
                double wide = 8 + r.nextDouble() * 18;
                boolean left = r.nextBoolean();
                g.setColor(ink(r));
                g.fill(new Rectangle2D.Double(left ? -1 : scan.widthMm - wide, -1, wide + 1, scan.heightMm + 2));
                scan.artist.paragraphs(
                        g, left ? wide + 8 : 15, 25, scan.widthMm - wide - 25, scan.heightMm - 30, 10.5, Color.BLACK);
            }),
            new Sparse("bands above and below", (scan, g, r) -> {
                Color ink = ink(r);
                g.setColor(ink);
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, 16));
                g.fill(new Rectangle2D.Double(-1, scan.heightMm - 12, scan.widthMm + 2, 14));
                name(g, Color.WHITE, 15, 10);
                letter(scan, g, 35);
            }),
            new Sparse("dark flyer", (scan, g, r) -> {
                g.setColor(Color.getHSBColor(r.nextFloat(), 0.6f, 0.15f + 0.25f * r.nextFloat()));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, scan.heightMm + 2));
                name(g, Color.WHITE, 20, 40);
                g.setColor(new Color(250, 220, 90));
                g.fill(new Ellipse2D.Double(scan.widthMm * 0.5, scan.heightMm * 0.45, 60, 60));
                scan.artist.paragraphs(
                        g, 20, scan.heightMm * 0.75, scan.widthMm - 40, scan.heightMm * 0.92, 11, Color.WHITE);
            }),
            new Sparse("black flyer", (scan, g, r) -> {
                g.setColor(grey(r, 14, 30));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, scan.heightMm + 2));
                name(g, Color.WHITE, 20, 40);
                g.setColor(Color.WHITE);
                g.fill(new Rectangle2D.Double(25, 70, scan.widthMm - 50, scan.heightMm * 0.4));
                scan.artist.paragraphs(g, 32, 75, scan.widthMm - 64, 60 + scan.heightMm * 0.4, 10, Color.BLACK);
            }),
            new Sparse("photograph to the edge", (scan, g, r) -> {
                double high = scan.heightMm * (0.3 + 0.3 * r.nextDouble());
                scan.artist.picture(g, 0, 0, scan.widthMm, high, true);
                letter(scan, g, high + 12);
            }),
            new Sparse("frame", (scan, g, r) -> {
                g.setColor(ink(r));
                g.setStroke(new BasicStroke(6 + r.nextFloat() * 8));
                g.draw(new Rectangle2D.Double(0, 0, scan.widthMm, scan.heightMm));
                letter(scan, g, 40);
            }),
            new Sparse("black frame", (scan, g, r) -> {
                g.setColor(grey(r, 10, 50));
                g.setStroke(new BasicStroke(3 + r.nextFloat() * 6));
                double in = r.nextBoolean() ? 0 : 6;
                g.draw(new Rectangle2D.Double(in, in, scan.widthMm - 2 * in, scan.heightMm - 2 * in));
                letter(scan, g, 40);
            }),
            new Sparse("triangle in a corner", (scan, g, r) -> {
                g.setColor(ink(r));
                Path2D path = new Path2D.Double();
                path.moveTo(scan.widthMm, 0);
                path.lineTo(scan.widthMm, 70);
                path.lineTo(scan.widthMm - 110, 0);
                path.closePath();
                g.fill(path);
                letter(scan, g, 75);
            }),
            new Sparse("grey panel to the edge", (scan, g, r) -> {
                g.setColor(grey(r, 120, 70));
                double wide = scan.widthMm * (0.2 + 0.2 * r.nextDouble());
                g.fill(new Rectangle2D.Double(scan.widthMm - wide, -1, wide + 1, scan.heightMm + 2));
                scan.artist.paragraphs(g, scan.widthMm - wide + 5, 30, wide - 10, scan.heightMm * 0.6, 9, Color.BLACK);
                scan.artist.paragraphs(g, 15, 30, scan.widthMm - wide - 22, scan.heightMm - 30, 10.5, Color.BLACK);
            }),
            new Sparse("fading band", (scan, g, r) -> {
                Color ink = ink(r);
                g.setPaint(new GradientPaint(0, 0, ink, (float) scan.widthMm, 0, new Color(250, 250, 250)));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, 24));
                name(g, Color.WHITE, 15, 15);
                letter(scan, g, 40);
            }));

    public static int edgeSorts() {
        return EDGES.size();
    }

    /** Black print, or print with some colour, whose red and blue do not quite lie on its green. */
    public static Rough fringed(long seed, int dpi) {
        Random random = random(seed, 4);
        int paperSort = random.nextInt(4);
        Color paper = paperSort == 0
                ? new Color(236 - random.nextInt(10), 222 - random.nextInt(12), 188 - random.nextInt(24))
                : paperSort == 1 ? new Color(226, 225, 214) : new Color(250, 250, 248);
        RoughScan scan = new RoughScan(
                random, dpi, dpi < 600 ? 210 : 148, dpi < 600 ? 297 : 210, random.nextGaussian(), paper, null, 0);
        scan.grain = 0.8 + random.nextDouble() * 3.5;
        scan.blur = random.nextDouble() * 0.3;
        scan.shift = random.nextInt(5) == 0
                ? 0
                : (random.nextBoolean() ? 1 : -1) * (0.15 + random.nextDouble() * 0.7) * dpi / 200;
        scan.quality = random.nextInt(4) == 0 ? 1 : 0.6 + random.nextDouble() * 0.3;
        switch (random.nextInt(6)) {
            case 0 -> scan.cast = new double[] {1, 0.94, 0.88};
            case 1 -> scan.cast = new double[] {0.94, 0.97, 1};
            case 2 -> scan.cast = new double[] {1, 0.93, 0.97};
            default -> {}
        }
        if (random.nextInt(3) == 0) {
            scan.lamp(random.nextDouble() * 0.2, 0, random.nextDouble() * 0.1);
        }
        if (random.nextInt(4) == 0) {
            scan.otherSide(0.03 + 0.1 * random.nextDouble());
        }
        boolean coloured = seed % 2 == 1;
        int sort = (int) (seed / 2 % COLOURS.size());
        scan.ink(RoughScan.CONTENT, g -> {
            switch (random.nextInt(4)) {
                case 0 -> scan.artist.table(g, 20, 30, 170, 230, random.nextBoolean());
                case 1 -> scan.artist.form(g, 20, 25, 170, 240);
                case 2 -> {
                    scan.artist.paragraphs(g, 20, 25, 170, 130, 10.5, Color.BLACK);
                    scan.artist.picture(g, 30, 140, 80, 55, false);
                    scan.artist.figures(g, 20, 210, 170, 280);
                }
                default -> scan.artist.paragraphs(g, 20, 25, 170, 280, 9 + random.nextInt(3), Color.BLACK);
            }
            if (coloured) {
                COLOURS.get(sort).draw(scan, g, random);
            }
        });
        String what = coloured ? COLOURS.get(sort).name() : "black print";
        return done(
                String.format(
                        java.util.Locale.ROOT, "%s shifted by %.2f at %d dpi, seed %d", what, scan.shift, dpi, seed),
                scan,
                false,
                coloured);
    }

    private static final List<Sparse> COLOURS = List.of(
            new Sparse(
                    "stamp",
                    (scan, g, r) -> scan.artist.stamp(
                            g, across(scan, r, 30), down(scan, r) * 0.9, 9 + r.nextDouble() * 12, ink(r))),
            new Sparse("marker", (scan, g, r) -> {
                g.setColor(new Color(255, 240, 60, 110));
                g.fill(new Rectangle2D.Double(across(scan, r, 50), down(scan, r), 25 + r.nextDouble() * 30, 4.2));
            }),
            new Sparse(
                    "blue signature",
                    (scan, g, r) -> scan.artist.signature(
                            g,
                            across(scan, r, 40),
                            down(scan, r),
                            22 + r.nextDouble() * 25,
                            new Color(20 + r.nextInt(40), 40 + r.nextInt(40), 140 + r.nextInt(60)),
                            0.3 + r.nextDouble() * 0.3)),
            new Sparse("pale band", (scan, g, r) -> {
                g.setColor(Color.getHSBColor(r.nextFloat(), 0.1f + 0.1f * r.nextFloat(), 0.97f));
                g.fill(new Rectangle2D.Double(20, down(scan, r) * 0.8, 170, 8 + r.nextDouble() * 10));
            }),
            new Sparse("letterhead", (scan, g, r) -> {
                g.setFont(new Font("Liberation Sans", Font.BOLD, 10).deriveFont(5f));
                g.setColor(ink(r));
                g.drawString("Wherrymoor Ferries", 22, 18);
                g.fill(new Rectangle2D.Double(22, 20, 166, 0.6));
            }),
            new Sparse(
                    "red figures",
                    (scan, g, r) -> print(
                            g,
                            scan.artist.font(10),
                            new Color(180 + r.nextInt(40), 30, 40),
                            Integer.toString(100_000 + r.nextInt(800_000)),
                            across(scan, r, 25),
                            down(scan, r))));

    /** Pages whose print is pale, alone or beside dark print: what a light file must not lose. */
    public static Rough pale(long seed, int dpi) {
        Random random = random(seed, 5);
        Color paper = random.nextInt(3) == 0
                ? new Color(240 - random.nextInt(12), 230 - random.nextInt(12), 205 - random.nextInt(20))
                : new Color(250, 250, 247);
        RoughScan scan = new RoughScan(random, dpi, 210, 297, random.nextGaussian() * 0.6, paper, null, 0);
        scan.grain = 0.8 + random.nextDouble() * 2.5;
        scan.blur = random.nextDouble() * 0.2;
        scan.quality = 0.75 + random.nextDouble() * 0.2;
        if (random.nextInt(3) == 0) {
            scan.lamp(random.nextDouble() * 0.12, 0, random.nextDouble() * 0.06);
        }
        Sparse sort = PALE.get((int) (seed % PALE.size()));
        scan.ink(RoughScan.CONTENT, g -> sort.draw(scan, g, random));
        return done(sort.name() + ", seed " + seed, scan, false, true);
    }

    public static int paleSorts() {
        return PALE.size();
    }

    private static final List<Sparse> PALE = List.of(
            new Sparse("worn needle print", (scan, g, r) -> {
                g.setColor(grey(r, 140, 50));
                for (double y = 25; y < 280; y += 5.5) {
                    for (int c = 0; c < 58; c++) {
                        int letter = r.nextInt(1 << 20);
                        for (int i = 0; c % 7 != 6 && i < 20; i++) {
                            if ((letter >> i & 1) != 0 && r.nextInt(8) > 0) {
                                g.fill(new Ellipse2D.Double(22 + c * 2.8 + i % 4 * 0.5, y + i / 4 * 0.5, 0.38, 0.38));
                            }
                        }
                    }
                }
            }),
            new Sparse(
                    "faded receipt", (scan, g, r) -> scan.artist.paragraphs(g, 20, 20, 80, 280, 9, grey(r, 170, 40))),
            new Sparse("carbon copy", (scan, g, r) -> {
                int tone = 165 + r.nextInt(40);
                Color ink = new Color(tone - 22, tone - 14, tone + 14);
                for (double y = 30; y < 270; y += 16) {
                    pen(g, ink, 0.3);
                    g.draw(new Rectangle2D.Double(20, y, 170, 14));
                    print(g, scan.artist.font(8), ink, words(scan, 3), 22, y + 5);
                    pen(g, ink, 0.4);
                    scrawl(g, r, 70, y + 12, 6, 14);
                }
            }),
            new Sparse("yellow print", (scan, g, r) -> {
                scan.artist.paragraphs(g, 20, 20, 170, 120, 11, new Color(250, 225, 70));
                scan.artist.paragraphs(g, 20, 130, 170, 280, 10, Color.BLACK);
            }),
            new Sparse("pink stamp over print", (scan, g, r) -> {
                scan.artist.paragraphs(g, 20, 20, 170, 280, 10.5, Color.BLACK);
                for (int i = 0; i < 4; i++) {
                    scan.artist.stamp(
                            g, 30 + r.nextInt(120), 40 + r.nextInt(200), 25 + r.nextInt(20), new Color(246, 190, 205));
                }
            }),
            new Sparse("grey small print", (scan, g, r) -> {
                scan.artist.paragraphs(g, 20, 20, 170, 150, 10.5, Color.BLACK);
                scan.artist.paragraphs(g, 20, 200, 170, 285, 6, grey(r, 165, 35));
            }),
            new Sparse("pencil notes", (scan, g, r) -> {
                scan.artist.table(g, 20, 30, 170, 230, true);
                for (int i = 0; i < 12; i++) {
                    pen(g, grey(r, 160, 50), 0.3);
                    scrawl(g, r, 25 + r.nextInt(120), 40 + r.nextInt(220), 5, 6);
                }
            }),
            new Sparse("pale band with print", (scan, g, r) -> {
                g.setColor(Color.getHSBColor(r.nextFloat(), 0.18f, 0.98f));
                g.fill(new Rectangle2D.Double(15, 60, 180, 40));
                scan.artist.paragraphs(g, 20, 20, 170, 55, 11, Color.BLACK);
                scan.artist.paragraphs(g, 20, 62, 170, 95, 10, Color.getHSBColor(r.nextFloat(), 0.4f, 0.72f));
                scan.artist.paragraphs(g, 20, 110, 170, 280, 10, Color.DARK_GRAY);
            }));

    /** Print whose rows do not run across the whole page, or of which there is little: what makes the turn hard to measure. */
    public static Rough askew(long seed, int dpi) {
        Random random = random(seed, 6);
        Sparse sort = ASKEW.get((int) (seed % ASKEW.size()));
        boolean receipt = sort.name().contains("receipt");
        double width = receipt ? new double[] {57.5, 76, 80}[random.nextInt(3)] : 210;
        double height = receipt ? width * (1.6 + random.nextDouble() * 1.6) : 297;
        RoughScan scan = new RoughScan(
                random,
                dpi,
                width,
                height,
                (random.nextDouble() * 2 - 1) * (random.nextInt(3) == 0 ? 8 : 2.5),
                new Color(250, 250, 248),
                null,
                0);
        scan.grain = 0.8 + random.nextDouble() * 4;
        scan.blur = random.nextDouble() * 0.25;
        scan.quality = 0.6 + random.nextDouble() * 0.3;
        if (random.nextInt(3) == 0) {
            scan.lamp(random.nextDouble() * 0.2, 0, random.nextDouble() * 0.1);
        }
        scan.ink(RoughScan.CONTENT, g -> sort.draw(scan, g, random));
        return done(sort.name() + ", seed " + seed, scan, false, false);
    }

    private static final List<Sparse> ASKEW = List.of(
            new Sparse("two columns", (scan, g, r) -> {
                scan.artist.paragraphs(g, 18, 20 + r.nextInt(40), 82, 285, 9 + r.nextInt(3), Color.BLACK);
                scan.artist.paragraphs(
                        g, 110, 20 + r.nextInt(40), 82, 200 + r.nextInt(80), 9 + r.nextInt(3), Color.BLACK);
            }),
            new Sparse("three columns", (scan, g, r) -> {
                for (int c = 0; c < 3; c++) {
                    scan.artist.paragraphs(
                            g,
                            14 + c * 63,
                            30 + r.nextInt(30),
                            55,
                            180 + r.nextInt(100),
                            8.5 + r.nextInt(2),
                            Color.BLACK);
                }
            }),
            new Sparse("receipt", (scan, g, r) -> {
                double w = scan.widthMm;
                scan.artist.paragraphs(g, 5, 6, w - 10, scan.heightMm * 0.3, 8, Color.DARK_GRAY);
                scan.artist.table(g, 5, scan.heightMm * 0.35, w - 10, scan.heightMm * 0.5, false);
            }),
            new Sparse("receipt in one face", (scan, g, r) -> {
                Font font = new Font("DejaVu Sans Mono", Font.PLAIN, 10).deriveFont((float) (scan.widthMm / 38));
                double y = 10;
                while (y < scan.heightMm - 10) {
                    String name = scan.artist.word();
                    String price = String.format(java.util.Locale.ROOT, "%.2f", r.nextDouble() * 90);
                    print(g, font, grey(r, 40, 60), name, 4, y);
                    print(g, font, grey(r, 40, 60), price, scan.widthMm - 17, y);
                    y += 4 + r.nextInt(2);
                }
            }),
            new Sparse("list with figures", (scan, g, r) -> scan.artist.figures(g, 20, 30, 170, 120 + r.nextInt(150))),
            new Sparse("short letter", (scan, g, r) -> {
                scan.artist.paragraphs(g, 22, 50, 60, 70, 10, Color.BLACK);
                scan.artist.paragraphs(g, 22, 100, 165, 140, 10.5, Color.BLACK);
            }));
}
