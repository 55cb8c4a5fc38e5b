package inky.courier.core.fleet;

import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** Paper and supplies of a device, as it tells them; both empty where it tells none. */
public record DeviceSupplies(List<Tray> trays, List<Supply> supplies) {
    public static final DeviceSupplies UNKNOWN = new DeviceSupplies(List.of(), List.of());

    /** Of each sort that are taken up; a device that tells of more is broken or hostile. */
    public static final int MOST = 40;

    /** Of names, in letters. */
    private static final int LONGEST = 60;

    /** Colorants that have a name in RFC 3805 ({@code prtMarkerColorantValue}). */
    private static final Set<String> COLOURS =
            Set.of("white", "red", "green", "blue", "cyan", "magenta", "yellow", "black");

    /** @param name unlike that of every other tray of the device */
    public record Tray(String name, Level level) {}

    /**
     * Something that is used up, or that fills up and has to be emptied.
     *
     * @param name unlike that of every other supply of the device
     * @param colour one of {@link #COLOURS}; empty for none of them
     * @param level of what is left, or of the room that is left
     */
    public record Supply(String name, SupplyType type, String colour, Level level) {}

    /**
     * As IPP tells them: PWG 5100.13 {@code printer-input-tray}, {@code printer-supply}, {@code printer-supply-description} (from
     * memory). Fields that are missing are unknown.
     */
    public static DeviceSupplies ofIpp(List<String> trays, List<String> supplies, List<String> descriptions) {
        Builder builder = new Builder();
        for (String tray : trays) {
            Map<String, String> fields = fields(tray);
            if (said(fields, "type").equals("sheetFeedManual")) {
                // One lays sheets into it when they are asked for; empty is how it always is.
                continue;
            }
            builder.tray(said(fields, "name"), number(fields, "level"), number(fields, "maxcapacity"));
        }
        for (int i = 0; i < supplies.size(); i++) {
            Map<String, String> fields = fields(supplies.get(i));
            builder.supply(
                    i < descriptions.size() ? descriptions.get(i) : "",
                    SupplyType.labelled(said(fields, "type")),
                    said(fields, "colorantname"),
                    said(fields, "class").equals("receptacleThatIsFilled"),
                    number(fields, "level"),
                    number(fields, "maxcapacity"));
        }
        return builder.build();
    }

    /** {@code key=value;} again and again. */
    private static Map<String, String> fields(String text) {
        Map<String, String> fields = new HashMap<>();
        for (String field : text.split(";")) {
            int at = field.indexOf('=');
            if (at > 0) {
                fields.put(
                        field.substring(0, at).strip().toLowerCase(Locale.ROOT),
                        field.substring(at + 1).strip());
            }
        }
        return fields;
    }

    private static String said(Map<String, String> fields, String key) {
        return fields.getOrDefault(key, "");
    }

    private static long number(Map<String, String> fields, String key) {
        String text = said(fields, key);
        return text.matches("-?[0-9]{1,10}") ? Long.parseLong(text) : Level.NOT_TOLD;
    }

    /** Takes up what a device tells, one by one. Names that are missing or stand twice are completed, so that each is told from the others. */
    public static final class Builder {
        private final List<Tray> trays = new ArrayList<>();
        private final List<Supply> supplies = new ArrayList<>();
        private final Set<String> names = new HashSet<>();

        /** @param level and {@code capacity} as {@link Level#left} has them */
        public void tray(String name, long level, long capacity) {
            if (trays.size() < MOST) {
                trays.add(new Tray(distinct(name, "Tray " + (trays.size() + 1)), Level.left(level, capacity)));
            }
        }

        /**
         * @param colour a colorant's name; any other text for none
         * @param fills whether it fills up, instead of being used up
         */
        public void supply(String name, SupplyType type, String colour, boolean fills, long level, long capacity) {
            if (supplies.size() < MOST) {
                String named = colour.strip().toLowerCase(Locale.ROOT);
                String known = COLOURS.contains(named) ? named : "";
                supplies.add(new Supply(
                        distinct(name, (known + " " + type.words()).strip()),
                        type,
                        known,
                        fills ? Level.roomLeft(level, capacity) : Level.left(level, capacity)));
            }
        }

        private String distinct(String said, String otherwise) {
            String line = PlainText.line(said, LONGEST);
            String name = line.isEmpty() ? otherwise : line;
            String wanted = name;
            for (int n = 2; !names.add(wanted); n++) {
                wanted = name + " (" + n + ")";
            }
            return wanted;
        }

        public DeviceSupplies build() {
            return new DeviceSupplies(List.copyOf(trays), List.copyOf(supplies));
        }
    }
}
