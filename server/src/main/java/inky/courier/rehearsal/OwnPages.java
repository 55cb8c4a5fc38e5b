package inky.courier.rehearsal;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.RemovalCause;
import com.github.benmanes.caffeine.cache.Scheduler;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.PageRaster;
import inky.courier.core.workshop.ImageFiles;
import inky.courier.core.workshop.Source;
import inky.courier.store.WorkFolders;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.multipart.MultipartFile;

/**
 * Pages that people brought to try profiles and jobs on. They lie here for an hour after they were last used, for who
 * brought them alone, and never in the database. After that, or at another instance, the browser brings them again.
 */
@Component
class OwnPages {
    /** About ten large files. */
    private static final long MOST_BYTES = 400L << 20;

    private final WorkFolders folders;
    private final Cache<UUID, Brought> files;

    OwnPages(WorkFolders folders) {
        this.folders = folders;
        files = Caffeine.newBuilder()
                .expireAfterAccess(Duration.ofHours(1))
                .scheduler(Scheduler.systemScheduler())
                .maximumWeight(MOST_BYTES)
                .weigher((UUID id, Brought file) -> (int) Math.min(Integer.MAX_VALUE, file.bytes + 1))
                .evictionListener((UUID id, Brought file, RemovalCause cause) -> folders.remove(file.folder))
                .build();
    }

    /** @param page how it is asked for */
    record OwnPage(String page, String label) {}

    /** One file, as it lies in a folder of its own. */
    private record Brought(String who, Path folder, long bytes, List<Sheet> sheets) {}

    /** A page of it. */
    record Sheet(String label, Source source, Resolution resolution) {}

    /** @param dpi of pictures that do not say theirs @throws Invalid when a file is no picture */
    List<OwnPage> keep(String who, List<MultipartFile> brought, int dpi) throws IOException {
        List<OwnPage> pages = new ArrayList<>();
        for (MultipartFile file : brought) {
            UUID id = UUID.randomUUID();
            Brought kept = read(who, file, dpi);
            files.put(id, kept);
            for (int i = 0; i < kept.sheets.size(); i++) {
                pages.add(new OwnPage(id + "." + i, kept.sheets.get(i).label));
            }
        }
        return pages;
    }

    private Brought read(String who, MultipartFile file, int dpi) throws IOException {
        Path folder = folders.make();
        try {
            Path kept = folder.resolve("own.bin");
            file.transferTo(kept);
            String name = file.getOriginalFilename() == null ? "your page" : file.getOriginalFilename();
            String digest = Digests.sha256(Files.readAllBytes(kept));
            List<Sheet> sheets = new ArrayList<>();
            List<ImageFiles.Page> found = ImageFiles.readOr(kept, name, dpi);
            if (found.size() > TriedPages.MOST) {
                throw TriedPages.tooMany();
            }
            for (ImageFiles.Page page : found) {
                // Also where it is not needed yet: what is damaged is told when it comes, by the name of its file.
                Resolution its = page.source().raster().resolution();
                String label = page.pages() == 1 ? name : name + ", page " + page.number();
                String known = digest + "." + page.number() + "@" + its.dpi();
                sheets.add(new Sheet(label, known(page.source(), known), its));
            }
            return new Brought(who, folder, Files.size(kept), List.copyOf(sheets));
        } catch (IOException | RuntimeException e) {
            folders.remove(folder);
            throw e;
        }
    }

    private static Source known(Source source, String digest) {
        return new Source() {
            @Override
            public PageRaster raster() throws IOException {
                return source.raster();
            }

            @Override
            public Optional<byte[]> jpeg() throws IOException {
                return source.jpeg();
            }

            @Override
            public Optional<String> digest() {
                return Optional.of(digest);
            }
        };
    }

    /** @throws Refusal when it does not lie here any more, or is somebody else's */
    Sheet get(String who, String page) {
        String[] parts = page.split("\\.", 2);
        Optional<Brought> file = id(parts[0]).map(files::getIfPresent).filter(found -> found.who.equals(who));
        return file.flatMap(found -> found.sheets.stream()
                        .skip(
                                parts.length < 2 || !parts[1].matches("\\d{1,4}")
                                        ? Long.MAX_VALUE
                                        : Long.parseLong(parts[1]))
                        .findFirst())
                .orElseThrow(() -> Refusal.of(HttpStatus.GONE, "rehearsal.pages-gone"));
    }

    private static Optional<UUID> id(String text) {
        try {
            return Optional.of(UUID.fromString(text));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
