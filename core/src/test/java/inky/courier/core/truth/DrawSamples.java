package inky.courier.core.truth;

import inky.courier.core.document.JpegPages;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Draws the sample pages that come with the application: {@code server/src/main/resources/samples}. Run by hand. */
final class DrawSamples {
    private static final int DPI = 150;

    private DrawSamples() {}

    public static void main(String[] args) throws IOException {
        Path folder = Path.of(args[0]);
        Files.createDirectories(folder);
        write(folder, "letter", TruthPages.sampleLetter(DPI));
        write(folder, "form", TruthPages.sampleForm(DPI));
        write(folder, "manifest", TruthPages.sampleManifest(DPI));
        write(folder, "receipt", TruthPages.kind(5, DPI));
        write(folder, "card", TruthPages.kind(6, DPI));
        write(folder, "back", TruthPages.blank(18, DPI));
        write(folder, "book", TruthPages.sampleBook(DPI));
        write(folder, "photo", TruthPages.kind(11, DPI));
        Files.write(
                folder.resolve("receipts.jpg"),
                JpegPages.encode(GlassPages.of(7, DPI).raster(), 0.72f));
    }

    private static void write(Path folder, String name, Truth page) throws IOException {
        Files.write(folder.resolve(name + ".jpg"), JpegPages.encode(page.raster(), 0.72f));
    }
}
