package inky.courier.scan;

import inky.courier.core.media.Resolution;
import java.io.IOException;

/**
 * A page as somebody brings it.
 *
 * @param content JPEG or PNG
 */
@SuppressWarnings("ArrayRecordComponent")
public record ArrivingPage(byte[] content, Resolution resolution) {
    /** Brings it when it is its turn, so that of many pages one is in memory. */
    public interface From {
        ArrivingPage page() throws IOException;
    }
}
