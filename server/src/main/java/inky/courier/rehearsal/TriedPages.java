package inky.courier.rehearsal;

import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.Resample;
import inky.courier.core.workshop.Source;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Pages that something is tried on: samples, and one's own. */
@Component
class TriedPages {
    /** Enough to try a job on; more is a scan. */
    static final int MOST = 30;

    private final OwnPages own;

    TriedPages(OwnPages own) {
        this.own = own;
    }

    /**
     * A page at the resolution at which it would be scanned, or its own where that is less.
     *
     * @param label what it is called
     */
    record Tried(String label, Source page, Resolution has, Resolution wanted) {
        /** Of what is tried. */
        Resolution resolution() {
            return isFiner() ? wanted : has;
        }

        private boolean isFiner() {
            return wanted.dpi() < has.dpi();
        }

        /** @param goOn asked before each page; throws when nobody wants it any more */
        Source source(Runnable goOn) {
            return new Source() {
                @Override
                public PageRaster raster() throws IOException {
                    goOn.run();
                    return isFiner() ? Resample.at(page.raster(), wanted) : page.raster();
                }

                @Override
                public Optional<byte[]> jpeg() throws IOException {
                    return isFiner() ? Optional.empty() : page.jpeg();
                }

                @Override
                public Optional<PageAnalysis> analysis() {
                    return isFiner() ? Optional.empty() : page.analysis();
                }

                @Override
                public Optional<String> digest() {
                    return page.digest()
                            .map(digest -> digest + ":" + resolution().dpi());
                }
            };
        }
    }

    /** @param wanted resolution of the scan @throws Invalid when there are none, or too many */
    List<Tried> get(String who, List<String> pages, Resolution wanted) throws IOException {
        if (pages.isEmpty() || pages.size() > MOST) {
            throw tooMany();
        }
        List<Tried> tried = new ArrayList<>();
        for (String page : pages) {
            boolean isOwn = page.indexOf('.') > 0;
            OwnPages.Sheet sheet = isOwn
                    ? own.get(who, page)
                    : new OwnPages.Sheet(Samples.title(page), Samples.source(page), Samples.RESOLUTION);
            tried.add(new Tried(sheet.label(), sheet.source(), sheet.resolution(), wanted));
        }
        return tried;
    }

    static Invalid tooMany() {
        return new Invalid(
                "rehearsal.pages",
                "samples",
                Message.of("problem.rehearsal.pages").with("n", MOST),
                Message.of("problem.rehearsal.pages.remedy"));
    }
}
