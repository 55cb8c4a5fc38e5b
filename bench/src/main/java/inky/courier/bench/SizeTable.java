package inky.courier.bench;

import inky.courier.core.document.DocumentPage;
import inky.courier.core.document.PageCoder;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileSettings.Quality;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.Grouping;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.sizing.Coding;
import inky.courier.core.truth.TruthPages;
import inky.courier.core.workshop.Treatment;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;

/**
 * Measures the bytes of A4 pages of many sorts for every coding and resolution, and prints the table that the size model
 * reads: core, sizing/pages.csv. Run by hand when a coder changes.
 */
public final class SizeTable {
    private static final Map<Integer, Integer> PAGES = Map.of(100, 48, 150, 48, 200, 48, 300, 24, 600, 8);

    private SizeTable() {}

    public static void main(String[] args) throws IOException {
        System.out.println("coding,dpi,p10,p50,p90");
        for (int dpi : new int[] {100, 150, 200, 300, 600}) {
            Map<Coding, List<Double>> bytes = new EnumMap<>(Coding.class);
            for (int seed = 0; seed < PAGES.get(dpi); seed++) {
                measure(page(seed, dpi), bytes);
            }
            for (Map.Entry<Coding, List<Double>> entry : bytes.entrySet()) {
                double[] sorted =
                        entry.getValue().stream().mapToDouble(d -> d).sorted().toArray();
                System.out.printf(
                        Locale.ROOT,
                        "%s,%d,%.0f,%.0f,%.0f%n",
                        entry.getKey(),
                        dpi,
                        at(sorted, 0.1),
                        at(sorted, 0.5),
                        at(sorted, 0.9));
            }
            // What text and speech take does not go by the resolution; common practice, no source: 250 to 450 words a
            // page.
            System.out.printf("WORDS,%d,900,1900,3400%n", dpi);
            System.out.printf("SPOKEN,%d,180000,390000,640000%n", dpi);
        }
    }

    /** Half letters, tables and forms, the rest with colour or pictures. */
    static PageRaster page(int seed, int dpi) {
        return switch (seed % 4) {
            case 0, 1 -> TruthPages.askew(seed, dpi).raster();
            case 2 -> TruthPages.coloured(seed / 2, dpi).raster();
            default -> TruthPages.colourLetter(seed, dpi).raster();
        };
    }

    private static void measure(PageRaster page, Map<Coding, List<Double>> bytes) throws IOException {
        Optional<PageAnalysis> analysis = Optional.of(PageAnalyser.analyse(page));
        boolean small = page.resolution().dpi() <= 300;
        for (ColourMode colour : List.of(ColourMode.COLOUR, ColourMode.GREY, ColourMode.AS_FOUND)) {
            for (Quality quality : Quality.values()) {
                add(bytes, page, analysis, colour, Tone.USUAL, files(FileType.PDF, false, quality));
            }
            add(bytes, page, analysis, colour, Tone.USUAL, files(FileType.PDF, true, Quality.USUAL));
            if (small) {
                add(bytes, page, analysis, colour, Tone.USUAL, files(FileType.PNG, false, Quality.USUAL));
            }
        }
        Tone dots = new Tone(Tone.Content.PHOTO, null, null, 0, 0);
        add(bytes, page, analysis, ColourMode.BLACK_AND_WHITE, Tone.USUAL, files(FileType.PDF, false, Quality.USUAL));
        add(bytes, page, analysis, ColourMode.BLACK_AND_WHITE, dots, files(FileType.PDF, false, Quality.USUAL));
        if (small) {
            add(
                    bytes,
                    page,
                    analysis,
                    ColourMode.BLACK_AND_WHITE,
                    Tone.USUAL,
                    files(FileType.PNG, false, Quality.USUAL));
        }
    }

    private static FileSettings files(FileType type, boolean light, Quality quality) {
        return new FileSettings(type, null, light, false, false, null, quality, null, null);
    }

    private static void add(
            Map<Coding, List<Double>> bytes,
            PageRaster page,
            Optional<PageAnalysis> analysis,
            ColourMode colour,
            Tone tone,
            FileSettings files)
            throws IOException {
        ScanProfile profile = new ScanProfile(
                colour, new Resolution(page.resolution().dpi()), Sides.ONE, tone, Tidy.NONE, Grouping.ONE_FILE, files);
        Treatment.Treated treated = new Treatment(profile)
                .apply(page, analysis, new Treatment.StampValues(1, 1, ""))
                .get(0);
        PageCoder coder = new PageCoder(files);
        DocumentPage coded = treated.blackAndWhite().isPresent()
                ? coder.code(treated.raster(), treated.blackAndWhite().get(), treated.media())
                : coder.code(treated.raster(), treated.media(), Optional.empty());
        bytes.computeIfAbsent(Coding.of(profile), c -> new ArrayList<>()).add((double) bytes(coded));
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
        return deflated(((DocumentPage.Plain) page).raster());
    }

    /** As PNG does it: Deflate over the differences to the sample before. */
    private static long deflated(PageRaster page) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        byte[] row = new byte[page.width() * page.channels()];
        Deflater deflater = new Deflater(6);
        try (DeflaterOutputStream out = new DeflaterOutputStream(bytes, deflater)) {
            for (int y = 0; y < page.height(); y++) {
                for (int i = 0; i < row.length; i++) {
                    int at = y * row.length + i;
                    row[i] = (byte)
                            (page.samples()[at] - (i < page.channels() ? 0 : page.samples()[at - page.channels()]));
                }
                out.write(row);
            }
        } finally {
            deflater.end();
        }
        return bytes.size();
    }

    private static double at(double[] sorted, double share) {
        double place = share * (sorted.length - 1);
        int below = (int) place;
        int above = Math.min(sorted.length - 1, below + 1);
        return sorted[below] + (place - below) * (sorted[above] - sorted[below]);
    }
}
