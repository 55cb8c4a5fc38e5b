package inky.courier.core.destination;

import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.naming.NameRules;
import java.util.List;

/** The folder that belongs to the person who scans. */
final class OwnFolder extends KindRules<NoSettings> {
    OwnFolder() {
        super(Family.PERSONS_FOLDER, NoSettings.class, NoSettings.NOTHING);
    }

    @Override
    NameRules names() {
        return NameRules.WINDOWS;
    }

    @Override
    List<Field> fields() {
        return List.of(Field.note("own-folder"));
    }

    @Override
    String place(NoSettings settings) {
        return "the folder that belongs to them";
    }

    @Override
    boolean isPersonal() {
        return true;
    }
}
