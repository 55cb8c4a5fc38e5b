package inky.courier.core.workshop;

import inky.courier.core.naming.FileNames;
import inky.courier.core.page.Kind;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;

/**
 * A file that was made.
 *
 * @param path where it lies, under a name of the workshop's own
 * @param part the pages, or a portrait cut out of a card
 * @param kind of its first page
 * @param separatorText what the separator sheet before it says; empty without one
 * @param pages how many pages it has
 * @param scanned numbers of the scanned pages in it, from 1
 * @param zones what was read from zones of its pages, by their keys
 */
public record MadeFile(
        Path path,
        Part part,
        Kind kind,
        String separatorText,
        String extension,
        String mediaType,
        long bytes,
        int pages,
        List<Integer> scanned,
        Map<String, String> zones) {
    /** What is in a file. */
    public enum Part {
        PAGES,
        PORTRAIT
    }

    /** What it would be called, given what the file's name template or its separator sheet says. */
    public FileNames.Wanted called(String base) {
        return new FileNames.Wanted(part == Part.PORTRAIT ? base + " portrait" : base, extension());
    }
}
