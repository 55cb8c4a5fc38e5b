package inky.courier.standins;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;

/** Where accepted mail lands: each message whole, as a file in the form of RFC 5322. */
public final class Mailbox {
    /** One accepted message. */
    public record Letter(int number, String from, List<String> to, Instant at, long bytes, Path file) {}

    private final Path folder;
    private final List<Letter> letters = new ArrayList<>();

    Mailbox(Path folder) throws IOException {
        this.folder = Files.createDirectories(folder);
    }

    Path incoming() throws IOException {
        return Files.createTempFile(folder, "incoming", ".part");
    }

    synchronized Letter keep(String from, List<String> to, Path incoming) throws IOException {
        int number = letters.size() + 1;
        Path file = folder.resolve(String.format("%05d.eml", number));
        Files.move(incoming, file, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        Letter letter = new Letter(number, from, List.copyOf(to), Instant.now(), Files.size(file), file);
        letters.add(letter);
        return letter;
    }

    public synchronized List<Letter> letters() {
        return Collections.unmodifiableList(new ArrayList<>(letters));
    }
}
