package inky.courier.rehearsal;

import inky.courier.core.document.JpegPages;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.workshop.Source;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;

/** Pages that come with Courier to try profiles on; each shows something that a profile can mend. */
final class Samples {
    private static final Resolution RESOLUTION = new Resolution(150);

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

    private Samples() {}

    static Source source(String name) {
        byte[] jpeg = jpeg(name);
        return new Source() {
            @Override
            public PageRaster raster() throws IOException {
                return JpegPages.decode(jpeg, RESOLUTION);
            }

            @Override
            public Optional<byte[]> jpeg() {
                return Optional.of(jpeg);
            }
        };
    }

    private static byte[] jpeg(String name) {
        if (ALL.stream().noneMatch(sample -> sample.name.equals(name))) {
            throw Refusal.notFound("sample page");
        }
        try (InputStream in = Samples.class.getResourceAsStream("/samples/" + name + ".jpg")) {
            return in.readAllBytes();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }
}
