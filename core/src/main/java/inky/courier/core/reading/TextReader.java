package inky.courier.core.reading;

import inky.courier.core.page.PageRaster;
import java.io.IOException;
import java.util.List;
import java.util.Optional;

/** Reads the text of pages. */
public interface TextReader {
    /**
     * @param languages one or more of {@link #languages()}
     * @throws NotInstalled when the program or a language is missing
     */
    PageWords read(PageRaster page, List<String> languages) throws IOException;

    /** What can be read here; empty when nothing is installed. */
    List<String> languages();

    /** Which way up a page is read, as the OCR sees it; empty when it cannot tell or is not installed. */
    default Optional<Orientation> orientation(PageRaster page) throws IOException {
        return Optional.empty();
    }
}
