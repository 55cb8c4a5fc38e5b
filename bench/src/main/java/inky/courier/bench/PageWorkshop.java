package inky.courier.bench;

import inky.courier.core.document.Description;
import inky.courier.core.document.InOrder;
import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.Outline;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PaperWhite;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.Protection;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.reading.Tesseract;
import inky.courier.core.tidy.BlackAndWhite;
import inky.courier.core.tidy.CardSheet;
import inky.courier.core.tidy.Edges;
import inky.courier.core.tidy.OpenedBook;
import inky.courier.core.tidy.Resample;
import inky.courier.core.tidy.StampInk;
import inky.courier.core.tidy.Tones;
import inky.courier.core.truth.TruthPages;
import inky.courier.core.workshop.MadeFile;
import inky.courier.core.workshop.Source;
import inky.courier.core.workshop.Workshop;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.lang.management.ThreadMXBean;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.IntStream;

/**
 * Measures the page workshop on 50 A4 pages and, in the same run, Debian's general-purpose tools on the same pages. Prints
 * one table. Tools that are not installed are left out and said so.
 */
public final class PageWorkshop {
    private static final int PAGES = 50;
    private static final int OCR_PAGES = 8;
    private static final int WARM = 16;
    private static final int CORES = Runtime.getRuntime().availableProcessors();
    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    private final int dpi;
    private final Path folder;
    private final List<Path> jpegs = new ArrayList<>();
    private final List<PageRaster> rasters = new ArrayList<>();

    private PageWorkshop(int dpi, Path folder) {
        this.dpi = dpi;
        this.folder = folder;
    }

    public static void main(String[] args) throws Exception {
        if (List.of(args).contains("memory")) {
            fiveHundred();
            return;
        }
        System.out.println();
        System.out.printf(
                "%-44s %12s %12s %10s %9s  %s%n",
                "page workshop", "pages/s", "ms CPU/page", "KB/page", "MB heap", "beside it");
        for (int dpi : new int[] {200, 300}) {
            new PageWorkshop(dpi, Files.createTempDirectory("workshop-bench")).run();
        }
    }

    private void run() throws Exception {
        // Eight different pages, in memory once; the work on each of the fifty is real.
        for (int seed = 0; seed < 8; seed++) {
            PageRaster page = SizeTable.page(seed + 3, dpi);
            rasters.add(page);
            Path jpeg = folder.resolve("page" + seed + ".jpg");
            Files.write(jpeg, JpegPages.encode(page, 0.75f));
            jpegs.add(jpeg);
        }
        System.out.println("-- " + dpi + " dpi, colour A4, " + CORES + " cores");
        each("analysis, all of it, from the raster", PageAnalyser::analyse, 3, "target 40 at 200 dpi");
        single("skew alone, one core", PageAnalyser::skew, "target 50 ms");
        each(
                "straighten: measure and turn",
                page -> Resample.turned(page, -PageAnalyser.skew(page), 250),
                1,
                unpaper());
        treatments();
        files();
        rasters.clear();
    }

    private void treatments() throws IOException {
        each("grey", PageRaster::toGrey, 1, "");
        each("exposure", page -> Tones.apply(page, Tones.automatic(page)), 1, "");
        each("clean dark edges", Edges::found, 1, "");
        each("half the resolution", page -> Resample.at(page, new Resolution(dpi / 2)), 1, "");
        each(
                "stamp",
                page -> StampInk.print(page, "Received 2026-11-25", StampInk.Corner.TOP_RIGHT, StampInk.Ink.RED, 10),
                1,
                "");
        each("black and white, one threshold", page -> BlackAndWhite.global(page.toGrey()), 1, "");
        each("black and white, local threshold", BlackAndWhite::local, 1, "");
        each("black and white, dots", page -> BlackAndWhite.dots(PaperWhite.of(page.toGrey())), 1, "");
        each("black and white, print and pictures", BlackAndWhite::printAndPictures, 1, "");
        each("black and white, map", BlackAndWhite::map, 1, "");
        each("turn upright, by a quarter", page -> Resample.quarters(page, 90), 1, "");
        each(
                "scale to half",
                page -> Resample.scaled(page, page.width() / 2, page.height() / 2, page.resolution()),
                1,
                "");
        each("clean margins of 5 mm", page -> Edges.margins(page, 5), 1, "");
        each("clean the gutter", Edges::gutter, 1, "");
        PageRaster bed = TruthPages.sized(0, dpi).raster();
        Outline paper = PageAnalyser.analyse(bed).paper().outline();
        each("crop to the paper", page -> Resample.cut(bed, paper), 1, "A4 askew on the glass");
        PageRaster book = TruthPages.sampleBook(dpi).raster();
        each("opened book into two pages", page -> OpenedBook.pages(book, false), 1, "A4 twice");
        PageRaster card = TruthPages.kind(2, dpi).raster();
        each("both sides of a card on one page", page -> CardSheet.of(card, Optional.of(card)), 1, "");
    }

    private void files() throws Exception {
        FileSettings pdf = FileSettings.PDF;
        double plain = file("PDF, pages as they came", ColourMode.COLOUR, pdf, PAGES, img2pdf());
        file("PDF, grey", ColourMode.GREY, pdf, PAGES, "");
        double small = file("light PDF", ColourMode.COLOUR, settings(FileType.PDF, true, false, false), PAGES, "");
        System.out.printf(Locale.ROOT, "   light PDF takes %.0f %% of the plain one%n", small / plain * 100);
        file("PDF/A", ColourMode.COLOUR, settings(FileType.PDF, false, false, true), PAGES, "");
        tiff();
        file("TIFF, black and white by place", ColourMode.BLACK_AND_WHITE, FileSettings.of(FileType.TIFF), PAGES, "");
        file("TIFF, JPEG", ColourMode.COLOUR, FileSettings.of(FileType.TIFF), PAGES, "");
        FileSettings locked = pdf.withProtection(new Protection("quay side", "harbour master", true, false, false));
        file("PDF, encrypted", ColourMode.COLOUR, locked, PAGES, "");
        file("JPEG, a file each", ColourMode.COLOUR, FileSettings.of(FileType.JPEG), PAGES, "");
        file("PNG", ColourMode.COLOUR, FileSettings.of(FileType.PNG), 16, "");
        file("PowerPoint", ColourMode.COLOUR, FileSettings.of(FileType.POWERPOINT), PAGES, "");
        if (!new Tesseract().languages().isEmpty()) {
            double bare = tesseract();
            file(
                    "searchable PDF",
                    ColourMode.COLOUR,
                    settings(FileType.PDF, false, true, false),
                    OCR_PAGES,
                    String.format(Locale.ROOT, "tesseract alone in parallel %.2f pages/s, ", bare) + ocrmypdf());
            for (FileType type : List.of(FileType.TEXT, FileType.WORD, FileType.EXCEL, FileType.SPOKEN)) {
                String name = type.name().charAt(0) + type.name().substring(1).toLowerCase(Locale.ROOT);
                file(name + ", read by OCR", ColourMode.GREY, FileSettings.of(type), OCR_PAGES, "");
            }
        }
    }

    private static FileSettings settings(FileType type, boolean light, boolean searchable, boolean archive) {
        return new FileSettings(type, null, light, searchable, archive, null, null, null, null);
    }

    private interface Work {
        Object on(PageRaster page);
    }

    private void each(String what, Work work, int rounds, String beside) throws IOException {
        int count = PAGES * rounds;
        List<Integer> numbers = IntStream.range(0, count).boxed().toList();
        // A server has long been warm when pages come.
        InOrder.forEach(
                numbers.subList(0, count * 3 / 5), CORES, i -> work.on(rasters.get(i % rasters.size())), result -> {});
        long cpu = cpu();
        long began = System.nanoTime();
        InOrder.forEach(numbers, CORES, i -> work.on(rasters.get(i % rasters.size())), result -> {});
        double seconds = (System.nanoTime() - began) / 1e9;
        row(what, count / seconds, (cpu() - cpu) / 1e6 / count, 0, beside);
    }

    private void single(String what, Work work, String beside) {
        for (int i = 0; i < 16; i++) {
            work.on(rasters.get(i % rasters.size()));
        }
        long began = THREADS.getCurrentThreadCpuTime();
        long wall = System.nanoTime();
        for (int i = 0; i < PAGES; i++) {
            work.on(rasters.get(i % rasters.size()));
        }
        double cpu = (THREADS.getCurrentThreadCpuTime() - began) / 1e6 / PAGES;
        row(what, PAGES / ((System.nanoTime() - wall) / 1e9), cpu, 0, beside);
    }

    /** @return bytes a page */
    private double file(String what, ColourMode colour, FileSettings files, int count, String beside)
            throws IOException {
        ScanProfile profile = new ScanProfile(
                colour,
                new Resolution(dpi),
                Sides.ONE,
                ScanInput.FEEDER,
                Tone.USUAL,
                Tidy.NONE,
                Grouping.ONE_FILE,
                files);
        List<Source> sources =
                IntStream.range(0, count).mapToObj(i -> source(i)).toList();
        Path made = Files.createTempDirectory(folder, "made");
        new Workshop(profile, new Tesseract(), CORES)
                .make(sources.subList(0, Math.min(WARM, count)), made, description());
        long cpu = cpu();
        long began = System.nanoTime();
        List<MadeFile> result = new Workshop(profile, new Tesseract(), CORES)
                .make(sources, Files.createTempDirectory(folder, "made"), description())
                .files();
        double seconds = (System.nanoTime() - began) / 1e9;
        double bytes = result.stream().mapToLong(MadeFile::bytes).sum() / (double) count;
        row(what, count / seconds, (cpu() - cpu) / 1e6 / count, bytes, beside);
        return bytes;
    }

    /** From the raster: threshold by Otsu, T.6, one TIFF of all pages. */
    private void tiff() throws Exception {
        ScanProfile profile = new ScanProfile(
                ColourMode.BLACK_AND_WHITE,
                new Resolution(dpi),
                Sides.ONE,
                ScanInput.FEEDER,
                new Tone(Tone.Content.TEXT, Tone.Threshold.GLOBAL, null, 0, 0),
                Tidy.NONE,
                Grouping.ONE_FILE,
                FileSettings.of(FileType.TIFF));
        List<Source> sources = IntStream.range(0, PAGES)
                .mapToObj(i -> (Source) () -> rasters.get(i % rasters.size()))
                .toList();
        new Workshop(profile, null, CORES)
                .make(sources.subList(0, WARM), Files.createTempDirectory(folder, "m"), description());
        long began = System.nanoTime();
        MadeFile made = new Workshop(profile, null, CORES)
                .make(sources, Files.createTempDirectory(folder, "m"), description())
                .files()
                .get(0);
        double seconds = (System.nanoTime() - began) / 1e9;
        row(
                "TIFF, Otsu and T.6, from the raster",
                PAGES / seconds,
                0,
                made.bytes() / (double) PAGES,
                imageMagick() + ", " + tiffcp());
    }

    private Source source(int i) {
        Path jpeg = jpegs.get(i % jpegs.size());
        return new Source() {
            @Override
            public PageRaster raster() throws IOException {
                return JpegPages.decode(Files.readAllBytes(jpeg), new Resolution(dpi));
            }

            @Override
            public Optional<Resolution> knownResolution() {
                return Optional.of(new Resolution(dpi));
            }

            @Override
            public Optional<byte[]> jpeg() throws IOException {
                return Optional.of(Files.readAllBytes(jpeg));
            }
        };
    }

    private String img2pdf() throws Exception {
        List<String> command = new ArrayList<>(List.of("img2pdf"));
        for (int i = 0; i < PAGES; i++) {
            command.add(jpegs.get(i % jpegs.size()).toString());
        }
        command.addAll(List.of("-o", folder.resolve("img2pdf.pdf").toString()));
        return beside("img2pdf", PAGES, List.of(command));
    }

    private String unpaper() throws Exception {
        Path ppm = folder.resolve("unpaper.pgm");
        PageRaster grey = rasters.get(0).toGrey();
        Files.write(ppm, pnm(grey));
        return beside(
                "unpaper",
                1,
                List.of(List.of(
                        "unpaper",
                        "--overwrite",
                        ppm.toString(),
                        folder.resolve("out.pgm").toString())));
    }

    /** Debian 12's ImageMagick finds no threshold by itself: it is spared that work. */
    private String imageMagick() throws Exception {
        List<List<String>> commands = new ArrayList<>();
        for (int i = 0; i < 4; i++) {
            commands.add(List.of(
                    "convert",
                    jpegs.get(i).toString(),
                    "-colorspace",
                    "Gray",
                    "-threshold",
                    "60%",
                    "-compress",
                    "Group4",
                    folder.resolve("im" + i + ".tif").toString()));
        }
        return beside("ImageMagick, threshold given, in two processes", 4, commands);
    }

    /** Codes only, what somebody else has thresholded, all pages into one file. */
    private String tiffcp() throws Exception {
        List<String> command = new ArrayList<>(List.of("tiffcp", "-c", "g4"));
        for (int i = 0; i < 4; i++) {
            Path plain = folder.resolve("plain" + i + ".tif");
            String from = folder.resolve("im" + i + ".tif").toString();
            try {
                seconds(List.of(List.of("tiffcp", "-c", "none", from, plain.toString())));
            } catch (IOException e) {
                return "tiffcp: " + e.getMessage();
            }
            for (int k = 0; k < 5; k++) {
                command.add(plain.toString());
            }
        }
        command.add(folder.resolve("tiffcp.tif").toString());
        return beside("tiffcp, T.6 alone in one process,", 20, List.of(command));
    }

    private String ocrmypdf() throws Exception {
        Path plain = folder.resolve("plain.pdf");
        List<String> bind = new ArrayList<>(List.of("img2pdf"));
        for (int i = 0; i < OCR_PAGES; i++) {
            bind.add(jpegs.get(i % jpegs.size()).toString());
        }
        bind.addAll(List.of("-o", plain.toString()));
        try {
            seconds(List.of(bind));
        } catch (IOException e) {
            return "img2pdf is not installed";
        }
        return beside(
                "ocrmypdf",
                OCR_PAGES,
                List.of(List.of(
                        "ocrmypdf",
                        "--jobs",
                        Integer.toString(CORES),
                        "--output-type",
                        "pdf",
                        plain.toString(),
                        folder.resolve("ocr.pdf").toString())));
    }

    /** Pages a second of as many processes as there are cores. */
    private double tesseract() throws Exception {
        List<List<String>> commands = new ArrayList<>();
        for (int i = 0; i < OCR_PAGES; i++) {
            commands.add(List.of(
                    "tesseract",
                    jpegs.get(i % jpegs.size()).toString(),
                    folder.resolve("t" + i).toString(),
                    "--dpi",
                    Integer.toString(dpi),
                    "pdf"));
        }
        return OCR_PAGES / seconds(commands);
    }

    private String beside(String tool, int pages, List<List<String>> commands) throws Exception {
        try {
            return String.format(Locale.ROOT, "%s %.2f pages/s", tool, pages / seconds(commands));
        } catch (IOException e) {
            return tool + ": " + (e.getMessage().startsWith("Cannot run") ? "not installed" : e.getMessage());
        }
    }

    private static double seconds(List<List<String>> commands) throws Exception {
        long began = System.nanoTime();
        InOrder.forEach(commands, CORES, PageWorkshop::process, done -> {});
        return (System.nanoTime() - began) / 1e9;
    }

    /** A tool that fails is soon done: its time would be no measure. */
    private static String process(List<String> command) throws IOException {
        ProcessBuilder builder =
                new ProcessBuilder(command).redirectErrorStream(true).redirectOutput(ProcessBuilder.Redirect.DISCARD);
        builder.environment().put("OMP_THREAD_LIMIT", "1");
        builder.environment().put("MAGICK_THREAD_LIMIT", "1");
        try {
            Process process = builder.start();
            if (!process.waitFor(5, TimeUnit.MINUTES) || process.exitValue() != 0) {
                process.destroy();
                throw new IOException(command.get(0) + " did not do it");
            }
            return command.get(0);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            throw new IOException(e);
        }
    }

    private static byte[] pnm(PageRaster grey) {
        byte[] head = ("P5\n" + grey.width() + " " + grey.height() + "\n255\n").getBytes();
        byte[] all = java.util.Arrays.copyOf(head, head.length + grey.samples().length);
        System.arraycopy(grey.samples(), 0, all, head.length, grey.samples().length);
        return all;
    }

    /** 500 pages at 300 dpi in colour: memory does not grow with them. Run with -Xmx512m. */
    private static void fiveHundred() throws IOException {
        Path folder = Files.createTempDirectory("workshop-bench");
        PageWorkshop bench = new PageWorkshop(300, folder);
        for (int seed = 0; seed < 3; seed++) {
            Path jpeg = folder.resolve("page" + seed + ".jpg");
            Files.write(
                    jpeg, JpegPages.encode(TruthPages.colourLetter(seed, 300).raster(), 0.75f));
            bench.jpegs.add(jpeg);
        }
        Tidy tidy = Tidy.USUAL;
        ScanProfile profile = new ScanProfile(
                ColourMode.COLOUR,
                new Resolution(300),
                Sides.ONE,
                ScanInput.FEEDER,
                Tone.USUAL,
                tidy,
                Grouping.ONE_FILE,
                settings(FileType.PDF, true, false, false));
        List<Source> sources = IntStream.range(0, 500).mapToObj(bench::source).toList();
        forgetHighWater();
        long began = System.nanoTime();
        new Workshop(profile, null, CORES).make(sources, Files.createTempDirectory(folder, "made"), description());
        double seconds = (System.nanoTime() - began) / 1e9;
        row(
                "500 pages, 300 dpi, straightened, light PDF",
                500 / seconds,
                0,
                0,
                String.format(
                        Locale.ROOT,
                        "heap high-water mark %d MB of %d",
                        highWater(),
                        Runtime.getRuntime().maxMemory() >> 20));
    }

    private static long highWater() {
        long sum = 0;
        for (MemoryPoolMXBean pool : ManagementFactory.getMemoryPoolMXBeans()) {
            sum += pool.getType() == MemoryType.HEAP ? pool.getPeakUsage().getUsed() : 0;
        }
        return sum >> 20;
    }

    /** Each row has a mark of its own; what lies about from the row before is cleared away first. */
    private static void forgetHighWater() {
        System.gc();
        ManagementFactory.getMemoryPoolMXBeans().forEach(MemoryPoolMXBean::resetPeakUsage);
    }

    private static Description description() {
        return new Description("bench", "bench", Instant.EPOCH, ZoneOffset.UTC);
    }

    /** Processor time of this process, every thread. */
    private static long cpu() {
        var system = (com.sun.management.OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
        return system.getProcessCpuTime();
    }

    private static void row(String what, double pages, double cpuMs, double bytes, String beside) {
        System.out.printf(
                Locale.ROOT,
                "%-44s %12s %12s %10s %9d  %s%n",
                what,
                String.format(Locale.ROOT, pages < 10 ? "%.2f" : "%.1f", pages),
                cpuMs == 0 ? "" : String.format(Locale.ROOT, "%.0f", cpuMs),
                bytes == 0 ? "" : String.format(Locale.ROOT, "%.0f", bytes / 1024),
                highWater(),
                beside);
        forgetHighWater();
    }
}
