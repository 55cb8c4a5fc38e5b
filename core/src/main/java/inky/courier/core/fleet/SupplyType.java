package inky.courier.core.fleet;

import java.util.Arrays;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * What a supply is: {@code PrtMarkerSuppliesTypeTC} of the IANA Printer MIB (RFC 3805), whose labels are the keywords of
 * {@code printer-supply} (PWG 5100.13 section 5) too. The order is that of their numbers, from 1.
 */
public enum SupplyType {
    OTHER("other"),
    UNKNOWN("unknown"),
    TONER("toner"),
    WASTE_TONER("wasteToner"),
    INK("ink"),
    INK_CARTRIDGE("inkCartridge"),
    INK_RIBBON("inkRibbon"),
    WASTE_INK("wasteInk"),
    OPC("opc"),
    DEVELOPER("developer"),
    FUSER_OIL("fuserOil"),
    SOLID_WAX("solidWax"),
    RIBBON_WAX("ribbonWax"),
    WASTE_WAX("wasteWax"),
    FUSER("fuser"),
    CORONA_WIRE("coronaWire"),
    FUSER_OIL_WICK("fuserOilWick"),
    CLEANER_UNIT("cleanerUnit"),
    FUSER_CLEANING_PAD("fuserCleaningPad"),
    TRANSFER_UNIT("transferUnit"),
    TONER_CARTRIDGE("tonerCartridge"),
    FUSER_OILER("fuserOiler"),
    WATER("water"),
    WASTE_WATER("wasteWater"),
    GLUE_WATER_ADDITIVE("glueWaterAdditive"),
    WASTE_PAPER("wastePaper"),
    BINDING_SUPPLY("bindingSupply"),
    BANDING_SUPPLY("bandingSupply"),
    STITCHING_WIRE("stitchingWire"),
    SHRINK_WRAP("shrinkWrap"),
    PAPER_WRAP("paperWrap"),
    STAPLES("staples"),
    INSERTS("inserts"),
    COVERS("covers");

    private static final Map<String, SupplyType> BY_LABEL =
            Arrays.stream(values()).collect(Collectors.toMap(type -> type.label, Function.identity()));

    private final String label;

    SupplyType(String label) {
        this.label = label;
    }

    /** @return {@link #UNKNOWN} where the registry has none of that label */
    public static SupplyType labelled(String label) {
        return Optional.ofNullable(BY_LABEL.get(label)).orElse(UNKNOWN);
    }

    /** @return {@link #UNKNOWN} where the registry has none of that number */
    public static SupplyType numbered(int number) {
        return number >= 1 && number <= values().length ? values()[number - 1] : UNKNOWN;
    }

    /** Its label as words, for a supply that has no name: {@code toner cartridge}. */
    public String words() {
        return label.replaceAll("(?=[A-Z])", " ").toLowerCase(Locale.ROOT);
    }

    /** Whether it is what pages are written with, which people know by its colour. */
    public boolean marks() {
        return this == TONER || this == TONER_CARTRIDGE || this == INK || this == INK_CARTRIDGE || this == SOLID_WAX;
    }
}
