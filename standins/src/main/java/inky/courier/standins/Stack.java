package inky.courier.standins;

import inky.courier.standins.Sheet.Print;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/** Sample paper that can be put into a stand-in device's feeder. */
public enum Stack {
    BERTH_PERMIT("Berth permit", "3 sheets, printed on one side, a red stamp", Stack::berthPermit),
    CARGO_MANIFEST("Cargo manifest", "4 sheets on both sides, two backs blank", Stack::cargoManifest),
    CREW_ROSTER(
            "Crew roster",
            "2 sheets on both sides",
            () -> List.of(Sheet.a4(Print.CREW_ROSTER, Print.SAFETY_DRILL), Sheet.a4(Print.CREW_ROSTER, Print.LETTER))),
    TIDE_TABLE("Tide table", "1 sheet", () -> List.of(Sheet.a4(Print.TIDE_TABLE))),
    FUEL_RECEIPTS(
            "Fuel receipts",
            "5 narrow receipts",
            () -> IntStream.range(0, 5)
                    .mapToObj(i -> new Sheet(Print.FUEL_RECEIPT, Optional.empty(), 80, 200))
                    .toList()),
    LOST_PROPERTY(
            "Lost-property slip",
            "1 small sheet, A5",
            () -> List.of(new Sheet(Print.LOST_PROPERTY, Optional.empty(), 148, 210))),
    RECEIPTS_ON_GLASS(
            "Receipts on the glass",
            "3 fuel receipts side by side, one scan",
            () -> List.of(Sheet.a4(Print.FUEL_RECEIPTS))),
    HARBOUR_CHARTS(
            "Harbour charts",
            "2 sheets in colour",
            () -> List.of(Sheet.a4(Print.HARBOUR_CHART), Sheet.a4(Print.HARBOUR_CHART))),
    TEN_LETTERS("A file", "10 sheets, mixed", () -> mixed(10)),
    FIFTY_LETTERS("A thick file", "50 sheets, mixed", () -> mixed(50)),
    TWO_HUNDRED("Two hundred sheets", "more than most feeders hold", () -> mixed(200));

    private final String title;
    private final String description;
    private final java.util.function.Supplier<List<Sheet>> sheets;

    Stack(String title, String description, java.util.function.Supplier<List<Sheet>> sheets) {
        this.title = title;
        this.description = description;
        this.sheets = sheets;
    }

    public String title() {
        return title;
    }

    public String description() {
        return description;
    }

    public List<Sheet> sheets() {
        return sheets.get();
    }

    private static List<Sheet> berthPermit() {
        return List.of(Sheet.a4(Print.BERTH_PERMIT), Sheet.a4(Print.LETTER), Sheet.a4(Print.BERTH_PLAN));
    }

    private static List<Sheet> cargoManifest() {
        return List.of(
                Sheet.a4(Print.CARGO_MANIFEST, Print.CARGO_MANIFEST),
                Sheet.a4(Print.CARGO_MANIFEST),
                Sheet.a4(Print.LETTER, Print.CARGO_MANIFEST),
                Sheet.a4(Print.SAFETY_DRILL));
    }

    private static List<Sheet> mixed(int count) {
        Print[] prints = {
            Print.LETTER,
            Print.CARGO_MANIFEST,
            Print.BERTH_PERMIT,
            Print.CREW_ROSTER,
            Print.BERTH_PLAN,
            Print.TIDE_TABLE
        };
        return Stream.iterate(0, i -> i + 1)
                .limit(count)
                .map(i -> Sheet.a4(prints[i % prints.length]))
                .toList();
    }
}
