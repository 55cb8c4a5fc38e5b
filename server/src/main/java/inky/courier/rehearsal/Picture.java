package inky.courier.rehearsal;

import inky.courier.core.document.JpegPages;
import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.Resample;
import inky.courier.core.workshop.PageReport;
import jakarta.annotation.Nullable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.Base64;
import java.util.Set;

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

    /** @param id the same for the same picture alone */
    private record Drawn(String id, String url, double widthMm, double heightMm) implements PageReport.View {
        static Drawn of(byte[] jpeg, PageRaster page) {
            return new Drawn(
                    Digests.sha256(jpeg),
                    "data:image/jpeg;base64," + Base64.getEncoder().encodeToString(jpeg),
                    mm(page.width(), page),
                    mm(page.height(), page));
        }

        @Override
        public long bytes() {
            return url.length();
        }
    }

    /** A picture for somebody who may have it already. @param url absent where it is known by its id */
    record Shown(String id, @Nullable String url) {}

    static Shown shown(PageReport.View view, Set<String> known) {
        Drawn drawn = (Drawn) view;
        return new Shown(drawn.id, known.contains(drawn.id) ? null : drawn.url);
    }

    private static double mm(int pixels, PageRaster page) {
        return page.resolution().hundredthsOfMm(pixels) / 100.0;
    }

    static Rehearsals.LargePage large(int number, PageReport.View view) {
        Drawn drawn = (Drawn) view;
        return new Rehearsals.LargePage(number, drawn.url, drawn.widthMm, drawn.heightMm);
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
            return Drawn.of(JpegPages.encode(small, QUALITY), page);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
