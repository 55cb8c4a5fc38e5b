package inky.courier.core.document;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.Bitonal;
import inky.courier.core.page.ColourFinder;
import inky.courier.core.page.PageColour;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.ColourMode;
import java.io.IOException;

/** Turns one page as scanned into the page that goes into the file, by the colour mode of the profile. */
public final class PageMaker {
    /** JPEG quality of pages that have to be coded again. */
    static final float QUALITY = 0.75f;

    private PageMaker() {}

    /**
     * @param jpeg the page as the device sent it
     * @param found what the page's content was found to be; used for {@link ColourMode#AS_FOUND}
     */
    public static DocumentPage make(byte[] jpeg, Resolution resolution, ColourMode mode, PageColour found)
            throws IOException {
        return switch (mode) {
            case COLOUR -> asScanned(jpeg, resolution);
            case AS_FOUND -> found == PageColour.COLOUR ? asScanned(jpeg, resolution) : grey(jpeg, resolution);
            case GREY -> grey(jpeg, resolution);
            case BLACK_AND_WHITE -> blackAndWhite(jpeg, resolution);
        };
    }

    /** What the page's content is, for a page as the device sent it. */
    public static PageColour find(byte[] jpeg, Resolution resolution) throws IOException {
        return ColourFinder.decide(JpegPages.decode(jpeg, resolution));
    }

    private static DocumentPage asScanned(byte[] jpeg, Resolution resolution) throws IOException {
        JpegPages.Extent extent = JpegPages.extent(jpeg);
        var media = inky.courier.core.media.MediaSizes.snap(
                resolution.hundredthsOfMm(extent.width()), resolution.hundredthsOfMm(extent.height()));
        return new DocumentPage.Jpeg(extent.width(), extent.height(), media, jpeg);
    }

    private static DocumentPage grey(byte[] jpeg, Resolution resolution) throws IOException {
        PageRaster page = JpegPages.decode(jpeg, resolution);
        // A page that came in grey is not coded a second time: that would only cost quality.
        byte[] coded = page.isGrey() ? jpeg : JpegPages.encodeGrey(page, QUALITY);
        return new DocumentPage.Jpeg(page.width(), page.height(), page.mediaSize(), coded);
    }

    private static DocumentPage blackAndWhite(byte[] jpeg, Resolution resolution) throws IOException {
        PageRaster grey = JpegPages.decode(jpeg, resolution).toGrey();
        byte[] packed = Bitonal.pack(grey, Bitonal.pageThreshold(grey.histogram()));
        return new DocumentPage.BlackAndWhite(grey.width(), grey.height(), grey.mediaSize(), packed);
    }
}
