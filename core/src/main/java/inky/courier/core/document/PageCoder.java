package inky.courier.core.document;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import java.io.IOException;
import java.util.Optional;

/** Codes a treated page for the file that it goes into; safe to run for several pages side by side. */
public final class PageCoder {
    private final FileSettings settings;

    public PageCoder(FileSettings settings) {
        this.settings = settings;
    }

    /** Whether a JPEG can go into the file as it is. */
    public boolean takesPagesAsTheyCame() {
        return !isLossless() && !settings.light() && !settings.readsText();
    }

    private boolean isLossless() {
        return settings.type() == FileType.PNG
                || settings.type() == FileType.TIFF && settings.quality() == FileSettings.Quality.FINE;
    }

    /** The page without decoding it. */
    public DocumentPage asItCame(byte[] jpeg, Resolution resolution) throws IOException {
        JpegPages.Extent extent = JpegPages.extent(jpeg);
        MediaSize media =
                MediaSizes.snap(resolution.hundredthsOfMm(extent.width()), resolution.hundredthsOfMm(extent.height()));
        return new DocumentPage.Jpeg(
                extent.width(),
                extent.height(),
                resolution.dpi(),
                media,
                JpegPages.isGrey(jpeg),
                JpegPages.withDensity(jpeg, resolution.dpi()));
    }

    /**
     * @param asScanned the device's own JPEG, when nothing was changed: it is not coded a second time
     */
    public DocumentPage code(PageRaster page, MediaSize media, Optional<byte[]> asScanned) throws IOException {
        if (isLossless()) {
            return settings.type() == FileType.PNG
                    ? lossless(page, media, LosslessRows.forPng(page))
                    : lossless(page, media, LosslessRows.forTiff(page));
        }
        float quality = settings.quality().jpeg();
        byte[] jpeg = asScanned.isPresent()
                ? JpegPages.withDensity(asScanned.get(), page.resolution().dpi())
                : JpegPages.encode(page, quality);
        if (settings.light()) {
            Optional<Layers> layers = LightPage.part(page, quality, jpeg.length);
            if (layers.isPresent()) {
                return new DocumentPage.Light(
                        page.width(), page.height(), page.resolution().dpi(), media, layers.get());
            }
        }
        return new DocumentPage.Jpeg(
                page.width(), page.height(), page.resolution().dpi(), media, JpegPages.isGrey(jpeg), jpeg);
    }

    static DocumentPage.Lossless lossless(PageRaster page, MediaSize media, byte[] rows) {
        int dpi = page.resolution().dpi();
        return new DocumentPage.Lossless(page.width(), page.height(), dpi, media, page.isGrey(), 8, rows);
    }

    /** @param packed one bit a pixel, 1 for paper */
    public DocumentPage code(PageRaster size, byte[] packed, MediaSize media) throws IOException {
        int dpi = size.resolution().dpi();
        return switch (settings.type()) {
            case PNG ->
                new DocumentPage.Lossless(
                        size.width(), size.height(), dpi, media, true, 1, LosslessRows.forPng(packed, size.height()));
            case JPEG, POWERPOINT ->
                new DocumentPage.Jpeg(
                        size.width(),
                        size.height(),
                        dpi,
                        media,
                        true,
                        JpegPages.encode(
                                PageRaster.ofPacked(size, packed),
                                settings.quality().jpeg()));
            default ->
                new DocumentPage.Fax(
                        size.width(), size.height(), dpi, media, Fax.code(packed, size.width(), size.height()));
        };
    }
}
