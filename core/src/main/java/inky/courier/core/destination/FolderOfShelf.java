package inky.courier.core.destination;

import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.DestinationKind.Through;
import inky.courier.core.naming.NameRules;
import java.util.List;
import java.util.Optional;

/** A folder of the shelf, which Courier keeps itself. */
final class FolderOfShelf extends KindRules<NoSettings> {
    FolderOfShelf() {
        super(Family.SHELF, NoSettings.class, NoSettings.NOTHING);
    }

    @Override
    Optional<Through> through() {
        return Optional.of(Through.SHELF_FOLDER);
    }

    @Override
    List<Field> fields() {
        return List.of(Field.note("shelf-folder"));
    }

    @Override
    String place(NoSettings settings) {
        return "on the shelf";
    }

    @Override
    NameRules names() {
        return NameRules.WINDOWS;
    }
}
