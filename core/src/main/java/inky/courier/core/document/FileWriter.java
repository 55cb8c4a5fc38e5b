package inky.courier.core.document;

import inky.courier.core.reading.PageWords;
import java.io.IOException;

/** Writes one file, page by page; what it holds in memory does not grow with their number. */
public interface FileWriter extends AutoCloseable {
    /** @param words the text of the page; none when it was not read */
    void add(DocumentPage page, PageWords words) throws IOException;

    /** Completes the file. */
    void finish(Description description) throws IOException;

    /** Gives up what is held; a file that was not finished is not usable. */
    @Override
    void close() throws IOException;
}
