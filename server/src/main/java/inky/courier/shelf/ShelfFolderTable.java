package inky.courier.shelf;

import inky.courier.core.message.Message;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.ShelfFolderItem;
import inky.courier.destination.RouteMended;
import inky.courier.setup.EntityTable;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.util.UUID;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

@Component
class ShelfFolderTable extends EntityTable<ShelfFolder, ShelfFolderItem> {
    private final ShelfRows documents;
    private final ApplicationEventPublisher events;

    ShelfFolderTable(ShelfFolderRepository rows, ShelfRows documents, ApplicationEventPublisher events, Clock clock) {
        super(ItemKind.SHELF_FOLDER, ShelfFolderItem.class, rows, id -> ShelfFolder.of(id, clock.instant()));
        this.documents = documents;
        this.events = events;
    }

    @Override
    public String sealedFor(UUID id, String name) {
        return ShelfFolder.context(id);
    }

    @Override
    protected void stored(UUID id) {
        events.publishEvent(new RouteMended(id));
    }

    /** Nobody deletes documents by deleting the folder around them. */
    @Override
    protected void removed(UUID id) {
        int documentsThere = documents.count(id);
        if (documentsThere > 0) {
            throw new Refusal(
                    HttpStatus.CONFLICT,
                    "shelf.not-empty",
                    Message.of("problem.shelf.not-empty").with("n", documentsThere),
                    Message.of("problem.shelf.not-empty.remedy"));
        }
    }
}
