package inky.courier.help;

import inky.courier.core.Invalid;
import inky.courier.core.text.PlainText;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.UUID;

/**
 * What a panel shows, as boxes with their words; never a picture of it, and what is secret is not in it.
 *
 * @param width of the panel, and {@code height}, as the coordinates of its parts count them
 * @param pages whether the help desk may see pages too
 * @param scanId the scan whose pages are among the parts; absent for none
 */
public record SharedScreen(
        int width, int height, boolean pages, @Nullable UUID scanId, List<ScreenPart> parts) {
    private static final int LARGEST = 10_000;
    private static final int MOST_PARTS = 400;
    private static final int LONGEST_TEXT = 300;

    public enum PartKind {
        TEXT,
        HEADING,
        KEY,
        FIELD,
        PICTURE
    }

    /**
     * @param key by which the desk points at it, as long as it is there
     * @param chosen whether it is pressed, ticked or chosen
     * @param page that it shows; absent for none
     */
    public record ScreenPart(
            int key,
            PartKind kind,
            int x,
            int y,
            int width,
            int height,
            String text,
            boolean chosen,
            @Nullable UUID page) {
        boolean isWithin(int size) {
            return x >= -size
                    && x <= size
                    && y >= -size
                    && y <= size
                    && width >= 0
                    && width <= size
                    && height >= 0
                    && height <= size;
        }

        private ScreenPart shown(boolean pages) {
            String line = PlainText.line(text);
            return new ScreenPart(
                    key,
                    kind,
                    x,
                    y,
                    width,
                    height,
                    line.length() > LONGEST_TEXT ? line.substring(0, LONGEST_TEXT) : line,
                    chosen,
                    pages ? page : null);
        }
    }

    /** What of it may be seen. @throws Invalid when it is no screen */
    SharedScreen checked() {
        boolean sized = width > 0 && width <= LARGEST && height > 0 && height <= LARGEST;
        if (!sized || parts.size() > MOST_PARTS || !parts.stream().allMatch(part -> part.isWithin(LARGEST))) {
            throw Invalid.of("help.screen", "parts");
        }
        return new SharedScreen(
                width,
                height,
                pages,
                pages ? scanId : null,
                parts.stream().map(part -> part.shown(pages && scanId != null)).toList());
    }

    boolean shows(UUID page) {
        return pages && parts.stream().anyMatch(part -> page.equals(part.page));
    }
}
