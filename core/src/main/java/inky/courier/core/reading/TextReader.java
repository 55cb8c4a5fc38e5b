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

    /** The text of a part of a page, which is one block of lines. As {@link #read}. */
    default String readPart(PageRaster part, List<String> languages) throws IOException {
        return read(part, languages).text();
    }

    /** What can be read here; empty when nothing is installed. */
    List<String> languages();

    /** Which way up a page is read, as the OCR sees it; empty when it cannot tell or is not installed. */
    default Optional<Orientation> orientation(PageRaster page) throws IOException {
        return Optional.empty();
    }
}
