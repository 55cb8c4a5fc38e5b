package inky.courier.device.snmp;

import inky.courier.device.DeviceTrouble;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.snmp4j.PDU;
import org.snmp4j.ScopedPDU;
import org.snmp4j.Snmp;
import org.snmp4j.Target;
import org.snmp4j.UserTarget;
import org.snmp4j.event.ResponseEvent;
import org.snmp4j.mp.SnmpConstants;
import org.snmp4j.smi.OID;
import org.snmp4j.smi.UdpAddress;
import org.snmp4j.smi.Variable;
import org.snmp4j.smi.VariableBinding;

/** Asks one device once for a few things; however it answers, that ends soon. Used by one thread. */
final class SnmpLine {
    private static final Duration LONGEST = Duration.ofSeconds(6);
    private static final int ROWS_AT_ONCE = 10;

    /** Reports of RFC 3414 section 5 that refuse a request, each with the trouble it means. */
    private static final Map<OID, String> REFUSALS = Map.of(
            SnmpConstants.usmStatsUnsupportedSecLevels, "device.snmp-level",
            SnmpConstants.usmStatsUnknownUserNames, "device.snmp-user",
            SnmpConstants.usmStatsWrongDigests, "device.snmp-password",
            SnmpConstants.usmStatsDecryptionErrors, "device.snmp-privacy");

    private final Snmp snmp;
    private final Target<UdpAddress> target;
    private final long until = System.nanoTime() + LONGEST.toNanos();

    SnmpLine(Snmp snmp, Target<UdpAddress> target) {
        this.snmp = snmp;
        this.target = target;
    }

    /** Single values. @return those that there are */
    Map<OID, Variable> get(List<OID> wanted) throws DeviceTrouble {
        PDU pdu = pdu(PDU.GET);
        wanted.forEach(oid -> pdu.add(new VariableBinding(oid)));
        Map<OID, Variable> values = new HashMap<>();
        for (VariableBinding one : ask(pdu)) {
            if (!one.isException() && wanted.contains(one.getOid())) {
                values.put(one.getOid(), one.getVariable());
            }
        }
        return values;
    }

    /** A row of a table. @param index what follows the column in its names */
    record Row(OID index, Map<Integer, Variable> values) {}

    /**
     * Rows of a table, in their order.
     *
     * @param entry below which the columns are
     * @param most so many rows are read
     */
    List<Row> table(String entry, int most, int... columns) throws DeviceTrouble {
        TreeMap<OID, Map<Integer, Variable>> rows = new TreeMap<>();
        Map<Integer, OID> at = new TreeMap<>();
        for (int column : columns) {
            at.put(column, new OID(entry).append(column));
        }
        // A table of few rows is one question; each further one has to bring something new.
        for (int known = -1; !at.isEmpty() && known < rows.size() && rows.size() < most; ) {
            known = rows.size();
            List<Integer> asked = List.copyOf(at.keySet());
            PDU pdu = pdu(PDU.GETBULK);
            pdu.setMaxRepetitions(Math.min(most, ROWS_AT_ONCE));
            at.values().forEach(oid -> pdu.add(new VariableBinding(oid)));
            List<? extends VariableBinding> answer = ask(pdu);
            for (int i = 0; i < answer.size(); i++) {
                int column = asked.get(i % asked.size());
                OID name = answer.get(i).getOid();
                OID start = new OID(entry).append(column);
                OID before = at.get(column);
                if (before == null) {
                    continue;
                }
                if (answer.get(i).isException() || !name.startsWith(start) || name.compareTo(before) <= 0) {
                    at.remove(column);
                } else {
                    at.put(column, name);
                    OID index = new OID(name.getValue(), start.size(), name.size() - start.size());
                    rows.computeIfAbsent(index, key -> new HashMap<>())
                            .put(column, answer.get(i).getVariable());
                }
            }
        }
        List<Row> read = new ArrayList<>();
        rows.forEach((index, values) -> read.add(new Row(index, values)));
        return read.subList(0, Math.min(most, read.size()));
    }

    private PDU pdu(int type) {
        PDU pdu = target instanceof UserTarget ? new ScopedPDU() : new PDU();
        pdu.setType(type);
        return pdu;
    }

    private List<? extends VariableBinding> ask(PDU pdu) throws DeviceTrouble {
        if (System.nanoTime() > until) {
            throw DeviceTrouble.of(SnmpReader.SILENT);
        }
        ResponseEvent<UdpAddress> event;
        try {
            event = snmp.send(pdu, target);
        } catch (IOException e) {
            throw DeviceTrouble.of(SnmpReader.SILENT);
        }
        PDU answer = event == null ? null : event.getResponse();
        if (answer == null) {
            throw DeviceTrouble.of(SnmpReader.SILENT);
        }
        if (answer.getType() == PDU.REPORT) {
            OID report = answer.size() == 0 ? new OID() : answer.get(0).getOid();
            throw DeviceTrouble.of(REFUSALS.getOrDefault(report, SnmpReader.SILENT));
        }
        return answer.getErrorStatus() == PDU.noError ? answer.getVariableBindings() : List.of();
    }
}
