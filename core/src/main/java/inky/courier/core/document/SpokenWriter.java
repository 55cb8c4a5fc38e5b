package inky.courier.core.document;

import inky.courier.core.profile.FileSettings;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.Speech;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Objects;

/** The text of the pages read aloud in its language. */
public final class SpokenWriter implements FileWriter {
    private final Path target;
    private final FileSettings settings;
    private final Path text;

    public SpokenWriter(Path target, FileSettings settings) throws IOException {
        this.target = target;
        this.settings = settings;
        this.text =
                Speech.textFile(Objects.requireNonNull(target.toAbsolutePath().getParent()), "");
    }

    @Override
    public void add(DocumentPage page, PageWords words) throws IOException {
        StringBuilder spoken = new StringBuilder();
        for (List<List<inky.courier.core.reading.Word>> paragraph : words.paragraphs()) {
            for (var line : paragraph) {
                spoken.append(PageWords.join(line)).append(' ');
            }
            // An empty line is a pause.
            spoken.append("\n\n");
        }
        Files.writeString(text, spoken, StandardOpenOption.APPEND);
    }

    @Override
    public void finish(Description description) throws IOException {
        boolean opus = settings.spokenAs() == FileSettings.Spoken.OGG_OPUS;
        Speech.speak(text, settings.languages().get(0), opus, target);
    }

    @Override
    public void close() throws IOException {
        Files.deleteIfExists(text);
    }
}
