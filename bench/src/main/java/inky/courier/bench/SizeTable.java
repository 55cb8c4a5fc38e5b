package inky.courier.bench;

import inky.courier.core.document.Description;
import inky.courier.core.document.DocumentPage;
import inky.courier.core.document.InOrder;
import inky.courier.core.document.JpegPages;
import inky.courier.core.document.PageCoder;
import inky.courier.core.media.Resolution;
import inky.courier.core.naming.NameValues;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileSettings.Quality;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.TextReader;
import inky.courier.core.sizing.Coding;
import inky.courier.core.truth.ReadOnce;
import inky.courier.core.truth.TruthPages;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Treatment;
import inky.courier.core.workshop.Workshop;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/**
 * Measures the bytes of A4 pages of many sorts for every coding and resolution, and prints the table that the size model
 * reads: core, sizing/pages.csv. Run by hand when a coder changes; with "words", "dots", "light" or "plain" only for what is made of those,
 * with "200" and the like only at those resolutions.
 */
public final class SizeTable {
    private static final NameValues NOTHING = new NameValues(
            Instant.EPOCH.atZone(ZoneOffset.UTC),
            new NameValues.Person("", "", ""),
            new NameValues.Device("", ""),
            new NameValues.Job("", ""),
            new NameValues.Contents(1, "", "", "", 1, 1),
            NameValues.Numbers.fixed(1, 1));

    private static final Map<Integer, Integer> PAGES = Map.of(100, 48, 150, 48, 200, 192, 300, 192, 600, 16);

    /** Pages whose words are read. */
    private static final int READ = 32;

    /** Words weigh the same at every resolution. */
    private static final int READING_DPI = 200;

    private static final int CORES = Runtime.getRuntime().availableProcessors();

    private SizeTable() {}

    public static void main(String[] args) throws IOException {
        if (List.of(args).contains("words")) {
            words();
            return;
        }
        Optional<String> only = Stream.of("light", "plain", "dots")
                .filter(List.of(args)::contains)
                .findFirst();
        boolean all = only.isEmpty();
        System.out.println("coding,dpi,p10,p50,p90");
        for (int dpi : resolutions(List.of(args))) {
            Map<Coding, List<Double>> bytes = new EnumMap<>(Coding.class);
            List<Integer> seeds = IntStream.range(0, PAGES.get(dpi)).boxed().toList();
            InOrder.forEach(
                    seeds,
                    dpi == 600 ? 1 : CORES,
                    seed -> measured(page(seed, dpi), only.orElse("all")),
                    one -> one.forEach((coding, size) -> bytes.computeIfAbsent(coding, c -> new ArrayList<>())
                            .add(size)));
            print(dpi, bytes);
        }
        if (all) {
            words();
        }
    }

    private static int[] resolutions(List<String> args) {
        int[] wanted = args.stream()
                .filter(arg -> arg.matches("\\d+"))
                .mapToInt(Integer::parseInt)
                .toArray();
        return wanted.length > 0
                ? wanted
                : PAGES.keySet().stream().mapToInt(dpi -> dpi).sorted().toArray();
    }

    private static void print(int dpi, Map<Coding, List<Double>> bytes) {
        for (Map.Entry<Coding, List<Double>> entry : bytes.entrySet()) {
            double[] sorted =
                    entry.getValue().stream().mapToDouble(d -> d).sorted().toArray();
            int rank = rank(sorted.length);
            System.out.printf(
                    Locale.ROOT,
                    "%s,%d,%.0f,%.0f,%.0f%n",
                    entry.getKey(),
                    dpi,
                    sorted[rank - 1],
                    at(sorted, 0.5),
                    sorted[sorted.length - rank]);
        }
    }

    /**
     * How many of the smallest and of the largest values may be left out so that the rest spans four fifths of all pages
     * with a confidence of nine in ten; 1 where there are too few for that. Distribution-free tolerance limits,
     * NIST/SEMATECH e-Handbook 7.2.6.4 (from memory).
     */
    private static int rank(int count) {
        int rank = 1;
        while (confidence(count, rank + 1) >= 0.9) {
            rank++;
        }
        return rank;
    }

    /** That at most count - 2 rank of so many values lie within the middle four fifths: a binomial sum. */
    private static double confidence(int count, int rank) {
        double term = Math.pow(0.2, count);
        double sum = 0;
        for (int k = 0; k <= count - 2 * rank; k++) {
            sum += term;
            term *= (count - k) / (k + 1.0) * 4;
        }
        return sum;
    }

    /** Of text, Office and speech: what a page adds to a file, and on standard error what a file has beside them. */
    private static void words() throws IOException {
        PageRaster any = page(0, READING_DPI);
        Map<FileSettings, Double> once = new HashMap<>();
        for (FileSettings files : ofText()) {
            once.put(files, file(any, new ReadOnce(PageWords.none(any.width(), any.height())), files));
            System.err.printf(Locale.ROOT, "%s once %.0f%n", files.type(), once.get(files));
        }
        Map<Coding, List<Double>> bytes = new EnumMap<>(Coding.class);
        InOrder.forEach(
                IntStream.range(0, READ).boxed().toList(),
                CORES,
                SizeTable::read,
                sizes -> sizes.forEach((files, size) -> bytes.computeIfAbsent(
                                Coding.of(profile(ColourMode.GREY, READING_DPI, Tone.USUAL, files)),
                                c -> new ArrayList<>())
                        .add(size - once.get(files))));
        print(READING_DPI, bytes);
    }

    private static Map<FileSettings, Double> read(int seed) throws IOException {
        PageRaster page = page(seed, READING_DPI);
        ReadOnce reader = new ReadOnce();
        Map<FileSettings, Double> sizes = new HashMap<>();
        for (FileSettings files : ofText()) {
            sizes.put(files, file(page, reader, files));
        }
        return sizes;
    }

    private static List<FileSettings> ofText() {
        List<FileSettings> all = new ArrayList<>();
        for (FileType type : List.of(FileType.TEXT, FileType.WORD, FileType.EXCEL)) {
            all.add(FileSettings.of(type));
        }
        for (FileSettings.Spoken as : FileSettings.Spoken.values()) {
            all.add(new FileSettings(FileType.SPOKEN, null, false, false, false, null, null, null, as));
        }
        return all;
    }

    private static double file(PageRaster page, TextReader reader, FileSettings files) throws IOException {
        Source source = () -> page;
        return new Workshop(profile(ColourMode.GREY, READING_DPI, Tone.USUAL, files), reader, 1)
                .make(
                        List.of(source),
                        Files.createTempDirectory("sizes"),
                        new Description("", "", Instant.EPOCH, ZoneOffset.UTC))
                .files()
                .get(0)
                .bytes();
    }

    /** Half letters, tables and forms, the rest with colour or pictures. */
    static PageRaster page(int seed, int dpi) {
        return switch (seed % 4) {
            case 0, 1 -> TruthPages.askew(seed, dpi).raster();
            case 2 -> TruthPages.coloured(seed / 2, dpi).raster();
            default -> TruthPages.colourLetter(seed, dpi).raster();
        };
    }

    private static Map<Coding, Double> measured(PageRaster page, String only) throws IOException {
        return switch (only) {
            case "light" -> light(page);
            case "plain" -> plain(page);
            case "dots" -> dots(page);
            default -> measured(page);
        };
    }

    private static Map<Coding, Double> measured(PageRaster page) throws IOException {
        Map<Coding, Double> bytes = new EnumMap<>(Coding.class);
        Optional<PageAnalysis> analysis = Optional.of(PageAnalyser.analyse(page));
        for (ColourMode colour : List.of(ColourMode.COLOUR, ColourMode.GREY, ColourMode.AS_FOUND)) {
            for (Quality quality : Quality.values()) {
                add(bytes, page, analysis, colour, Tone.USUAL, files(FileType.PDF, false, quality));
            }
            add(bytes, page, analysis, colour, Tone.USUAL, files(FileType.PDF, true, Quality.USUAL));
        }
        add(bytes, page, analysis, ColourMode.BLACK_AND_WHITE, Tone.USUAL, files(FileType.PDF, false, Quality.USUAL));
        bytes.putAll(dots(page));
        if (page.resolution().dpi() <= 300) {
            bytes.putAll(plain(page));
        }
        return bytes;
    }

    /**
     * As devices deliver pages, coded once: the noise of drawn pages, which repeats along a row, would be deflated to half of
     * what a scanner's comes to, or not at all.
     */
    private static Map<Coding, Double> plain(PageRaster drawn) throws IOException {
        PageRaster page = JpegPages.decode(JpegPages.encode(drawn, 0.8f), drawn.resolution());
        Map<Coding, Double> bytes = new EnumMap<>(Coding.class);
        Optional<PageAnalysis> analysis = Optional.of(PageAnalyser.analyse(page));
        for (ColourMode colour : ColourMode.values()) {
            add(bytes, page, analysis, colour, Tone.USUAL, files(FileType.PNG, false, Quality.USUAL));
        }
        return bytes;
    }

    private static Map<Coding, Double> light(PageRaster page) throws IOException {
        Map<Coding, Double> bytes = new EnumMap<>(Coding.class);
        Optional<PageAnalysis> analysis = Optional.of(PageAnalyser.analyse(page));
        for (ColourMode colour : List.of(ColourMode.COLOUR, ColourMode.GREY, ColourMode.AS_FOUND)) {
            add(bytes, page, analysis, colour, Tone.USUAL, files(FileType.PDF, true, Quality.USUAL));
        }
        return bytes;
    }

    private static Map<Coding, Double> dots(PageRaster page) throws IOException {
        Map<Coding, Double> bytes = new EnumMap<>(Coding.class);
        Tone dots = new Tone(Tone.Content.PHOTO, null, null, 0, 0);
        add(bytes, page, Optional.empty(), ColourMode.BLACK_AND_WHITE, dots, files(FileType.PDF, false, Quality.USUAL));
        return bytes;
    }

    private static ScanProfile profile(ColourMode colour, int dpi, Tone tone, FileSettings files) {
        return new ScanProfile(
                colour, new Resolution(dpi), Sides.ONE, ScanInput.FEEDER, tone, Tidy.NONE, Grouping.ONE_FILE, files);
    }

    private static FileSettings files(FileType type, boolean light, Quality quality) {
        return new FileSettings(type, null, light, false, false, null, quality, null, null);
    }

    private static void add(
            Map<Coding, Double> bytes,
            PageRaster page,
            Optional<PageAnalysis> analysis,
            ColourMode colour,
            Tone tone,
            FileSettings files)
            throws IOException {
        ScanProfile profile = profile(colour, page.resolution().dpi(), tone, files);
        Treatment.Treated treated = new Treatment(profile)
                .apply(page, analysis, new Treatment.StampValues(1, 1, NOTHING))
                .get(0);
        PageCoder coder = new PageCoder(files);
        DocumentPage coded = treated.blackAndWhite().isPresent()
                ? coder.code(treated.raster(), treated.blackAndWhite().get(), treated.media())
                : coder.code(treated.raster(), treated.media(), Optional.empty());
        bytes.put(Coding.of(profile), (double) bytes(coded));
    }

    private static long bytes(DocumentPage page) throws IOException {
        if (page instanceof DocumentPage.Jpeg jpeg) {
            return jpeg.jpeg().length;
        }
        if (page instanceof DocumentPage.Fax fax) {
            return fax.coded().length;
        }
        if (page instanceof DocumentPage.Light light) {
            return light.layers().bytes();
        }
        return ((DocumentPage.Lossless) page).rows().length;
    }

    private static double at(double[] sorted, double share) {
        double place = share * (sorted.length - 1);
        int below = (int) place;
        int above = Math.min(sorted.length - 1, below + 1);
        return sorted[below] + (place - below) * (sorted[above] - sorted[below]);
    }
}
