package inky.courier.core.destination;

import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.destination.DestinationKind.Through;
import inky.courier.core.destination.Field.Type;
import inky.courier.core.destination.PrintSettings.PagesPerSide;
import inky.courier.core.destination.PrintSettings.PrintColour;
import inky.courier.core.destination.PrintSettings.PrintScaling;
import inky.courier.core.destination.PrintSettings.PrintSides;
import inky.courier.core.message.Message;
import java.util.List;
import java.util.Optional;

/** Printed by a device. */
final class PrintedCopy extends KindRules<PrintSettings> {
    PrintedCopy() {
        super(Family.PAPER, PrintSettings.class, PrintSettings.USUAL);
    }

    @Override
    Optional<Through> through() {
        return Optional.of(Through.DEVICE);
    }

    @Override
    List<Field> fields() {
        return List.of(
                Field.of("copies", Type.NUMBER).called("print-copies"),
                Field.choice("sides", PrintSides.values()).called("print-sides"),
                Field.choice("colour", PrintColour.values()).called("print-colour"),
                Field.of("staple", Type.TICK),
                Field.choice("scaling", PrintScaling.values()).called("print-scaling"),
                Field.choice("perSide", PagesPerSide.values()).called("print-per-side"),
                Field.note("printer-files"));
    }

    @Override
    List<Problem> problems(PrintSettings settings) {
        return settings.copies() >= 1 && settings.copies() <= PrintSettings.MOST_COPIES
                ? List.of()
                : List.of(problem(
                        "copies",
                        Message.of("problem.destination.copies"),
                        Message.of("problem.destination.copies.remedy")));
    }

    @Override
    String place(PrintSettings settings) {
        return settings.copies() > 1 ? settings.copies() + " copies on paper" : "on paper";
    }
}
