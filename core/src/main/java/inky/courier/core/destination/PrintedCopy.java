package inky.courier.core.destination;

import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.DestinationKind.Through;
import java.util.List;
import java.util.Optional;

/** Printed by a device. */
final class PrintedCopy extends KindRules<NoSettings> {
    PrintedCopy() {
        super(Family.PAPER, NoSettings.class, NoSettings.NOTHING);
    }

    @Override
    Optional<Through> through() {
        return Optional.of(Through.DEVICE);
    }

    @Override
    List<Field> fields() {
        return List.of(Field.note("printer-files"));
    }

    @Override
    String place(NoSettings settings) {
        return "on paper";
    }
}
