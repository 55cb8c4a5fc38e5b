package inky.courier.scan;

import inky.courier.core.document.JpegPages;
import inky.courier.core.message.Message;
import inky.courier.core.page.BlankSensitivity;
import inky.courier.core.page.Blankness;
import inky.courier.core.page.PageAnalyser;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Tidy;
import java.io.IOException;

/**
 * A page that arrives, with what is seen of it at once; computed before a connection is taken, of which there are few.
 *
 * @param blankReason why the profile leaves it out; empty when it does not
 */
@SuppressWarnings("ArrayRecordComponent")
record Prepared(byte[] jpeg, JpegPages.Extent extent, byte[] thumbnail, Message blankReason) {
    static final int THUMBNAIL_WIDTH = 300;

    static Prepared of(byte[] jpeg, Message blankReason) throws IOException {
        return new Prepared(jpeg, JpegPages.extent(jpeg), JpegPages.thumbnail(jpeg, THUMBNAIL_WIDTH), blankReason);
    }

    /** Looked at as the page comes, so that the person at the panel can bring a side back before it is sent. */
    static Prepared of(byte[] jpeg, ScanProfile profile) throws IOException {
        Tidy.SkipBlank skip = profile.tidy().skipBlank();
        if (skip == Tidy.SkipBlank.NO) {
            return of(jpeg, Message.none());
        }
        PageRaster page = JpegPages.decode(jpeg, profile.resolution());
        Blankness blankness = PageAnalyser.blankness(page, BlankSensitivity.valueOf(skip.name()));
        return new Prepared(
                jpeg,
                new JpegPages.Extent(page.width(), page.height()),
                JpegPages.thumbnail(page, THUMBNAIL_WIDTH),
                blankness.blank() ? blankness.reason() : Message.none());
    }
}
