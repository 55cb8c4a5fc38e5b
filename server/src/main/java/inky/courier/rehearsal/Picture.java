package inky.courier.rehearsal;

import inky.courier.core.document.JpegPages;
import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.Resample;
import inky.courier.core.workshop.PageReport;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;

/** A picture of a page in one of two sizes, as a data URL. */
enum Picture implements PageReport.Viewer {
    SMALL(360),
    LARGE(900);

    private static final float QUALITY = 0.8f;

    private final int longest;

    /** @param longest pixels of the longer side */
    Picture(int longest) {
        this.longest = longest;
    }

    private record Drawn(String url) implements PageReport.View {
        @Override
        public long bytes() {
            return url.length();
        }
    }

    static String of(PageReport.View view) {
        return ((Drawn) view).url;
    }

    @Override
    public PageReport.View view(PageRaster page) {
        double share = Math.min(1, (double) longest / Math.max(page.width(), page.height()));
        PageRaster small = share == 1
                ? page
                : Resample.scaled(
                        page,
                        Math.max(1, (int) (page.width() * share)),
                        Math.max(1, (int) (page.height() * share)),
                        page.resolution());
        try {
            return new Drawn(
                    "data:image/jpeg;base64," + Base64.getEncoder().encodeToString(JpegPages.encode(small, QUALITY)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
