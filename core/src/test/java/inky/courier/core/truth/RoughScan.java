package inky.courier.core.truth;

import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.QuadCurve2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.Random;
import java.util.function.Consumer;

/**
 * A sheet drawn layer by layer, and what a scanner makes of it: light that falls off, blur, colour lines that are shifted
 * against each other, grain and JPEG. For every pixel it is remembered which layer changed it last, so the cause of every
 * mark is known.
 */
final class RoughScan {
    /** A layer counts where it changed a pixel by more than this. */
    private static final int CHANGED = 3;

    final Random random;
    final SheetArtist artist;
    final double widthMm;
    final double heightMm;
    final double skew;
    private final int dpi;
    private final double marginMm;
    private final BufferedImage image;
    private final byte[] bgr;
    private final byte[] layers;

    double blur;
    double grain = 1.5;
    double shift;
    double quality = 0.85;
    double[] cast = {1, 1, 1};
    private double fallAcross;
    private double fallDown;
    private double fallBend;
    private boolean grey;

    /**
     * @param lid of the scanner; null when the scan is as large as the sheet
     * @param marginMm of lid on each side
     */
    RoughScan(
            Random random,
            int dpi,
            double widthMm,
            double heightMm,
            double skew,
            Color paper,
            Color lid,
            double marginMm) {
        this.random = random;
        this.dpi = dpi;
        this.widthMm = widthMm;
        this.heightMm = heightMm;
        this.skew = skew;
        this.marginMm = lid == null ? 0 : marginMm;
        this.artist = new SheetArtist(random);
        double px = dpi / 25.4;
        this.image = new BufferedImage(
                (int) Math.round((widthMm + 2 * this.marginMm) * px),
                (int) Math.round((heightMm + 2 * this.marginMm) * px),
                BufferedImage.TYPE_3BYTE_BGR);
        this.bgr = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        this.layers = new byte[image.getWidth() * image.getHeight()];
        Graphics2D g = image.createGraphics();
        g.setColor(lid == null ? paper : lid);
        g.fillRect(0, 0, image.getWidth(), image.getHeight());
        if (lid != null) {
            Arrays.fill(layers, (byte) SheetLayer.LID.ordinal());
        }
        smooth(g);
        g.transform(onPaper());
        g.setColor(paper);
        g.fill(new Rectangle2D.Double(0, 0, widthMm, heightMm));
        g.dispose();
        if (lid != null) {
            eachPixelOfThePaper(at -> layers[at] = 0);
        }
    }

    /** From millimetres on the paper to pixels of the scan. */
    AffineTransform onPaper() {
        double px = dpi / 25.4;
        AffineTransform t = new AffineTransform();
        t.translate(image.getWidth() / 2.0, image.getHeight() / 2.0);
        t.rotate(-Math.toRadians(skew));
        t.scale(px, px);
        t.translate(-widthMm / 2, -heightMm / 2);
        return t;
    }

    private void eachPixelOfThePaper(java.util.function.IntConsumer each) {
        AffineTransform back;
        try {
            back = onPaper().createInverse();
        } catch (java.awt.geom.NoninvertibleTransformException e) {
            throw new IllegalStateException(e);
        }
        double[] p = new double[2];
        for (int y = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++) {
                p[0] = x + 0.5;
                p[1] = y + 0.5;
                back.transform(p, 0, p, 0, 1);
                if (p[0] >= 0 && p[1] >= 0 && p[0] <= widthMm && p[1] <= heightMm) {
                    each.accept(y * image.getWidth() + x);
                }
            }
        }
    }

    static void smooth(Graphics2D g) {
        g.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        g.setRenderingHint(RenderingHints.KEY_FRACTIONALMETRICS, RenderingHints.VALUE_FRACTIONALMETRICS_ON);
        g.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        g.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BILINEAR);
        g.setFont(new Font("DejaVu Sans", Font.PLAIN, 10));
    }

    /** Draws on the paper, in millimetres from its corner; nothing reaches the lid. */
    RoughScan layer(SheetLayer layer, Consumer<Graphics2D> draw) {
        byte[] before = bgr.clone();
        Graphics2D g = image.createGraphics();
        smooth(g);
        g.transform(onPaper());
        g.clip(new Rectangle2D.Double(0, 0, widthMm, heightMm));
        draw.accept(g);
        g.dispose();
        mark(layer, before);
        return this;
    }

    /** Prints or writes on the paper: ink takes light from the paper's own colour. */
    RoughScan ink(SheetLayer layer, Consumer<Graphics2D> draw) {
        BufferedImage ink = new BufferedImage(image.getWidth(), image.getHeight(), BufferedImage.TYPE_3BYTE_BGR);
        byte[] inked = ((DataBufferByte) ink.getRaster().getDataBuffer()).getData();
        Arrays.fill(inked, (byte) 255);
        Graphics2D g = ink.createGraphics();
        smooth(g);
        g.transform(onPaper());
        g.clip(new Rectangle2D.Double(0, 0, widthMm, heightMm));
        draw.accept(g);
        g.dispose();
        byte[] before = bgr.clone();
        for (int i = 0; i < bgr.length; i++) {
            bgr[i] = (byte) ((bgr[i] & 0xff) * (inked[i] & 0xff) / 255);
        }
        mark(layer, before);
        return this;
    }

    private void mark(SheetLayer layer, byte[] before) {
        for (int at = 0; at < layers.length; at++) {
            int same = Arrays.mismatch(bgr, at * 3, bgr.length, before, at * 3, bgr.length);
            if (same < 0) {
                return;
            }
            at += same / 3;
            int s = at * 3;
            if (Math.abs((bgr[s] & 0xff) - (before[s] & 0xff)) > CHANGED
                    || Math.abs((bgr[s + 1] & 0xff) - (before[s + 1] & 0xff)) > CHANGED
                    || Math.abs((bgr[s + 2] & 0xff) - (before[s + 2] & 0xff)) > CHANGED) {
                layers[at] = (byte) layer.ordinal();
            }
        }
    }

    /** Multiplies each pixel's light; {@code factor} is given millimetres on the scan. */
    private void shade(SheetLayer layer, Light light) {
        shade(layer, new double[] {1, 1, 1}, light);
    }

    /** @param tint how much of the shade each of blue, green and red takes */
    private void shade(SheetLayer layer, double[] tint, Light light) {
        byte[] before = bgr.clone();
        double mm = 25.4 / dpi;
        for (int y = 0, s = 0; y < image.getHeight(); y++) {
            for (int x = 0; x < image.getWidth(); x++, s += 3) {
                double factor = light.at(x * mm, y * mm);
                if (factor == 1) {
                    continue;
                }
                for (int c = 0; c < 3; c++) {
                    double own = 1 - tint[c] * (1 - factor);
                    bgr[s + c] = (byte) Math.min(255, (int) ((bgr[s + c] & 0xff) * own + 0.5));
                }
            }
        }
        mark(layer, before);
    }

    private interface Light {
        double at(double x, double y);
    }

    // ---- the sheet's faults

    RoughScan dust(int count) {
        return layer(SheetLayer.DUST, g -> {
            for (int i = 0; i < count; i++) {
                int tone = 40 + random.nextInt(150);
                g.setColor(new Color(tone, tone, tone));
                double size = 0.1 + 0.55 * Math.pow(random.nextDouble(), 2);
                g.fill(new Ellipse2D.Double(
                        random.nextDouble() * widthMm,
                        random.nextDouble() * heightMm,
                        size,
                        size * (0.6 + 0.8 * random.nextDouble())));
            }
        });
    }

    /** Grains that lie together. */
    RoughScan clump() {
        return layer(SheetLayer.DUST, g -> {
            double x = 10 + random.nextDouble() * (widthMm - 20);
            double y = 10 + random.nextDouble() * (heightMm - 20);
            int tone = 50 + random.nextInt(120);
            g.setColor(new Color(tone, tone, tone));
            for (int i = 0; i < 4 + random.nextInt(9); i++) {
                double size = 0.2 + random.nextDouble() * 0.6;
                g.fill(new Ellipse2D.Double(
                        x + random.nextGaussian() * 0.5,
                        y + random.nextGaussian() * 0.5,
                        size,
                        size * (0.6 + random.nextDouble())));
            }
        });
    }

    /** Long, thin and bent: nobody writes like that. */
    RoughScan hair() {
        return layer(SheetLayer.HAIR, g -> {
            double x = 5 + random.nextDouble() * (widthMm - 10);
            double y = 5 + random.nextDouble() * (heightMm - 10);
            double length = 3 + random.nextDouble() * 22;
            int tone = 30 + random.nextInt(130);
            g.setColor(new Color(tone, tone, tone));
            g.setStroke(new BasicStroke(
                    (float) (0.06 + random.nextDouble() * 0.12), BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
            double turn = random.nextDouble() * 2 * Math.PI;
            double bend = (random.nextDouble() - 0.5) * 2.4;
            Path2D path = new Path2D.Double();
            path.moveTo(x, y);
            for (int i = 0; i < 3; i++) {
                double step = length / 3;
                double mx = x + Math.cos(turn + bend / 3) * step / 2;
                double my = y + Math.sin(turn + bend / 3) * step / 2;
                turn += bend * (0.4 + random.nextDouble() * 0.6);
                x += Math.cos(turn) * step;
                y += Math.sin(turn) * step;
                path.quadTo(mx, my, x, y);
            }
            g.draw(path);
        });
    }

    /** A fibre or crumb of paper: short and pale. */
    RoughScan fibres(int count) {
        return layer(SheetLayer.DUST, g -> {
            for (int i = 0; i < count; i++) {
                int tone = 110 + random.nextInt(100);
                g.setColor(new Color(tone, tone, tone));
                g.setStroke(new BasicStroke((float) (0.08 + random.nextDouble() * 0.15)));
                double x = random.nextDouble() * widthMm;
                double y = random.nextDouble() * heightMm;
                g.draw(new QuadCurve2D.Double(
                        x,
                        y,
                        x + random.nextGaussian() * 0.6,
                        y + random.nextGaussian() * 0.6,
                        x + random.nextGaussian() * 1.2,
                        y + random.nextGaussian() * 1.2));
            }
        });
    }

    /** Across, down or both; a dark flank and often a light one. */
    RoughScan folds(boolean across, boolean down) {
        double strength = 12 + random.nextDouble() * 65;
        double spread = 0.25 + random.nextDouble() * 1.6;
        double at = heightMm * (0.25 + random.nextDouble() * 0.5);
        double along = widthMm * (0.3 + random.nextDouble() * 0.4);
        double drift = random.nextGaussian() * 1.5;
        boolean lit = random.nextBoolean();
        return layer(SheetLayer.FOLD, g -> {
            if (across) {
                crease(g, 0, at, widthMm, at + drift, strength, spread, lit);
            }
            if (across && random.nextInt(3) == 0) {
                crease(g, 0, at * 0.45, widthMm, at * 0.45 - drift, strength, spread, lit);
            }
            if (down) {
                crease(g, along, 0, along + drift, heightMm, strength * (0.5 + random.nextDouble()), spread, lit);
            }
        });
    }

    private static void crease(
            Graphics2D g, double x1, double y1, double x2, double y2, double strength, double spread, boolean lit) {
        double length = Math.hypot(x2 - x1, y2 - y1);
        double nx = -(y2 - y1) / length;
        double ny = (x2 - x1) / length;
        for (double d = -3 * spread; d <= 3 * spread; d += 0.1) {
            double dark = strength * Math.exp(-d * d / (spread * spread) * 2);
            if (lit && d > spread * 0.5) {
                dark = -strength * 0.5 * Math.exp(-(d - spread) * (d - spread) / (spread * spread) * 2);
            }
            int alpha = (int) Math.min(200, Math.abs(dark) * 0.6);
            g.setColor(dark < 0 ? new Color(255, 255, 255, alpha) : new Color(40, 38, 34, alpha));
            g.setStroke(new BasicStroke(0.11f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_MITER));
            g.draw(new Line2D.Double(x1 + nx * d, y1 + ny * d, x2 + nx * d, y2 + ny * d));
        }
    }

    /** Many small creases, each with a light and a dark flank. */
    RoughScan crumple() {
        double strength = 4 + random.nextDouble() * 16;
        return layer(SheetLayer.TEXTURE, g -> {
            for (int i = 0; i < 25 + random.nextInt(60); i++) {
                double x = random.nextDouble() * widthMm;
                double y = random.nextDouble() * heightMm;
                double turn = random.nextDouble() * Math.PI * 2;
                double length = 8 + random.nextDouble() * 60;
                crease(
                        g,
                        x,
                        y,
                        x + Math.cos(turn) * length,
                        y + Math.sin(turn) * length,
                        strength * (0.4 + random.nextDouble()),
                        0.4 + random.nextDouble() * 2.2,
                        random.nextInt(3) > 0);
            }
        });
    }

    /** Clouds in the paper: recycled or old. */
    RoughScan mottle() {
        double depth = 0.015 + random.nextDouble() * 0.05;
        int side = 24;
        double[] field = new double[side * side];
        for (int i = 0; i < field.length; i++) {
            field[i] = random.nextDouble();
        }
        double cell = 6 + random.nextDouble() * 14;
        shade(SheetLayer.TEXTURE, (x, y) -> {
            double u = x / cell % side;
            double v = y / cell % side;
            int i = (int) u;
            int j = (int) v;
            double fu = u - i;
            double fv = v - j;
            int a = j * side;
            int b = (j + 1) % side * side;
            int k = (i + 1) % side;
            double value = (field[a + i] * (1 - fu) + field[a + k] * fu) * (1 - fv)
                    + (field[b + i] * (1 - fu) + field[b + k] * fu) * fv;
            return 1 - depth * value;
        });
        return this;
    }

    /** The shadow that a sheet's edge or the scanner's rim throws. */
    RoughScan edgeShadow() {
        double depth = 0.1 + random.nextDouble() * 0.5;
        double reach = 0.8 + random.nextDouble() * 4;
        int sides = 1 + random.nextInt(15);
        double tilt = random.nextGaussian() * 0.006;
        double w = image.getWidth() * 25.4 / dpi;
        double h = image.getHeight() * 25.4 / dpi;
        shade(SheetLayer.SHADOW, (x, y) -> {
            double factor = 1;
            factor *= (sides & 1) == 0 ? 1 : 1 - depth * Math.exp(-Math.max(0, x + tilt * y) / reach);
            factor *= (sides & 2) == 0 ? 1 : 1 - depth * Math.exp(-Math.max(0, w - x + tilt * y) / reach);
            factor *= (sides & 4) == 0 ? 1 : 1 - depth * Math.exp(-Math.max(0, y + tilt * x) / reach);
            factor *= (sides & 8) == 0 ? 1 : 1 - depth * Math.exp(-Math.max(0, h - y + tilt * x) / reach);
            return factor;
        });
        return this;
    }

    RoughScan holes() {
        int tone = random.nextInt(3) == 0 ? 185 + random.nextInt(40) : 15 + random.nextInt(90);
        boolean four = random.nextBoolean();
        boolean left = random.nextBoolean();
        double size = 5.5 + random.nextDouble();
        double drift = random.nextGaussian() * 3;
        return layer(SheetLayer.HOLE, g -> {
            g.setColor(new Color(tone, tone, tone));
            double x = left ? 12 : widthMm - 12;
            for (double d : four ? new double[] {-120, -40, 40, 120} : new double[] {-40, 40}) {
                g.fill(new Ellipse2D.Double(x - size / 2, heightMm / 2 + drift + d - size / 2, size, size));
            }
        });
    }

    /** A corner turned down, with or without the staple that was there. */
    RoughScan corner() {
        boolean left = random.nextBoolean();
        double size = 8 + random.nextDouble() * 22;
        boolean folded = random.nextInt(3) > 0;
        double x = left ? 0 : widthMm;
        double inwards = left ? 1 : -1;
        if (folded) {
            layer(
                    SheetLayer.FOLD,
                    g -> crease(
                            g,
                            x,
                            size,
                            x + inwards * size,
                            0,
                            20 + random.nextDouble() * 50,
                            0.3 + random.nextDouble(),
                            true));
        }
        return layer(SheetLayer.STAPLE, g -> {
            double cx = x + inwards * (6 + random.nextDouble() * 5);
            double cy = 6 + random.nextDouble() * 6;
            double turn = inwards * (0.2 + random.nextDouble() * 0.9);
            double half = 5 + random.nextDouble();
            g.setColor(new Color(70, 70, 75));
            if (random.nextBoolean()) {
                g.setStroke(new BasicStroke(0.5f));
                g.draw(new Line2D.Double(
                        cx - Math.cos(turn) * half,
                        cy + Math.sin(turn) * half,
                        cx + Math.cos(turn) * half,
                        cy - Math.sin(turn) * half));
            } else {
                for (int s = -1; s <= 1; s += 2) {
                    g.fill(new Ellipse2D.Double(
                            cx + s * Math.cos(turn) * half - 0.35, cy - s * Math.sin(turn) * half - 0.35, 0.7, 0.7));
                }
            }
        });
    }

    /** The back's print through the paper: mirrored, soft, pale. */
    RoughScan otherSide(double strength) {
        int w = (int) (widthMm * 4);
        int h = (int) (heightMm * 4);
        BufferedImage back = new BufferedImage(w, h, BufferedImage.TYPE_BYTE_GRAY);
        Graphics2D g = back.createGraphics();
        smooth(g);
        g.setColor(Color.WHITE);
        g.fillRect(0, 0, w, h);
        g.translate(w, 0);
        g.scale(-4, 4);
        SheetArtist other = new SheetArtist(new Random(random.nextLong()));
        switch (random.nextInt(4)) {
            case 0 -> {
                g.setColor(new Color(40, 60, 90));
                g.fill(new Rectangle2D.Double(15, 12, 60 + random.nextInt(100), 8 + random.nextInt(20)));
                other.paragraphs(g, 20, 45, widthMm - 40, heightMm - 20, 11, Color.BLACK);
            }
            case 1 -> other.table(g, 18, 30, widthMm - 36, heightMm - 70, random.nextBoolean());
            case 2 -> other.form(g, 20, 25, widthMm - 40, heightMm - 60);
            default -> {
                other.paragraphs(
                        g, 20, 20, widthMm - 40, heightMm * (0.3 + 0.6 * random.nextDouble()), 11, Color.BLACK);
                other.signature(g, 30, heightMm - 30, 40, Color.BLACK, 0.6);
            }
        }
        g.dispose();
        byte[] grey = ((DataBufferByte) back.getRaster().getDataBuffer()).getData();
        float[] soft = new float[grey.length];
        for (int i = 0; i < grey.length; i++) {
            soft[i] = (255 - (grey[i] & 0xff)) / 255f;
        }
        int passes = 1 + random.nextInt(4);
        for (int i = 0; i < passes; i++) {
            soft = boxed(soft, w, h);
        }
        float[] ink = soft;
        AffineTransform toPaper;
        try {
            toPaper = onPaper().createInverse();
        } catch (java.awt.geom.NoninvertibleTransformException e) {
            throw new IllegalStateException(e);
        }
        double[] p = new double[2];
        double[] tint = random.nextInt(3) == 0
                ? new double[] {0.3 + random.nextDouble() * 0.7, 0.3 + random.nextDouble() * 0.7, 1}
                : new double[] {1, 1, 1};
        shade(SheetLayer.OTHER_SIDE, tint, (x, y) -> {
            p[0] = x * dpi / 25.4;
            p[1] = y * dpi / 25.4;
            toPaper.transform(p, 0, p, 0, 1);
            double u = p[0] * 4;
            double v = p[1] * 4;
            int i = (int) u;
            int j = (int) v;
            if (u < 0 || v < 0 || i >= w - 1 || j >= h - 1) {
                return 1;
            }
            double fu = u - i;
            double fv = v - j;
            int at = j * w + i;
            return 1
                    - strength
                            * ((ink[at] * (1 - fu) + ink[at + 1] * fu) * (1 - fv)
                                    + (ink[at + w] * (1 - fu) + ink[at + w + 1] * fu) * fv);
        });
        return this;
    }

    private static float[] boxed(float[] from, int w, int h) {
        float[] to = from.clone();
        for (int y = 1; y < h - 1; y++) {
            for (int x = 1; x < w - 1; x++) {
                float sum = 0;
                for (int v = -w; v <= w; v += w) {
                    int at = y * w + x + v;
                    sum += from[at - 1] + from[at] + from[at + 1];
                }
                to[y * w + x] = sum / 9;
            }
        }
        return to;
    }

    RoughScan rules() {
        boolean squared = random.nextInt(2) == 0;
        int tone = 165 + random.nextInt(60);
        Color ink = random.nextBoolean()
                ? new Color(tone - 25, tone - 8, Math.min(250, tone + 25))
                : new Color(tone, tone, tone);
        double pen = 0.12 + random.nextDouble() * 0.2;
        double pitch = squared ? 4 + random.nextInt(2) : 7 + random.nextInt(3);
        double first = squared ? random.nextDouble() * pitch : 15 + random.nextDouble() * 20;
        boolean margin = random.nextInt(3) == 0;
        return ink(SheetLayer.RULE, g -> {
            g.setColor(ink);
            g.setStroke(new BasicStroke((float) pen));
            for (double y = first; y < heightMm; y += pitch) {
                g.draw(new Line2D.Double(0, y, widthMm, y));
            }
            for (double x = first % pitch; squared && x < widthMm; x += pitch) {
                g.draw(new Line2D.Double(x, 0, x, heightMm));
            }
            if (margin) {
                g.draw(new Line2D.Double(25, 0, 25, heightMm));
            }
        });
    }

    /** Dirt on the sensor of a feeder: a line of one tone down the whole scan. */
    RoughScan streaks(int count) {
        double mm = 25.4 / dpi;
        for (int i = 0; i < count; i++) {
            double at = random.nextDouble() * image.getWidth() * mm;
            double wide = mm * (0.8 + random.nextDouble() * 2);
            double factor = 1 - (0.02 + 0.45 * Math.pow(random.nextDouble(), 2.5));
            shade(SheetLayer.STREAK, (x, y) -> Math.abs(x - at) < wide / 2 ? factor : 1);
        }
        return this;
    }

    // ---- the scanner

    RoughScan lamp(double across, double down, double bend) {
        fallAcross = across;
        fallDown = down;
        fallBend = bend;
        return this;
    }

    RoughScan grey() {
        grey = true;
        return this;
    }

    byte[] layers() {
        return layers;
    }

    int width() {
        return image.getWidth();
    }

    int height() {
        return image.getHeight();
    }

    /** The scan as a device would send it. */
    PageRaster raster() {
        int width = image.getWidth();
        int height = image.getHeight();
        double blueShift = -shift * (0.6 + 0.4 * random.nextDouble());
        byte[] rgb = new byte[bgr.length];
        // One colour after the other, for a large scan's three together do not fit into memory.
        for (int c = 0; c < 3; c++) {
            float[] plane = plane(bgr, 2 - c, (float) cast[c]);
            light(plane, width, height);
            blurred(plane, width, height);
            if (shift != 0 && c != 1) {
                shifted(plane, width, height, c == 0 ? shift : blueShift);
            }
            put(plane, rgb, c);
        }
        addGrain(rgb);
        PageRaster page = new PageRaster(width, height, 3, new Resolution(dpi), rgb);
        page = grey ? page.toGrey() : page;
        if (quality >= 1) {
            return page;
        }
        try {
            return JpegPages.decode(JpegPages.encode(page, (float) quality), page.resolution());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static float[] plane(byte[] tones, int first, float factor) {
        float[] plane = new float[tones.length / 3];
        for (int at = 0, s = first; at < plane.length; at++, s += 3) {
            plane[at] = (tones[s] & 0xff) * factor;
        }
        return plane;
    }

    private static void put(float[] plane, byte[] rgb, int first) {
        for (int at = 0, s = first; at < plane.length; at++, s += 3) {
            rgb[s] = (byte) Math.max(0, Math.min(255, (int) (plane[at] + 0.5f)));
        }
    }

    private void light(float[] plane, int width, int height) {
        if (fallAcross == 0 && fallDown == 0 && fallBend == 0) {
            return;
        }
        double[] across = new double[width];
        double[] bend = new double[width];
        for (int x = 0; x < width; x++) {
            double u = (double) x / width;
            across[x] = 1 - fallAcross * u;
            bend[x] = fallBend * (2 * u - 1) * (2 * u - 1);
        }
        for (int y = 0; y < height; y++) {
            double down = fallDown * y / height;
            for (int x = 0; x < width; x++) {
                plane[y * width + x] *= (float) (across[x] - down - bend[x]);
            }
        }
    }

    /** Three taps each way. */
    private void blurred(float[] plane, int width, int height) {
        if (blur <= 0) {
            return;
        }
        float side = (float) Math.min(0.33, blur);
        float middle = 1 - 2 * side;
        // In rows of their own, which Java works on several pixels at a time.
        float[] above = new float[width];
        float[] row = new float[width];
        float[] below = new float[width];
        float[] to = new float[width];
        for (int y = 0; y < height; y++) {
            System.arraycopy(plane, y * width, row, 0, width);
            for (int x = 1; x < width - 1; x++) {
                to[x] = side * row[x - 1] + middle * row[x] + side * row[x + 1];
            }
            System.arraycopy(to, 1, plane, y * width + 1, width - 2);
        }
        System.arraycopy(plane, 0, above, 0, width);
        for (int y = 1; y < height - 1; y++) {
            System.arraycopy(plane, y * width, row, 0, width);
            System.arraycopy(plane, (y + 1) * width, below, 0, width);
            for (int x = 0; x < width; x++) {
                to[x] = side * above[x] + middle * row[x] + side * below[x];
            }
            System.arraycopy(to, 0, plane, y * width, width);
            float[] spare = above;
            above = row;
            row = spare;
        }
    }

    /** Down by part of a line, or by more than one. */
    private static void shifted(float[] plane, int width, int height, double lines) {
        float[] from = plane.clone();
        int whole = (int) Math.floor(lines);
        float part = (float) (lines - whole);
        float rest = 1 - part;
        float[] upper = new float[width];
        float[] lower = new float[width];
        for (int y = 0; y < height; y++) {
            System.arraycopy(from, Math.max(0, Math.min(height - 1, y + whole)) * width, upper, 0, width);
            System.arraycopy(from, Math.max(0, Math.min(height - 1, y + whole + 1)) * width, lower, 0, width);
            for (int x = 0; x < width; x++) {
                upper[x] = upper[x] * rest + lower[x] * part;
            }
            System.arraycopy(upper, 0, plane, y * width, width);
        }
    }

    private void addGrain(byte[] rgb) {
        Random noise = new Random(random.nextLong());
        int length = 16_381;
        int chunk = 1024;
        // As long again as a chunk takes, so that no chunk runs over its end.
        float[] table = new float[length + 4 * chunk];
        for (int i = 0; i < length; i++) {
            table[i] = (float) (noise.nextGaussian() * grain);
        }
        System.arraycopy(table, 0, table, length, 4 * chunk);
        for (int from = 0; from < rgb.length; from += 3 * chunk) {
            int n = (noise.nextInt(length) + 1) % length;
            int end = Math.min(rgb.length, from + 3 * chunk);
            for (int s = from; s < end; s += 3, n += 4) {
                float common = table[n] * 0.85f + 0.5f;
                rgb[s] = grained(rgb[s], common + table[n + 1] * 0.45f);
                rgb[s + 1] = grained(rgb[s + 1], common + table[n + 2] * 0.45f);
                rgb[s + 2] = grained(rgb[s + 2], common + table[n + 3] * 0.45f);
            }
        }
    }

    private static byte grained(byte tone, float by) {
        return (byte) Math.max(0, Math.min(255, (int) ((tone & 0xff) + by)));
    }
}
