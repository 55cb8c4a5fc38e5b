package inky.courier.scan;

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
    /** Brings it when it is its turn, so that of many pages one is in memory. */
    public interface From {
        ArrivingPage page() throws IOException;
    }
}
