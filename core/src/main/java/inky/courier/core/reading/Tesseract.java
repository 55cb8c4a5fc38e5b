package inky.courier.core.reading;

import inky.courier.core.message.Message;
import inky.courier.core.page.Box;
import inky.courier.core.page.PageRaster;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/**
 * OCR by Debian's Tesseract, one process a page. A process keeps to one core; several pages run side by side, which is
 * faster than several cores on one page.
 */
public final class Tesseract implements TextReader {
    private static final String PROGRAM = "tesseract";
    private static final int SECONDS = 180;
    private static final Map<String, String> ONE_CORE = Map.of("OMP_THREAD_LIMIT", "1");

    private volatile @Nullable List<String> languages;

    @Override
    public List<String> languages() {
        @Nullable List<String> known = languages;
        if (known == null) {
            known = Programs.has(PROGRAM) ? listed() : List.of();
            languages = known;
        }
        return known;
    }

    private static List<String> listed() {
        try {
            byte[] out = Programs.run(List.of(PROGRAM, "--list-langs"), ONE_CORE, in -> {}, 20);
            TreeSet<String> names = new TreeSet<>();
            for (String line : new String(out, StandardCharsets.UTF_8).split("\n")) {
                // "osd" finds orientation and reads nothing.
                if (line.matches("[A-Za-z_/]+") && !line.equals("osd")) {
                    names.add(line.strip());
                }
            }
            return List.copyOf(names);
        } catch (IOException e) {
            return List.of();
        }
    }

    @Override
    public PageWords read(PageRaster page, List<String> wanted) throws IOException {
        requireInstalled(wanted);
        List<String> command = List.of(
                PROGRAM,
                "stdin",
                "stdout",
                "-l",
                String.join("+", wanted),
                "--dpi",
                Integer.toString(page.resolution().dpi()),
                "tsv");
        byte[] tsv = Programs.run(command, ONE_CORE, out -> writePnm(page, out), SECONDS);
        return parse(new String(tsv, StandardCharsets.UTF_8), page.toGrey());
    }

    /** White around a part, so that letters at its edge are not taken for its frame. */
    private static final int MARGIN_PX = 12;

    @Override
    public String readPart(PageRaster part, List<String> wanted) throws IOException {
        requireInstalled(wanted);
        // 6: one block of text, whose lines need not be looked for among columns.
        List<String> command = List.of(
                PROGRAM,
                "stdin",
                "stdout",
                "--psm",
                "6",
                "-l",
                String.join("+", wanted),
                "--dpi",
                Integer.toString(part.resolution().dpi()));
        byte[] text = Programs.run(command, ONE_CORE, out -> writePnm(framed(part.toGrey()), out), SECONDS);
        return new String(text, StandardCharsets.UTF_8);
    }

    private static PageRaster framed(PageRaster grey) {
        int width = grey.width() + 2 * MARGIN_PX;
        int height = grey.height() + 2 * MARGIN_PX;
        byte[] samples = new byte[width * height];
        Arrays.fill(samples, (byte) 255);
        for (int y = 0; y < grey.height(); y++) {
            System.arraycopy(
                    grey.samples(), y * grey.width(), samples, (y + MARGIN_PX) * width + MARGIN_PX, grey.width());
        }
        return new PageRaster(width, height, 1, grey.resolution(), samples);
    }

    private void requireInstalled(List<String> wanted) throws NotInstalled {
        List<String> there = languages();
        if (there.isEmpty()) {
            throw new NotInstalled(
                    "files.searchable", Message.of("problem.no-ocr"), Message.of("problem.no-ocr.remedy"));
        }
        for (String language : wanted) {
            if (!there.contains(language)) {
                throw new NotInstalled(
                        "files.languages",
                        Message.of("problem.no-ocr-language").with("language", language),
                        Message.of("problem.no-ocr-language.remedy")
                                .with("package", language.toLowerCase(java.util.Locale.ROOT))
                                .with("there", String.join(", ", there)));
            }
        }
    }

    @Override
    public Optional<Orientation> orientation(PageRaster page) {
        if (!Programs.has(PROGRAM)) {
            return Optional.empty();
        }
        List<String> command = List.of(
                PROGRAM,
                "stdin",
                "stdout",
                "--psm",
                "0",
                "--dpi",
                Integer.toString(page.resolution().dpi()));
        try {
            byte[] out = Programs.run(command, ONE_CORE, to -> writePnm(page, to), SECONDS);
            return orientation(new String(out, StandardCharsets.UTF_8));
        } catch (IOException e) {
            // It ends so when there are too few letters to tell, or its data for this is not installed.
            return Optional.empty();
        }
    }

    /** Lines of a name, a colon and a value. */
    static Optional<Orientation> orientation(String said) {
        Map<String, String> values = new HashMap<>();
        for (String line : said.split("\n")) {
            int colon = line.indexOf(':');
            if (colon > 0) {
                values.put(
                        line.substring(0, colon).strip(),
                        line.substring(colon + 1).strip());
            }
        }
        String turn = values.getOrDefault("Rotate", "");
        String confidence = values.getOrDefault("Orientation confidence", "");
        String script = values.getOrDefault("Script", "");
        return turn.matches("0|90|180|270") && confidence.matches("\\d+(\\.\\d+)?")
                ? Optional.of(new Orientation(Integer.parseInt(turn), Double.parseDouble(confidence), script))
                : Optional.empty();
    }

    /** A page as a raw portable graymap (netpbm's pgm): a header and the samples. */
    private static void writePnm(PageRaster page, OutputStream out) throws IOException {
        PageRaster grey = page.toGrey();
        out.write(("P5\n" + grey.width() + " " + grey.height() + "\n255\n").getBytes(StandardCharsets.US_ASCII));
        out.write(grey.samples());
    }

    /** Columns: level, page, block, paragraph, line, word, left, top, width, height, confidence, text. */
    static PageWords parse(String tsv, PageRaster grey) {
        List<Word> words = new ArrayList<>();
        for (String row : tsv.split("\n")) {
            String[] f = row.split("\t", -1);
            if (f.length == 12 && f[0].equals("5") && !f[11].isBlank()) {
                Box box = new Box(number(f[6]), number(f[7]), number(f[8]), number(f[9]));
                words.add(new Word(
                        f[11].strip(),
                        box.x(),
                        box.y(),
                        box.width(),
                        box.height(),
                        Double.parseDouble(f[10]),
                        number(f[2]),
                        number(f[3]),
                        number(f[4]),
                        Stems.usual(grey, box)));
            }
        }
        return new PageWords(grey.width(), grey.height(), words);
    }

    private static int number(String text) {
        return Integer.parseInt(text);
    }
}
