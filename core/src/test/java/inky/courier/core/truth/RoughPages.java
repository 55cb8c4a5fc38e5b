package inky.courier.core.truth;

import inky.courier.core.page.PageRaster;
import java.awt.Color;
import java.util.Random;

/**
 * Paper as offices have it, with known truth: blank sides with every fault of sheet and scanner, sides with hardly anything
 * on them and the same faults, pages printed to their edges on lids of every tone, print whose colours do not quite meet.
 * Seeds of {@link TruthPages#HELD_BACK} and above were never looked at while the analysis was tuned.
 */
public final class RoughPages {
    private static final SheetLayer[] LAYERS = SheetLayer.values();

    private RoughPages() {}

    /**
     * A drawn scan.
     *
     * @param what in words
     * @param layers what changed each pixel last, a {@link SheetLayer}'s ordinal
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
            return layer(at) == SheetLayer.CONTENT;
        }

        private SheetLayer layer(int at) {
            return LAYERS[layers[at]];
        }

        /** The layer of a square of pixels: content where there is any, else the last that is not bare paper. */
        public SheetLayer layer(int column, int row, double pixels) {
            int width = raster.width();
            SheetLayer last = SheetLayer.PAPER;
            for (int y = (int) (row * pixels); y < Math.min(raster.height(), (row + 1) * pixels); y++) {
                for (int x = (int) (column * pixels); x < Math.min(width, (column + 1) * pixels); x++) {
                    SheetLayer layer = layer(y * width + x);
                    if (layer == SheetLayer.CONTENT) {
                        return layer;
                    }
                    last = layer == SheetLayer.PAPER ? last : layer;
                }
            }
            return last;
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
        int sort = (int) (seed % RoughContents.SPARSE.size());
        scan.ink(SheetLayer.CONTENT, g -> RoughContents.SPARSE.get(sort).draw(scan, g, random));
        faults += after(scan, random);
        return done(RoughContents.SPARSE.get(sort).name() + faults + ", seed " + seed, scan, false, false);
    }

    public static int sparseSorts() {
        return RoughContents.SPARSE.size();
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

    /** Where the ink goes to the sheet's edge, and what the lid looks like. */
    public static Rough toTheEdge(long seed, int dpi) {
        Random random = random(seed, 3);
        int lidSort = (int) (seed / RoughContents.EDGES.size() % 5);
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
        RoughContents.Drawn sort = RoughContents.EDGES.get((int) (seed % RoughContents.EDGES.size()));
        boolean[] coloured = {true};
        scan.ink(SheetLayer.CONTENT, g -> {
            sort.draw(scan, g, random);
            coloured[0] = !sort.name().contains("black") && !sort.name().contains("grey");
        });
        String on = lid == null ? "" : " on a lid of " + tone;
        return done(sort.name() + on + ", seed " + seed, scan, false, coloured[0]);
    }

    public static int edgeSorts() {
        return RoughContents.EDGES.size();
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
        int sort = (int) (seed / 2 % RoughContents.COLOURS.size());
        scan.ink(SheetLayer.CONTENT, g -> {
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
                RoughContents.COLOURS.get(sort).draw(scan, g, random);
            }
        });
        String what = coloured ? RoughContents.COLOURS.get(sort).name() : "black print";
        return done(
                String.format(
                        java.util.Locale.ROOT, "%s shifted by %.2f at %d dpi, seed %d", what, scan.shift, dpi, seed),
                scan,
                false,
                coloured);
    }

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
        RoughContents.Drawn sort = RoughContents.PALE.get((int) (seed % RoughContents.PALE.size()));
        scan.ink(SheetLayer.CONTENT, g -> sort.draw(scan, g, random));
        return done(sort.name() + ", seed " + seed, scan, false, true);
    }

    public static int paleSorts() {
        return RoughContents.PALE.size();
    }

    /** Print whose rows do not run across the whole page, or of which there is little: what makes the turn hard to measure. */
    public static Rough askew(long seed, int dpi) {
        Random random = random(seed, 6);
        RoughContents.Drawn sort = RoughContents.ASKEW.get((int) (seed % RoughContents.ASKEW.size()));
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
        scan.ink(SheetLayer.CONTENT, g -> sort.draw(scan, g, random));
        return done(sort.name() + ", seed " + seed, scan, false, false);
    }
}
