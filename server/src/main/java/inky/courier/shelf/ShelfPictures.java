package inky.courier.shelf;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import inky.courier.core.shelf.DocumentLook;
import inky.courier.store.ContentStore;
import inky.courier.store.WorkFolders;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.UUID;
import java.util.concurrent.Semaphore;
import org.springframework.stereotype.Service;

/** Pages of documents as they are looked at, made when they are and remembered for a while. */
@Service
public class ShelfPictures {
    private static final int MOST_BYTES = 32 << 20;

    private record Page(UUID content, int number) {}

    private final ShelfDocuments documents;
    private final ContentStore store;
    private final WorkFolders folders;

    /** Each takes memory for a whole page. */
    private final Semaphore places = new Semaphore(Runtime.getRuntime().availableProcessors(), true);

    private final Cache<Page, byte[]> pages = Caffeine.newBuilder()
            .maximumWeight(MOST_BYTES)
            .weigher((Page page, byte[] jpeg) -> jpeg.length)
            .expireAfterAccess(Duration.ofMinutes(10))
            .build();

    ShelfPictures(ShelfDocuments documents, ContentStore store, WorkFolders folders) {
        this.documents = documents;
        this.store = store;
        this.folders = folders;
    }

    /** @param number from 1 @throws Refusal when there is no such page to look at */
    public byte[] page(ShelfVisitor visitor, UUID document, int number) throws IOException {
        Page wanted = new Page(documents.content(visitor, document), number);
        byte[] known = pages.getIfPresent(wanted);
        if (known != null) {
            return known;
        }
        places.acquireUninterruptibly();
        Path folder = folders.make();
        try {
            Path file = folder.resolve("document.bin");
            try (OutputStream out = Files.newOutputStream(file)) {
                store.copyTo(wanted.content, out);
            }
            byte[] made = DocumentLook.page(file, documents.name(visitor, document), number)
                    .orElseThrow(() -> Refusal.notFound("page"));
            pages.put(wanted, made);
            return made;
        } finally {
            folders.remove(folder);
            places.release();
        }
    }
}
