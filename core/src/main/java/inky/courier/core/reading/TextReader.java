package inky.courier.core.reading;

import inky.courier.core.page.PageRaster;
import java.io.IOException;
import java.util.List;

/** Reads the text of pages. */
public interface TextReader {
    /**
     * @param languages one or more of {@link #languages()}
     * @throws NotInstalled when the program or a language is missing
     */
    PageWords read(PageRaster page, List<String> languages) throws IOException;

    /** What can be read here; empty when nothing is installed. */
    List<String> languages();
}
