package inky.courier.scan;

import inky.courier.core.document.JpegPages;
import inky.courier.core.document.PageFormat;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.workshop.Source;
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
    /** Out of a file: as it is where it is a JPEG, else without loss. */
    public static ArrivingPage of(Source source) throws IOException {
        // Also where it is not needed: what is damaged is told by the name of its file.
        PageRaster raster = source.raster();
        Optional<byte[]> jpeg = source.jpeg();
        byte[] content = jpeg.isPresent() ? jpeg.get() : PageFormat.withoutLoss(raster);
        return new ArrivingPage(content, raster.resolution(), Optional.empty());
    }

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
