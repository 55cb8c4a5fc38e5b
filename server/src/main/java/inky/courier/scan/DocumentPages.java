package inky.courier.scan;

import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.Resample;
import inky.courier.core.workshop.ImageFiles;
import inky.courier.core.workshop.Source;
import inky.courier.store.WorkFolders;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** The pages of a file, at the resolution at which paper would be scanned, or at their own where that is less. */
final class DocumentPages implements PageSupply {
    private final WorkFolders folders;
    private final PageLimiter limiter;
    private final ScanService.Document document;
    private final Resolution wanted;

    DocumentPages(WorkFolders folders, PageLimiter limiter, ScanService.Document document, Resolution wanted) {
        this.folders = folders;
        this.limiter = limiter;
        this.document = document;
        this.wanted = wanted;
    }

    @Override
    public Load begin() throws IOException {
        Path folder = folders.make();
        try {
            Path file = folder.resolve("document.bin");
            document.fetch().into(file);
            List<ImageFiles.Page> pages = ImageFiles.isPdf(file)
                    ? ImageFiles.read(file, document.name(), OptionalInt.of(wanted.dpi()))
                    : ImageFiles.readOr(file, document.name(), wanted.dpi());
            return new Read(folder, pages.iterator());
        } catch (IOException | RuntimeException e) {
            folders.remove(folder);
            throw e;
        }
    }

    private final class Read implements Load {
        private final Path folder;
        private final Iterator<ImageFiles.Page> pages;

        Read(Path folder, Iterator<ImageFiles.Page> pages) {
            this.folder = folder;
            this.pages = pages;
        }

        @Override
        public ArrivingPage next() throws IOException {
            Source source = pages.next().source();
            return limiter.compute(source.pixels(), () -> ArrivingPage.of(asScanned(source)));
        }

        private Source asScanned(Source source) {
            return new Source() {
                private PageRaster seen;

                @Override
                public PageRaster raster() throws IOException {
                    if (seen == null) {
                        PageRaster own = source.raster();
                        seen = isFiner(own) ? Resample.at(own, wanted) : own;
                    }
                    return seen;
                }

                @Override
                public Optional<byte[]> jpeg() throws IOException {
                    return isFiner(source.raster()) ? Optional.empty() : source.jpeg();
                }
            };
        }

        private boolean isFiner(PageRaster page) {
            return page.resolution().dpi() > wanted.dpi();
        }

        @Override
        public boolean hasNext() {
            return pages.hasNext();
        }

        @Override
        public void cancel() {
            close();
        }

        @Override
        public void close() {
            folders.remove(folder);
        }
    }
}
