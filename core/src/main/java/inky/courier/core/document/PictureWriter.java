package inky.courier.core.document;

import inky.courier.core.reading.PageWords;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** One page as an image file: JPEG as coded, or PNG without loss. */
public final class PictureWriter implements FileWriter {
    private final Path target;

    public PictureWriter(Path target) {
        this.target = target;
    }

    @Override
    public void add(DocumentPage page, PageWords words) throws IOException {
        if (page instanceof DocumentPage.Jpeg jpeg) {
            Files.write(target, jpeg.jpeg());
        } else if (page instanceof DocumentPage.Lossless plain) {
            PngImage.write(plain, target);
        } else {
            throw new IllegalArgumentException(
                    "no image file of " + page.getClass().getSimpleName());
        }
    }

    @Override
    public void finish(Description description) {}

    @Override
    public void close() {}
}
