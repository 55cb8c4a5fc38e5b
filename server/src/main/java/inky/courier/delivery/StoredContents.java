package inky.courier.delivery;

import inky.courier.core.delivery.Departure;
import inky.courier.scan.ScanPages;
import inky.courier.store.ContentStore;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** Pages and files in the store. */
@Component
class StoredContents implements Contents {
    private final ScanPages pages;
    private final ContentStore store;
    private final Files files;

    StoredContents(ScanPages pages, ContentStore store, Files files) {
        this.pages = pages;
        this.store = store;
        this.files = files;
    }

    @Override
    public Departure departure(Delivery d) {
        List<UUID> contents = contentsOf(d);
        return Departure.of(d.making(), d.contentsRemovedAt != null, contents.size(), store.countWhole(contents));
    }

    @Override
    public void remove(Delivery d) {
        if (d.scanId != null) {
            pages.removeContents(d.scanId);
        }
        store.remove(contentsOf(d));
        files.remove(d.id);
    }

    private List<UUID> contentsOf(Delivery d) {
        return files.of(d.id).stream().map(Files.KeptFile::contentId).toList();
    }
}
