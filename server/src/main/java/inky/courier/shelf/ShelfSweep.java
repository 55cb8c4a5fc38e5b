package inky.courier.shelf;

import inky.courier.core.office.ItemKind;
import inky.courier.core.office.ShelfFolderItem;
import inky.courier.destination.RouteMended;
import inky.courier.live.Live;
import inky.courier.setup.Leaving;
import inky.courier.setup.SetUp;
import inky.courier.store.ContentStore;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What leaves the shelf by itself: what has lain as long as its folder keeps, what was deleted a day ago, and what was of people who go. */
@Component
class ShelfSweep {
    /** So long what was deleted can come back. */
    static final Duration RESTORABLE = Duration.ofDays(1);

    private final ShelfRows rows;
    private final ShelfDoors doors;
    private final SetUp setUp;
    private final ContentStore store;
    private final Live live;
    private final ApplicationEventPublisher events;
    private final Clock clock;

    ShelfSweep(
            ShelfRows rows,
            ShelfDoors doors,
            SetUp setUp,
            ContentStore store,
            Live live,
            ApplicationEventPublisher events,
            Clock clock) {
        this.rows = rows;
        this.doors = doors;
        this.setUp = setUp;
        this.store = store;
        this.live = live;
        this.events = events;
        this.clock = clock;
    }

    @Transactional
    public void sweep() {
        Instant now = clock.instant();
        for (ShelfFolderItem folder : setUp.office().all(ShelfFolderItem.class)) {
            if (folder.keepDays() > 0
                    && rows.end(folder.id(), now.minus(Duration.ofDays(folder.keepDays())), now) > 0) {
                live.tell("shelf", folder.id());
                events.publishEvent(new RouteMended(folder.id()));
            }
        }
        store.remove(rows.forget(now.minus(RESTORABLE)));
        doors.forgetOld();
    }

    @EventListener
    void leaving(Leaving leaving) {
        if (leaving.what().kind() == ItemKind.PERSON) {
            store.remove(rows.forget(leaving.what().id()));
        } else if (leaving.what().kind() == ItemKind.DEVICE) {
            rows.removeAt(leaving.what().id(), clock.instant());
        }
    }
}
