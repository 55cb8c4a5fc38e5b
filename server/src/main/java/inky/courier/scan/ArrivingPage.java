package inky.courier.scan;

import inky.courier.core.document.JpegPages;
import inky.courier.core.document.PageFormat;
import inky.courier.core.media.Resolution;
import inky.courier.core.profile.PaperSource;
import java.io.IOException;
import java.util.Optional;

/**
 * A page as somebody brings it.
 *
 * @param content JPEG or PNG
 * @param source where it lay in the device; empty where it came from none
 */
@SuppressWarnings("ArrayRecordComponent")
public record ArrivingPage(byte[] content, Resolution resolution, Optional<PaperSource> source) {
    /** By its head alone. @throws IOException when it is no picture */
    long pixels() throws IOException {
        JpegPages.Extent extent = PageFormat.of(content).extent(content);
        return (long) extent.width() * extent.height();
    }

    /** Brings it when it is its turn, so that of many pages one is in memory. */
    public interface From {
        ArrivingPage page() throws IOException;
    }
}
