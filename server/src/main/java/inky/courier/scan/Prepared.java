package inky.courier.scan;

import inky.courier.core.document.JpegPages;
import inky.courier.core.document.PageFormat;
import inky.courier.core.edit.OriginalSize;
import inky.courier.core.message.Message;
import inky.courier.core.page.BlankSensitivity;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Tidy;
import inky.courier.core.workshop.Workshop;
import java.io.IOException;
import java.util.Optional;

/**
 * A page that arrives, with what is seen of it at once; computed before a connection is taken, of which there are few.
 *
 * @param analysis what the page is, where the profile asks: found once, and kept for all that is made of it
 * @param blankReason why the profile leaves it out; empty when it does not
 * @param original what is asked about its size, where it lay on the glass
 */
@SuppressWarnings("ArrayRecordComponent")
record Prepared(
        ArrivingPage page,
        PageFormat format,
        JpegPages.Extent extent,
        byte[] thumbnail,
        Optional<PageAnalysis> analysis,
        Message blankReason,
        Optional<OriginalSize> original) {
    static final int THUMBNAIL_WIDTH = 300;

    /** A page of which nothing is asked. */
    static Prepared of(ArrivingPage page) throws IOException {
        byte[] content = page.content();
        PageFormat format = PageFormat.of(content);
        byte[] thumbnail = format == PageFormat.JPEG
                ? JpegPages.thumbnail(content, THUMBNAIL_WIDTH)
                : JpegPages.thumbnail(format.decode(content, page.resolution()), THUMBNAIL_WIDTH);
        return new Prepared(
                page, format, format.extent(content), thumbnail, Optional.empty(), Message.none(), Optional.empty());
    }

    /** Looked at as the page comes, so that the person at the panel can bring a side back before it is sent. */
    static Prepared of(ArrivingPage page, ScanProfile profile) throws IOException {
        if (!Workshop.analyses(profile)) {
            return of(page);
        }
        PageFormat format = PageFormat.of(page.content());
        PageRaster raster = format.decode(page.content(), page.resolution());
        PageAnalysis analysis = PageAnalyser.analyse(raster);
        BlankSensitivity sensitivity = Workshop.sensitivity(profile);
        boolean skipped = profile.tidy().skipBlank() != Tidy.SkipBlank.NO
                && analysis.blankness().isBlank(sensitivity);
        return new Prepared(
                page,
                format,
                new JpegPages.Extent(raster.width(), raster.height()),
                JpegPages.thumbnail(raster, THUMBNAIL_WIDTH),
                Optional.of(analysis),
                skipped ? analysis.blankness().reason(sensitivity) : Message.none(),
                page.source()
                        .filter(source -> source == PaperSource.GLASS && !skipped)
                        .flatMap(glass -> original(raster, analysis, profile)));
    }

    private static Optional<OriginalSize> original(PageRaster raster, PageAnalysis analysis, ScanProfile profile) {
        return OriginalSize.unknown(
                raster.resolution().hundredthsOfMm(raster.width()),
                raster.resolution().hundredthsOfMm(raster.height()),
                raster.width(),
                analysis.paper(),
                profile);
    }
}
