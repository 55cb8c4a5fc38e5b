package inky.courier.core.print;

import inky.courier.core.destination.PrintSettings;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * How somebody wants a document printed this time.
 *
 * @param pages as {@link PageRanges} reads them; empty for all
 * @param tray keyword of {@code media-source} (PWG 5100.3, PWG 5101.1); empty where the device chooses
 */
public record PrintWish(PrintSettings how, String pages, String tray) {
    public PrintWish {
        how = Objects.requireNonNullElse(how, PrintSettings.USUAL);
        pages = Objects.requireNonNullElse(pages, "");
        tray = Objects.requireNonNullElse(tray, "");
    }

    public static PrintWish of(PrintSettings how) {
        return new PrintWish(how, "", "");
    }

    /** The same for a document of so many pages. @param pages below 1 where they are not known */
    public PrintWish within(int pages) {
        return pages < 1 ? this : new PrintWish(how, ranges().within(pages).toString(), tray);
    }

    public PageRanges ranges() {
        return PageRanges.parse(pages);
    }

    /** What is asked of a device beside to print, by the names of IPP, as text. */
    public Map<String, Set<String>> asked() {
        Map<String, Set<String>> asked = new LinkedHashMap<>(how.asked());
        if (!ranges().isAll()) {
            asked.put(
                    "page-ranges",
                    ranges().ranges().stream().map(PageRanges.Range::toString).collect(Collectors.toSet()));
        }
        if (!tray.isEmpty()) {
            asked.put("media-source", Set.of(tray));
        }
        return asked;
    }
}
