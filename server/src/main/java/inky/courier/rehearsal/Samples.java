package inky.courier.rehearsal;

import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.workshop.Source;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Pages that come with Courier to try profiles on; each shows something that a profile can mend. */
final class Samples {
    static final Resolution RESOLUTION = new Resolution(150);

    /** @param name as in the address of its picture */
    record Sample(String name, String title, String shows) {}

    static final List<Sample> ALL = List.of(
            new Sample("letter", "Letter", "lies askew, has a coloured signature"),
            new Sample("form", "Berth permit", "boxes, dark edges, yellowed paper"),
            new Sample("manifest", "Cargo manifest", "a table, on its side"),
            new Sample("receipt", "Fuel receipt", "a till roll on a dark bed"),
            new Sample("card", "Crew card", "a card with a portrait, on a dark bed"),
            new Sample("back", "Back of a sheet", "blank; the other side shines through"),
            new Sample("book", "Logbook", "an opened book with the shadow of its fold"),
            new Sample("receipts", "Receipts and a card", "several papers on a dark bed, each askew"),
            new Sample("photo", "Photograph", "every tone, no print"));

    /** Their analysis, once: they stay as they are. */
    private static final Map<String, PageAnalysis> FOUND = new ConcurrentHashMap<>();

    private Samples() {}

    static String title(String name) {
        return ALL.stream()
                .filter(sample -> sample.name.equals(name))
                .map(Sample::title)
                .findFirst()
                .orElse(name);
    }

    static Source source(String name) {
        byte[] jpeg = jpeg(name);
        return new Source() {
            @Override
            public PageRaster raster() {
                return decoded(jpeg);
            }

            @Override
            public Optional<byte[]> jpeg() {
                return Optional.of(jpeg);
            }

            @Override
            public Optional<String> digest() {
                return Optional.of("sample " + name);
            }

            @Override
            public Optional<PageAnalysis> analysis() {
                return Optional.of(FOUND.computeIfAbsent(name, any -> PageAnalyser.analyse(decoded(jpeg))));
            }
        };
    }

    private static PageRaster decoded(byte[] jpeg) {
        try {
            return JpegPages.decode(jpeg, RESOLUTION);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static byte[] jpeg(String name) {
        if (ALL.stream().noneMatch(sample -> sample.name.equals(name))) {
            throw Refusal.notFound("sample page");
        }
        try (InputStream in = Samples.class.getResourceAsStream("/samples/" + name + ".jpg")) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
