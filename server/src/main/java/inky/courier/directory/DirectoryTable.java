package inky.courier.directory;

import inky.courier.connection.Probes;
import inky.courier.core.office.DirectoryItem;
import inky.courier.core.office.ItemKind;
import inky.courier.people.PeopleOfDirectory;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import java.util.UUID;
import org.springframework.stereotype.Component;

@Component
class DirectoryTable extends EntityTable<Directory, DirectoryItem> {
    private final Probes probes;
    private final PeopleOfDirectory people;

    DirectoryTable(DirectoryRepository rows, Probes probes, PeopleOfDirectory people, Clock clock) {
        super(ItemKind.DIRECTORY, DirectoryItem.class, rows, id -> Directory.of(id, clock.instant()));
        this.probes = probes;
        this.people = people;
    }

    @Override
    protected void removed(UUID id) {
        probes.forget(id);
        people.letGo(id);
    }

    @Override
    public String sealedFor(UUID id, String name) {
        return Directories.secretContext(id);
    }
}
