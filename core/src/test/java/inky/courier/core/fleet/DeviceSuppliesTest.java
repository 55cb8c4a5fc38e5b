package inky.courier.core.fleet;

import static org.junit.jupiter.api.Assertions.assertEquals;

import inky.courier.core.fleet.DeviceSupplies.Supply;
import inky.courier.core.fleet.DeviceSupplies.Tray;
import inky.courier.core.fleet.Level.Kind;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Levels as RFC 3805 has them ({@code prtInputCurrentLevel}, {@code prtMarkerSuppliesLevel}, {@code prtMarkerSuppliesClass}), from memory. */
class DeviceSuppliesTest {
    @ParameterizedTest
    @CsvSource({
        // level, capacity, left, percent, room left, percent
        "-1, 500, UNLIMITED, 0, UNLIMITED, 0",
        "-2, 500, UNKNOWN, 0, UNKNOWN, 0",
        "-3, 500, SOME, 0, SOME, 0",
        "-7, 500, UNKNOWN, 0, UNKNOWN, 0",
        "0, 500, MEASURED, 0, MEASURED, 100",
        "0, -2, MEASURED, 0, UNKNOWN, 0",
        "1, 500, MEASURED, 1, MEASURED, 100",
        "250, 500, MEASURED, 50, MEASURED, 50",
        "499, 500, MEASURED, 100, MEASURED, 1",
        "500, 500, MEASURED, 100, MEASURED, 0",
        "900, 500, MEASURED, 100, MEASURED, 0",
        "40, -2, SOME, 0, UNKNOWN, 0",
        "40, 0, SOME, 0, UNKNOWN, 0",
        "2147483647, 2147483647, MEASURED, 100, MEASURED, 0"
    })
    void levels(long level, long capacity, Kind left, int percent, Kind room, int roomPercent) {
        assertEquals(new Level(left, percent), Level.left(level, capacity));
        assertEquals(new Level(room, roomPercent), Level.roomLeft(level, capacity));
    }

    /** Numbers of {@code PrtMarkerSuppliesTypeTC} as the IANA Printer MIB lists them, from memory. */
    @ParameterizedTest
    @CsvSource({
        "1, other, false", "2, unknown, false", "3, toner, true", "4, wasteToner, false", "5, ink, true",
        "6, inkCartridge, true", "9, opc, false", "12, solidWax, true", "15, fuser, false", "20, transferUnit, false",
        "21, tonerCartridge, true", "32, staples, false", "34, covers, false", "0, unknown, false", "35, unknown, false"
    })
    void typesOfSupplies(int number, String label, boolean marks) {
        assertEquals(SupplyType.labelled(label), SupplyType.numbered(number));
        assertEquals(marks, SupplyType.numbered(number).marks());
    }

    @Test
    void whatIppTells() {
        DeviceSupplies told = DeviceSupplies.ofIpp(
                List.of(
                        "type=sheetFeedAutoRemovableTray;mediafeed=297000;mediaxfeed=210000;maxcapacity=500;level=125;status=0;name=Tray 1;",
                        "type=sheetFeedManual;mediafeed=0;mediaxfeed=0;maxcapacity=1;level=-2;status=0;name=;",
                        "nothing of it; ;=;level"),
                List.of(
                        "index=1;class=receptacleThatIsFilled;type=wasteToner;unit=percent;maxcapacity=100;level=75;colorantname=unknown;",
                        "index=2;class=supplyThatIsConsumed;type=tonerCartridge;unit=percent;maxcapacity=100;level=40;colorantname=Cyan;",
                        "index=3;class=supplyThatIsConsumed;type=tonerCartridge;maxcapacity=100;level=0;colorantname=black;"),
                List.of("Waste toner", "Cyan\r\ntoner"));
        assertEquals(
                List.of(
                        new Tray("Tray 1", new Level(Kind.MEASURED, 25)),
                        new Tray("Tray 2", new Level(Kind.UNKNOWN, 0))),
                told.trays(),
                "the one for single sheets, laid in by hand, is empty as a rule");
        assertEquals(
                List.of(
                        new Supply("Waste toner", SupplyType.WASTE_TONER, "", new Level(Kind.MEASURED, 25)),
                        new Supply("Cyan toner", SupplyType.TONER_CARTRIDGE, "cyan", new Level(Kind.MEASURED, 40)),
                        new Supply(
                                "black toner cartridge",
                                SupplyType.TONER_CARTRIDGE,
                                "black",
                                new Level(Kind.MEASURED, 0))),
                told.supplies());
    }

    /** Recorded: what CUPS 2.4's {@code ippeveprinter} answers (Debian's cups-ipp-utils), whose last field of a tray has no semicolon. */
    @Test
    void whatThePrinterOfOthersTells() {
        String tray = "type=sheetFeedAutoRemovableTray;mediafeed=0;mediaxfeed=0;maxcapacity=";
        String supply = ";unit=percent;maxcapacity=100;level=";
        DeviceSupplies told = DeviceSupplies.ofIpp(
                List.of(tray + "-2;level=-2;status=0;name=auto", tray + "250;level=-2;status=0;name=main"),
                List.of(
                        "index=1;class=receptacleThatIsFilled;type=wasteInk" + supply + "25;colorantname=unknown;",
                        "index=2;class=supplyThatIsConsumed;type=ink" + supply + "75;colorantname=black;",
                        "index=4;class=supplyThatIsConsumed;type=ink" + supply + "33;colorantname=magenta;"),
                List.of("Ink Waste Tank", "Black Ink", "Magenta Ink"));
        Level unknown = new Level(Kind.UNKNOWN, 0);
        assertEquals(List.of(new Tray("auto", unknown), new Tray("main", unknown)), told.trays());
        assertEquals(
                List.of(
                        new Supply("Ink Waste Tank", SupplyType.WASTE_INK, "", new Level(Kind.MEASURED, 75)),
                        new Supply("Black Ink", SupplyType.INK, "black", new Level(Kind.MEASURED, 75)),
                        new Supply("Magenta Ink", SupplyType.INK, "magenta", new Level(Kind.MEASURED, 33))),
                told.supplies());
    }

    @Test
    void namesAreToldApartAndNeverMoreThanAreBearable() {
        DeviceSupplies told = DeviceSupplies.ofIpp(
                Collections.nCopies(DeviceSupplies.MOST + 60, "name=Tray;level=1;maxcapacity=2"),
                Collections.nCopies(DeviceSupplies.MOST + 60, "type=toner"),
                List.of());
        assertEquals(DeviceSupplies.MOST, told.trays().size());
        assertEquals(
                DeviceSupplies.MOST,
                told.trays().stream().map(Tray::name).distinct().count());
        assertEquals(
                DeviceSupplies.MOST,
                told.supplies().stream().map(Supply::name).distinct().count());
    }
}
