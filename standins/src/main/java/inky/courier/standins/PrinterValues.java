package inky.courier.standins;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Supplier;
import org.snmp4j.smi.Counter32;
import org.snmp4j.smi.Integer32;
import org.snmp4j.smi.OID;
import org.snmp4j.smi.OctetString;
import org.snmp4j.smi.TimeTicks;
import org.snmp4j.smi.Variable;

/** A device as MIBs have it: the system group (RFC 3418), and where it prints Host Resources (RFC 2790) and Printer MIB (RFC 3805), from memory. */
final class PrinterValues implements SnmpAgent.Values {
    private static final int RUNNING = 2;
    private static final int WARNING = 3;
    private static final int DOWN = 5;
    private static final int OTHER = 1;
    private static final int IDLE = 3;
    private static final int CRITICAL = 3;
    private static final int WARNS = 4;
    private static final int PERCENT = 19;
    private static final int SHEETS = 8;
    private static final int IMPRESSIONS = 7;
    private static final int NETWORKED = 72;

    /** Codes and groups of alerts, and the bit of the detected errors, by the reasons of IPP. */
    private static final Map<String, Trouble> TROUBLES = Map.of(
            "media-jam", new Trouble(8, 13, 5),
            "input-media-jam", new Trouble(8, 13, 5),
            "cover-open", new Trouble(3, 6, 4),
            "door-open", new Trouble(501, 6, 4),
            "media-empty", new Trouble(808, 8, 13),
            "media-low", new Trouble(807, 8, 0),
            "toner-empty", new Trouble(1101, 11, 3),
            "toner-low", new Trouble(1104, 11, 2),
            "output-area-full", new Trouble(903, 9, 12));

    private record Trouble(int code, int group, int bit) {}

    /** How it is now. @param reasons of IPP */
    record Now(boolean stopped, List<String> reasons) {}

    private final DeviceModel model;
    private final OwnSettings settings;

    /** By which it left its maker. */
    private final String made;

    private final Stock stock;
    private final Supplier<Now> now;
    private final long started = System.nanoTime();

    PrinterValues(DeviceModel model, OwnSettings settings, Stock stock, Supplier<Now> now) {
        this.model = model;
        this.settings = settings;
        made = settings.get("printer-name");
        this.stock = stock;
        this.now = now;
    }

    @Override
    public TreeMap<OID, Variable> read() {
        TreeMap<OID, Variable> all = new TreeMap<>();
        put(all, "1.3.6.1.2.1.1.1.0", SnmpAgent.text(model.name() + ", a stand-in of Inky Courier"));
        put(all, "1.3.6.1.2.1.1.2.0", new OID("0.0"));
        put(all, "1.3.6.1.2.1.1.3.0", new TimeTicks((System.nanoTime() - started) / 10_000_000));
        put(all, "1.3.6.1.2.1.1.4.0", SnmpAgent.text(settings.get("printer-contact-col")));
        put(all, "1.3.6.1.2.1.1.5.0", SnmpAgent.text(settings.get("printer-name")));
        put(all, "1.3.6.1.2.1.1.6.0", SnmpAgent.text(settings.get("printer-location")));
        put(all, "1.3.6.1.2.1.1.7.0", new Integer32(NETWORKED));
        if (!model.toners().isEmpty()) {
            printer(all, now.get());
        }
        return all;
    }

    private void printer(TreeMap<OID, Variable> all, Now how) {
        List<String> reasons =
                how.reasons.stream().filter(one -> !one.equals("none")).toList();
        row(all, "1.3.6.1.2.1.25.3.2.1", 1, 1, new Integer32(1));
        row(all, "1.3.6.1.2.1.25.3.2.1", 2, 1, new OID("1.3.6.1.2.1.25.3.1.5"));
        row(all, "1.3.6.1.2.1.25.3.2.1", 3, 1, SnmpAgent.text(model.name()));
        int status = how.stopped ? DOWN : reasons.isEmpty() ? RUNNING : WARNING;
        row(all, "1.3.6.1.2.1.25.3.2.1", 5, 1, new Integer32(status));
        row(all, "1.3.6.1.2.1.25.3.5.1", 1, 1, new Integer32(how.stopped ? OTHER : IDLE));
        row(all, "1.3.6.1.2.1.25.3.5.1", 2, 1, new OctetString(errors(reasons)));
        row(all, "1.3.6.1.2.1.43.5.1.1", 16, 1, SnmpAgent.text(settings.get("printer-name")));
        row(all, "1.3.6.1.2.1.43.5.1.1", 17, 1, SnmpAgent.text(serial()));
        List<Integer> sheets = stock.sheets();
        for (int i = 0; i < sheets.size(); i++) {
            String tray = "1.3.6.1.2.1.43.8.2.1";
            row(all, tray, 2, 1, i + 1, new Integer32(3));
            row(all, tray, 8, 1, i + 1, new Integer32(SHEETS));
            row(all, tray, 9, 1, i + 1, new Integer32(stock.capacity()));
            row(all, tray, 10, 1, i + 1, new Integer32(sheets.get(i)));
            row(all, tray, 13, 1, i + 1, SnmpAgent.text("Tray " + (i + 1)));
        }
        row(all, "1.3.6.1.2.1.43.10.2.1", 3, 1, 1, new Integer32(IMPRESSIONS));
        row(all, "1.3.6.1.2.1.43.10.2.1", 4, 1, 1, new Counter32(stock.printed()));
        List<Integer> toners = stock.toners();
        for (int i = 0; i < toners.size(); i++) {
            String supply = "1.3.6.1.2.1.43.11.1.1";
            row(all, supply, 3, 1, i + 1, new Integer32(i + 1));
            row(all, supply, 4, 1, i + 1, new Integer32(3));
            row(all, supply, 5, 1, i + 1, new Integer32(3));
            row(all, supply, 6, 1, i + 1, SnmpAgent.text(stock.descriptions().get(i)));
            row(all, supply, 7, 1, i + 1, new Integer32(PERCENT));
            row(all, supply, 8, 1, i + 1, new Integer32(100));
            row(all, supply, 9, 1, i + 1, new Integer32(toners.get(i)));
            row(all, "1.3.6.1.2.1.43.12.1.1", 3, 1, i + 1, new Integer32(3));
            row(
                    all,
                    "1.3.6.1.2.1.43.12.1.1",
                    4,
                    1,
                    i + 1,
                    SnmpAgent.text(model.toners().get(i)));
        }
        String display = reasons.isEmpty() ? "Ready" : bare(reasons.get(0)).replace('-', ' ');
        row(all, "1.3.6.1.2.1.43.16.5.1", 2, 1, 1, SnmpAgent.text(display));
        alerts(all, how, reasons);
    }

    private static void alerts(TreeMap<OID, Variable> all, Now how, List<String> reasons) {
        String alert = "1.3.6.1.2.1.43.18.1.1";
        for (int i = 0; i < reasons.size(); i++) {
            boolean grave = how.stopped && !reasons.get(i).endsWith("-warning");
            Trouble trouble = TROUBLES.getOrDefault(bare(reasons.get(i)), new Trouble(1, 1, -1));
            row(all, alert, 2, 1, i + 1, new Integer32(grave ? CRITICAL : WARNS));
            row(all, alert, 4, 1, i + 1, new Integer32(trouble.group));
            row(all, alert, 7, 1, i + 1, new Integer32(trouble.code));
            row(all, alert, 8, 1, i + 1, SnmpAgent.text(bare(reasons.get(i)).replace('-', ' ')));
        }
    }

    /** Bits from the highest of the first octet on. */
    private static byte[] errors(List<String> reasons) {
        byte[] bits = new byte[2];
        for (String reason : reasons) {
            Trouble trouble = TROUBLES.get(bare(reason));
            if (trouble != null) {
                bits[trouble.bit / 8] |= (byte) (1 << (7 - trouble.bit % 8));
            }
        }
        return bits;
    }

    private static String bare(String reason) {
        return reason.replaceFirst("-(error|warning|report)$", "");
    }

    /** Always the same for a device of this name. */
    private String serial() {
        return model.name().replaceAll("[a-z ]", "") + String.format("%06d", Math.floorMod(made.hashCode(), 1_000_000));
    }

    private static void put(TreeMap<OID, Variable> all, String name, Variable value) {
        all.put(new OID(name), value);
    }

    private static void row(TreeMap<OID, Variable> all, String entry, int column, int index, Variable value) {
        all.put(new OID(entry).append(column).append(index), value);
    }

    private static void row(
            TreeMap<OID, Variable> all, String entry, int column, int first, int second, Variable value) {
        all.put(new OID(entry).append(column).append(first).append(second), value);
    }
}
