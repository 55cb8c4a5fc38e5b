package inky.courier.core.truth;

import inky.courier.core.page.PageRaster;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.Tesseract;
import inky.courier.core.reading.TextReader;
import java.io.IOException;
import java.util.List;

/** Reads one page, once: several files are made of its words, and reading costs more than all of them. */
public final class ReadOnce implements TextReader {
    private final TextReader tesseract = new Tesseract();
    private PageWords words;

    /** A page that is still to be read. */
    public ReadOnce() {}

    /** A page whose words are known. */
    public ReadOnce(PageWords words) {
        this.words = words;
    }

    @Override
    public PageWords read(PageRaster page, List<String> languages) throws IOException {
        words = words == null ? tesseract.read(page, languages) : words;
        return words;
    }

    @Override
    public List<String> languages() {
        return tesseract.languages();
    }
}
