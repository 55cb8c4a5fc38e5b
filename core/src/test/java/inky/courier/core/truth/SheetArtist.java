package inky.courier.core.truth;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.GradientPaint;
import java.awt.Graphics2D;
import java.awt.RadialGradientPaint;
import java.awt.geom.CubicCurve2D;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.util.List;
import java.util.Random;

/** Draws what stands on paper, in millimetres from the paper's top left corner. */
final class SheetArtist {
    private static final List<String> FONTS =
            List.of("DejaVu Sans", "DejaVu Serif", "Liberation Sans", "Liberation Serif", "DejaVu Sans Mono");
    private static final List<String> WORDS = List.of(
            "the of and to in that is was for with as his on be at by had not are but from or have an they which one you"
                    .concat(
                            " were all her she there would their we him been has when who will no more if out so said what")
                    .concat(
                            " ferry harbour quay manifest berth permit cargo crossing tide channel signal landing passenger")
                    .concat(
                            " delayed before morning between weather captain mooring freight deposit receipt government")
                    .split(" "));

    private final Random random;
    final StringBuilder text = new StringBuilder();

    SheetArtist(Random random) {
        this.random = random;
    }

    void paragraphs(Graphics2D g, double x, double y, double width, double bottom, double points, Color ink) {
        Font font = font(points);
        g.setColor(ink);
        double leading = points * 0.3528 * (1.25 + random.nextDouble() * 0.35);
        double at = y + leading;
        while (at < bottom) {
            int lines = 2 + random.nextInt(6);
            for (int i = 0; i < lines && at < bottom; i++, at += leading) {
                double share = i == lines - 1 ? 0.25 + 0.6 * random.nextDouble() : 1;
                text.append(line(g, font, x, at, width * share)).append('\n');
            }
            at += leading * 0.6;
        }
    }

    private String line(Graphics2D g, Font font, double x, double y, double width) {
        StringBuilder words = new StringBuilder();
        double used = 0;
        while (true) {
            String word = word();
            double wide =
                    font.getStringBounds(word + " ", g.getFontRenderContext()).getWidth();
            if (used + wide > width) {
                break;
            }
            used += wide;
            words.append(words.isEmpty() ? "" : " ").append(word);
        }
        g.setFont(font);
        g.drawString(words.toString(), (float) x, (float) y);
        return words.toString();
    }

    String word() {
        String word = WORDS.get(random.nextInt(WORDS.size()));
        if (random.nextInt(9) == 0) {
            word = Character.toUpperCase(word.charAt(0)) + word.substring(1);
        }
        return random.nextInt(10) == 0 ? word + (random.nextBoolean() ? "," : ".") : word;
    }

    Font font(double points) {
        String face = FONTS.get(random.nextInt(FONTS.size()));
        Font font = new Font(face, Font.PLAIN, 10);
        if (!font.getFamily().equals(face)) {
            throw new IllegalStateException("These pages are drawn in " + face + "; bin/test installs it.");
        }
        return font.deriveFont((float) (points * 0.3528));
    }

    void table(Graphics2D g, double x, double y, double width, double height, boolean rules) {
        int columns = 3 + random.nextInt(4);
        double rowHeight = 5.5 + random.nextDouble() * 3;
        Font font = font(9 + random.nextInt(2));
        g.setColor(Color.BLACK);
        g.setStroke(new BasicStroke(0.25f));
        int rows = (int) (height / rowHeight);
        for (int r = 0; r <= rows; r++) {
            if (rules) {
                g.draw(new Line2D.Double(x, y + r * rowHeight, x + width, y + r * rowHeight));
            }
            for (int c = 0; r < rows && c < columns; c++) {
                String cell = c == 0 ? word() : Integer.toString(random.nextInt(90_000));
                g.setFont(font);
                g.drawString(cell, (float) (x + c * width / columns + 1.5), (float) (y + (r + 0.72) * rowHeight));
            }
        }
        for (int c = 0; rules && c <= columns; c++) {
            g.draw(new Line2D.Double(x + c * width / columns, y, x + c * width / columns, y + rows * rowHeight));
        }
    }

    /** A list of amounts, dates and names in capitals. */
    void figures(Graphics2D g, double x, double y, double width, double bottom) {
        Font font = font(8 + random.nextInt(4));
        g.setColor(Color.BLACK);
        double leading = 5 + random.nextDouble() * 4;
        boolean named = random.nextBoolean();
        for (double at = y; at < bottom; at += leading) {
            for (int c = 0; c < 4; c++) {
                String cell = switch (c) {
                    case 0 -> named ? word().toUpperCase(java.util.Locale.ROOT) : "" + (1000 + random.nextInt(9000));
                    case 1 ->
                        String.format(
                                "20%02d-%02d-%02d", random.nextInt(40), random.nextInt(12) + 1, random.nextInt(28) + 1);
                    default -> String.format(java.util.Locale.ROOT, "%,.2f", random.nextDouble() * 20_000);
                };
                g.setFont(font);
                g.drawString(cell, (float) (x + c * width / 4), (float) at);
            }
        }
    }

    void form(Graphics2D g, double x, double y, double width, double height) {
        double at = y;
        while (at + 12 < y + height) {
            double high = 8 + random.nextDouble() * 6;
            double split = 0.3 + 0.4 * random.nextDouble();
            g.setColor(Color.DARK_GRAY);
            g.setStroke(new BasicStroke(0.3f));
            g.draw(new Rectangle2D.Double(x, at, width * split - 2, high));
            g.draw(new Rectangle2D.Double(x + width * split, at, width * (1 - split), high));
            g.setFont(font(7));
            g.drawString(word() + " " + word(), (float) x + 1, (float) at + 3);
            if (random.nextInt(3) > 0) {
                g.setFont(font(10));
                g.drawString(word() + " " + word(), (float) (x + width * split + 2), (float) (at + high - 2));
            }
            at += high + 3;
        }
    }

    void signature(Graphics2D g, double x, double y, double width, Color ink, double pen) {
        g.setColor(ink);
        g.setStroke(new BasicStroke((float) pen, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        Path2D path = new Path2D.Double();
        path.moveTo(x, y);
        double at = x;
        while (at < x + width) {
            double step = 2 + random.nextDouble() * 5;
            path.curveTo(
                    at + step * 0.2, y - 8 * random.nextDouble(),
                    at + step * 0.7, y + 5 * random.nextDouble(),
                    at + step, y - 3 * random.nextDouble());
            at += step;
        }
        g.draw(path);
    }

    void stamp(Graphics2D g, double x, double y, double size, Color ink) {
        g.setColor(ink);
        g.setStroke(new BasicStroke(0.5f));
        g.draw(new Ellipse2D.Double(x, y, size, size * 0.7));
        g.setFont(new Font("Liberation Sans", Font.BOLD, 10).deriveFont((float) (size * 0.2)));
        g.drawString("PAID", (float) (x + size * 0.22), (float) (y + size * 0.42));
    }

    /** A landscape with sky, hills and grain: every tone there is, few straight lines. */
    void picture(Graphics2D g, double x, double y, double width, double height, boolean coloured) {
        Color high = coloured ? new Color(0x4a7fc0) : new Color(0x777777);
        Color low = coloured ? new Color(0xe8d8c0) : new Color(0xd8d8d8);
        g.setPaint(new GradientPaint((float) x, (float) y, high, (float) x, (float) (y + height), low));
        g.fill(new Rectangle2D.Double(x, y, width, height));
        var clip = g.getClip();
        g.clip(new Rectangle2D.Double(x, y, width, height));
        for (int i = 0; i < 60; i++) {
            float tone = random.nextFloat();
            Color from = coloured ? Color.getHSBColor(random.nextFloat(), 0.5f, tone) : new Color(tone, tone, tone);
            double w = width * (0.08 + random.nextDouble() * 0.4);
            double h = height * (0.05 + random.nextDouble() * 0.3);
            double u = x + random.nextDouble() * width - w / 2;
            double v = y + height * (0.3 + random.nextDouble() * 0.7) - h / 2;
            Color clear = new Color(from.getRed(), from.getGreen(), from.getBlue(), 60);
            g.setPaint(new GradientPaint((float) u, (float) v, from, (float) (u + w), (float) (v + h), clear));
            g.fill(new Ellipse2D.Double(u, v, w, h));
        }
        g.setClip(clip);
    }

    /** Out of focus: colours that run into each other, without an edge. */
    void softPicture(Graphics2D g, double width, double height) {
        g.setPaint(new GradientPaint(0, 0, new Color(0x5c88c8), (float) width, (float) height, new Color(0x6a7a3c)));
        g.fill(new Rectangle2D.Double(0, 0, width, height));
        var clip = g.getClip();
        g.clip(new Rectangle2D.Double(0, 0, width, height));
        for (int i = 0; i < 40; i++) {
            Color middle = Color.getHSBColor(random.nextFloat(), 0.6f, 0.2f + 0.7f * random.nextFloat());
            Color clear = new Color(middle.getRed(), middle.getGreen(), middle.getBlue(), 0);
            float radius = (float) (width * (0.15 + 0.25 * random.nextDouble()));
            g.setPaint(new RadialGradientPaint(
                    (float) (random.nextDouble() * width),
                    (float) (random.nextDouble() * height),
                    radius,
                    new float[] {0, 1},
                    new Color[] {middle, clear}));
            g.fill(new Rectangle2D.Double(0, 0, width, height));
        }
        g.setClip(clip);
    }

    void face(Graphics2D g, double x, double y, double width, double height) {
        g.setPaint(new GradientPaint(
                (float) x,
                (float) y,
                new Color(0x8fa3b5),
                (float) (x + width),
                (float) (y + height),
                new Color(0x6f8296)));
        g.fill(new Rectangle2D.Double(x, y, width, height));
        var clip = g.getClip();
        g.clip(new Rectangle2D.Double(x, y, width, height));
        g.setColor(new Color(0x2f3d4d));
        g.fill(new Ellipse2D.Double(x - width * 0.05, y + height * 0.72, width * 1.1, height * 0.6));
        g.setColor(new Color(0xc99a7a));
        g.fill(new Ellipse2D.Double(x + width * 0.25, y + height * 0.2, width * 0.5, height * 0.58));
        g.setColor(new Color(0x3a2a20));
        g.fill(new Ellipse2D.Double(x + width * 0.22, y + height * 0.1, width * 0.56, height * 0.28));
        g.setClip(clip);
    }

    void pencil(Graphics2D g, double x, double y, double length, int grey, double pen) {
        g.setColor(new Color(grey, grey, grey));
        g.setStroke(new BasicStroke((float) pen, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
        double rise = (random.nextDouble() - 0.5) * length * 0.3;
        g.draw(new CubicCurve2D.Double(
                x, y, x + length * 0.3, y + rise, x + length * 0.6, y - rise * 0.5, x + length, y + rise * 0.4));
    }
}
