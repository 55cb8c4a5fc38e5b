package inky.courier.core.document;

import inky.courier.core.reading.PageWords;
import java.io.BufferedWriter;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** The text of the pages in UTF-8, a form feed between them. */
public final class TextWriter implements FileWriter {
    private final BufferedWriter out;
    private boolean first = true;

    public TextWriter(Path target) throws IOException {
        this.out = Files.newBufferedWriter(target, StandardCharsets.UTF_8);
    }

    @Override
    public void add(DocumentPage page, PageWords words) throws IOException {
        if (!first) {
            out.write('\f');
        }
        first = false;
        out.write(words.text());
    }

    @Override
    public void finish(Description description) throws IOException {
        out.close();
    }

    @Override
    public void close() throws IOException {
        out.close();
    }
}
