package inky.courier.core.truth;

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

/** What stands on {@link RoughPages}, sort by sort. */
final class RoughContents {
    private RoughContents() {}

    /** What stands on a page. */
    record Drawn(String name, Drawing drawing) {
        void draw(RoughScan scan, Graphics2D g, Random random) {
            drawing.draw(scan, g, random);
        }
    }

    interface Drawing {
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

    /** Hardly anything. */
    static final List<Drawn> SPARSE = List.of(
            new Drawn("line at the edge", (scan, g, r) -> {
                boolean top = r.nextBoolean();
                print(
                        g,
                        scan.artist.font(8 + r.nextInt(4)),
                        grey(r, 20, 70),
                        words(scan, 5 + r.nextInt(8)),
                        20 + r.nextDouble() * 40,
                        top ? 1.5 + 2.4 : scan.heightMm - 1.5 - 0.8);
            }),
            new Drawn("page number", (scan, g, r) -> {
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
            new Drawn("writing that leaves the sheet", (scan, g, r) -> {
                pen(g, r.nextBoolean() ? new Color(40, 55, 120) : grey(r, 40, 90), 0.3 + r.nextDouble() * 0.3);
                boolean side = r.nextBoolean();
                scrawl(g, r, side ? scan.widthMm - 40 : -3, down(scan, r), 4 + r.nextDouble() * 4, 9);
            }),
            new Drawn("faint carbon copy", (scan, g, r) -> {
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
            new Drawn("dotted line to sign on", (scan, g, r) -> {
                g.setColor(grey(r, 20, 110));
                double x = across(scan, r, 70);
                double y = down(scan, r);
                double dot = 0.25 + r.nextDouble() * 0.25;
                for (int i = 0; i < 30 + r.nextInt(30); i++) {
                    g.fill(new Ellipse2D.Double(x + i * 1.2, y, dot, dot));
                }
            }),
            new Drawn("small code", (scan, g, r) -> {
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
            new Drawn("pencil shading", (scan, g, r) -> {
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
            new Drawn(
                    "pencil line",
                    (scan, g, r) -> scan.artist.pencil(
                            g,
                            across(scan, r, 60),
                            down(scan, r),
                            12 + r.nextDouble() * 60,
                            150 + r.nextInt(60),
                            0.25 + r.nextDouble() * 0.25)),
            new Drawn("tick", (scan, g, r) -> {
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
            new Drawn("light signature", (scan, g, r) -> {
                int tone = 60 + r.nextInt(110);
                scan.artist.signature(
                        g,
                        across(scan, r, 45),
                        down(scan, r),
                        14 + r.nextDouble() * 28,
                        r.nextBoolean() ? new Color(tone, tone + 5, tone + 40) : new Color(tone, tone, tone),
                        0.2 + r.nextDouble() * 0.3);
            }),
            new Drawn(
                    "one word",
                    (scan, g, r) -> print(
                            g,
                            scan.artist.font(7 + r.nextInt(6)),
                            grey(r, 20, 140),
                            scan.artist.word(),
                            across(scan, r, 25),
                            down(scan, r))),
            new Drawn("initials", (scan, g, r) -> {
                pen(g, r.nextBoolean() ? new Color(50, 60, 140) : grey(r, 50, 100), 0.25 + r.nextDouble() * 0.3);
                scrawl(g, r, across(scan, r, 15), down(scan, r), 3.5 + r.nextDouble() * 5, 2);
            }),
            new Drawn(
                    "pale stamp",
                    (scan, g, r) -> scan.artist.stamp(
                            g,
                            across(scan, r, 30),
                            down(scan, r) * 0.9,
                            10 + r.nextDouble() * 18,
                            Color.getHSBColor(
                                    r.nextFloat(), 0.2f + 0.3f * r.nextFloat(), 0.75f + 0.15f * r.nextFloat()))),
            new Drawn("figure by hand", (scan, g, r) -> {
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
            new Drawn(
                    "faded till line",
                    (scan, g, r) -> print(
                            g,
                            new Font("DejaVu Sans Mono", Font.PLAIN, 10).deriveFont(2.6f + r.nextFloat()),
                            grey(r, 150, 55),
                            words(scan, 3) + "  " + r.nextInt(90_000) / 100.0,
                            across(scan, r, 80),
                            down(scan, r))),
            new Drawn("worn needle print", (scan, g, r) -> {
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
            new Drawn("line to sign on", (scan, g, r) -> {
                pen(g, grey(r, 20, 140), 0.15 + r.nextDouble() * 0.25);
                double x = across(scan, r, 80);
                double y = down(scan, r);
                g.draw(new Line2D.Double(x, y, x + 30 + r.nextDouble() * 50, y));
            }),
            new Drawn("boxes to tick", (scan, g, r) -> {
                pen(g, grey(r, 30, 110), 0.2 + r.nextDouble() * 0.2);
                double x = across(scan, r, 10);
                double y = down(scan, r) * 0.8;
                double side = 3 + r.nextDouble() * 2;
                for (int i = 0; i < 1 + r.nextInt(3); i++) {
                    g.draw(new Rectangle2D.Double(x, y + i * 8, side, side));
                }
            }),
            new Drawn("crossed out", (scan, g, r) -> {
                pen(g, grey(r, 60, 130), 0.3 + r.nextDouble() * 0.5);
                g.draw(new Line2D.Double(
                        20 + r.nextDouble() * 20,
                        scan.heightMm * 0.8,
                        scan.widthMm - 20 - r.nextDouble() * 20,
                        scan.heightMm * (0.15 + 0.2 * r.nextDouble())));
            }),
            new Drawn("arrow", (scan, g, r) -> {
                pen(g, grey(r, 50, 120), 0.3 + r.nextDouble() * 0.4);
                double x = across(scan, r, 50);
                double y = down(scan, r);
                double length = 12 + r.nextDouble() * 30;
                double rise = r.nextGaussian() * 6;
                g.draw(new Line2D.Double(x, y, x + length, y + rise));
                g.draw(new Line2D.Double(x + length, y + rise, x + length - 4, y + rise - 2));
                g.draw(new Line2D.Double(x + length, y + rise, x + length - 4, y + rise + 2));
            }),
            new Drawn("marker stroke", (scan, g, r) -> {
                g.setColor(Color.getHSBColor(r.nextFloat(), 0.35f + 0.3f * r.nextFloat(), 1));
                g.fill(new Rectangle2D.Double(across(scan, r, 50), down(scan, r), 20 + r.nextDouble() * 30, 4.2));
            }),
            new Drawn("heading with a rule", (scan, g, r) -> {
                Color ink = grey(r, 30, 100);
                print(g, scan.artist.font(8 + r.nextInt(3)), ink, words(scan, 3), 22, 14);
                pen(g, ink, 0.2);
                g.draw(new Line2D.Double(22, 16.5, scan.widthMm - 22, 16.5));
            }),
            new Drawn("small print", (scan, g, r) -> {
                Font font = scan.artist.font(5);
                Color ink = grey(r, 60, 110);
                double y = scan.heightMm - 14;
                for (int i = 0; i < 1 + r.nextInt(3); i++) {
                    print(g, font, ink, words(scan, 14), 22, y + i * 2.2);
                }
            }),
            new Drawn("note on ruled paper", (scan, g, r) -> {
                pen(g, grey(r, 70, 100), 0.3 + r.nextDouble() * 0.3);
                scrawl(g, r, across(scan, r, 40), down(scan, r), 3.5 + r.nextDouble() * 3, 4 + r.nextInt(6));
            }));

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

    /** Ink that goes to the sheet's edge. */
    static final List<Drawn> EDGES = List.of(
            new Drawn("band at the top", (scan, g, r) -> {
                double high = 12 + r.nextDouble() * 20;
                g.setColor(ink(r));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, high + 1));
                name(g, Color.WHITE, 15, high * 0.6);
                letter(scan, g, high + 20);
            }),
            new Drawn("black band at the top", (scan, g, r) -> {
                double high = 10 + r.nextDouble() * 20;
                g.setColor(grey(r, 15, 60));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, high + 1));
                name(g, Color.WHITE, 15, high * 0.6);
                letter(scan, g, high + 20);
            }),
            new Drawn("bar at the side", (scan, g, r) -> {
                double wide = 8 + r.nextDouble() * 18;
                boolean left = r.nextBoolean();
                g.setColor(ink(r));
                g.fill(new Rectangle2D.Double(left ? -1 : scan.widthMm - wide, -1, wide + 1, scan.heightMm + 2));
                scan.artist.paragraphs(
                        g, left ? wide + 8 : 15, 25, scan.widthMm - wide - 25, scan.heightMm - 30, 10.5, Color.BLACK);
            }),
            new Drawn("bands above and below", (scan, g, r) -> {
                Color ink = ink(r);
                g.setColor(ink);
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, 16));
                g.fill(new Rectangle2D.Double(-1, scan.heightMm - 12, scan.widthMm + 2, 14));
                name(g, Color.WHITE, 15, 10);
                letter(scan, g, 35);
            }),
            new Drawn("dark flyer", (scan, g, r) -> {
                g.setColor(Color.getHSBColor(r.nextFloat(), 0.6f, 0.15f + 0.25f * r.nextFloat()));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, scan.heightMm + 2));
                name(g, Color.WHITE, 20, 40);
                g.setColor(new Color(250, 220, 90));
                g.fill(new Ellipse2D.Double(scan.widthMm * 0.5, scan.heightMm * 0.45, 60, 60));
                scan.artist.paragraphs(
                        g, 20, scan.heightMm * 0.75, scan.widthMm - 40, scan.heightMm * 0.92, 11, Color.WHITE);
            }),
            new Drawn("black flyer", (scan, g, r) -> {
                g.setColor(grey(r, 14, 30));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, scan.heightMm + 2));
                name(g, Color.WHITE, 20, 40);
                g.setColor(Color.WHITE);
                g.fill(new Rectangle2D.Double(25, 70, scan.widthMm - 50, scan.heightMm * 0.4));
                scan.artist.paragraphs(g, 32, 75, scan.widthMm - 64, 60 + scan.heightMm * 0.4, 10, Color.BLACK);
            }),
            new Drawn("photograph to the edge", (scan, g, r) -> {
                double high = scan.heightMm * (0.3 + 0.3 * r.nextDouble());
                scan.artist.picture(g, 0, 0, scan.widthMm, high, true);
                letter(scan, g, high + 12);
            }),
            new Drawn("frame", (scan, g, r) -> {
                g.setColor(ink(r));
                g.setStroke(new BasicStroke(6 + r.nextFloat() * 8));
                g.draw(new Rectangle2D.Double(0, 0, scan.widthMm, scan.heightMm));
                letter(scan, g, 40);
            }),
            new Drawn("black frame", (scan, g, r) -> {
                g.setColor(grey(r, 10, 50));
                g.setStroke(new BasicStroke(3 + r.nextFloat() * 6));
                double in = r.nextBoolean() ? 0 : 6;
                g.draw(new Rectangle2D.Double(in, in, scan.widthMm - 2 * in, scan.heightMm - 2 * in));
                letter(scan, g, 40);
            }),
            new Drawn("triangle in a corner", (scan, g, r) -> {
                g.setColor(ink(r));
                Path2D path = new Path2D.Double();
                path.moveTo(scan.widthMm, 0);
                path.lineTo(scan.widthMm, 70);
                path.lineTo(scan.widthMm - 110, 0);
                path.closePath();
                g.fill(path);
                letter(scan, g, 75);
            }),
            new Drawn("grey panel to the edge", (scan, g, r) -> {
                g.setColor(grey(r, 120, 70));
                double wide = scan.widthMm * (0.2 + 0.2 * r.nextDouble());
                g.fill(new Rectangle2D.Double(scan.widthMm - wide, -1, wide + 1, scan.heightMm + 2));
                scan.artist.paragraphs(g, scan.widthMm - wide + 5, 30, wide - 10, scan.heightMm * 0.6, 9, Color.BLACK);
                scan.artist.paragraphs(g, 15, 30, scan.widthMm - wide - 22, scan.heightMm - 30, 10.5, Color.BLACK);
            }),
            new Drawn("fading band", (scan, g, r) -> {
                Color ink = ink(r);
                g.setPaint(new GradientPaint(0, 0, ink, (float) scan.widthMm, 0, new Color(250, 250, 250)));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, 24));
                name(g, Color.WHITE, 15, 15);
                letter(scan, g, 40);
            }),
            new Drawn("grey sky to the edge", (scan, g, r) -> {
                Color top = grey(r, 100, 60);
                float horizon = (float) (scan.heightMm * (0.35 + 0.25 * r.nextDouble()));
                g.setPaint(new GradientPaint(0, 0, top, 0, horizon, grey(r, 205, 40)));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, scan.heightMm + 2));
                g.setColor(grey(r, 60, 40));
                g.fill(new Rectangle2D.Double(-1, horizon, scan.widthMm + 2, scan.heightMm - horizon + 1));
                for (int i = 0; i < 4000; i++) {
                    g.setColor(grey(r, 60, 120));
                    double y = horizon + (scan.heightMm - horizon) * r.nextDouble();
                    g.fill(new Rectangle2D.Double(scan.widthMm * r.nextDouble(), y, 2 + 3 * r.nextDouble(), 1));
                }
            }),
            new Drawn("sky that is light at one side", (scan, g, r) -> {
                Color far = Color.getHSBColor(0.55f + 0.1f * r.nextFloat(), 0.6f, 0.6f);
                boolean left = r.nextBoolean();
                float wide = (float) scan.widthMm;
                g.setPaint(new GradientPaint(left ? 0 : wide, 0, new Color(244, 246, 248), wide / 2, 0, far));
                g.fill(new Rectangle2D.Double(-1, -1, scan.widthMm + 2, scan.heightMm + 2));
                scan.artist.picture(g, 0, scan.heightMm * 0.6, scan.widthMm, scan.heightMm * 0.4, true);
            }));

    /** What makes a page coloured. */
    static final List<Drawn> COLOURS = List.of(
            new Drawn(
                    "stamp",
                    (scan, g, r) -> scan.artist.stamp(
                            g, across(scan, r, 30), down(scan, r) * 0.9, 9 + r.nextDouble() * 12, ink(r))),
            new Drawn("marker", (scan, g, r) -> {
                g.setColor(new Color(255, 240, 60, 110));
                g.fill(new Rectangle2D.Double(across(scan, r, 50), down(scan, r), 25 + r.nextDouble() * 30, 4.2));
            }),
            new Drawn(
                    "blue signature",
                    (scan, g, r) -> scan.artist.signature(
                            g,
                            across(scan, r, 40),
                            down(scan, r),
                            22 + r.nextDouble() * 25,
                            new Color(20 + r.nextInt(40), 40 + r.nextInt(40), 140 + r.nextInt(60)),
                            0.3 + r.nextDouble() * 0.3)),
            new Drawn("pale band", (scan, g, r) -> {
                g.setColor(Color.getHSBColor(r.nextFloat(), 0.1f + 0.1f * r.nextFloat(), 0.97f));
                g.fill(new Rectangle2D.Double(20, down(scan, r) * 0.8, 170, 8 + r.nextDouble() * 10));
            }),
            new Drawn("letterhead", (scan, g, r) -> {
                g.setFont(new Font("Liberation Sans", Font.BOLD, 10).deriveFont(5f));
                g.setColor(ink(r));
                g.drawString("Wherrymoor Ferries", 22, 18);
                g.fill(new Rectangle2D.Double(22, 20, 166, 0.6));
            }),
            new Drawn(
                    "red figures",
                    (scan, g, r) -> print(
                            g,
                            scan.artist.font(10),
                            new Color(180 + r.nextInt(40), 30, 40),
                            Integer.toString(100_000 + r.nextInt(800_000)),
                            across(scan, r, 25),
                            down(scan, r))));

    /** Pale print, alone or beside dark print. */
    static final List<Drawn> PALE = List.of(
            new Drawn("worn needle print", (scan, g, r) -> {
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
            new Drawn("faded receipt", (scan, g, r) -> scan.artist.paragraphs(g, 20, 20, 80, 280, 9, grey(r, 170, 40))),
            new Drawn("carbon copy", (scan, g, r) -> {
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
            new Drawn("yellow print", (scan, g, r) -> {
                scan.artist.paragraphs(g, 20, 20, 170, 120, 11, new Color(250, 225, 70));
                scan.artist.paragraphs(g, 20, 130, 170, 280, 10, Color.BLACK);
            }),
            new Drawn("pink stamp over print", (scan, g, r) -> {
                scan.artist.paragraphs(g, 20, 20, 170, 280, 10.5, Color.BLACK);
                for (int i = 0; i < 4; i++) {
                    scan.artist.stamp(
                            g, 30 + r.nextInt(120), 40 + r.nextInt(200), 25 + r.nextInt(20), new Color(246, 190, 205));
                }
            }),
            new Drawn("grey small print", (scan, g, r) -> {
                scan.artist.paragraphs(g, 20, 20, 170, 150, 10.5, Color.BLACK);
                scan.artist.paragraphs(g, 20, 200, 170, 285, 6, grey(r, 165, 35));
            }),
            new Drawn("pencil notes", (scan, g, r) -> {
                scan.artist.table(g, 20, 30, 170, 230, true);
                for (int i = 0; i < 12; i++) {
                    pen(g, grey(r, 160, 50), 0.3);
                    scrawl(g, r, 25 + r.nextInt(120), 40 + r.nextInt(220), 5, 6);
                }
            }),
            new Drawn("pale band with print", (scan, g, r) -> {
                g.setColor(Color.getHSBColor(r.nextFloat(), 0.18f, 0.98f));
                g.fill(new Rectangle2D.Double(15, 60, 180, 40));
                scan.artist.paragraphs(g, 20, 20, 170, 55, 11, Color.BLACK);
                scan.artist.paragraphs(g, 20, 62, 170, 95, 10, Color.getHSBColor(r.nextFloat(), 0.4f, 0.72f));
                scan.artist.paragraphs(g, 20, 110, 170, 280, 10, Color.DARK_GRAY);
            }));

    /** Rows that do not run across the page, or of which there are few. */
    static final List<Drawn> ASKEW = List.of(
            new Drawn("two columns", (scan, g, r) -> {
                scan.artist.paragraphs(g, 18, 20 + r.nextInt(40), 82, 285, 9 + r.nextInt(3), Color.BLACK);
                scan.artist.paragraphs(
                        g, 110, 20 + r.nextInt(40), 82, 200 + r.nextInt(80), 9 + r.nextInt(3), Color.BLACK);
            }),
            new Drawn("three columns", (scan, g, r) -> {
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
            new Drawn("receipt", (scan, g, r) -> {
                double w = scan.widthMm;
                scan.artist.paragraphs(g, 5, 6, w - 10, scan.heightMm * 0.3, 8, Color.DARK_GRAY);
                scan.artist.table(g, 5, scan.heightMm * 0.35, w - 10, scan.heightMm * 0.5, false);
            }),
            new Drawn("receipt in one face", (scan, g, r) -> {
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
            new Drawn("list with figures", (scan, g, r) -> scan.artist.figures(g, 20, 30, 170, 120 + r.nextInt(150))),
            new Drawn("short letter", (scan, g, r) -> {
                scan.artist.paragraphs(g, 22, 50, 60, 70, 10, Color.BLACK);
                scan.artist.paragraphs(g, 22, 100, 165, 140, 10.5, Color.BLACK);
            }));
}
