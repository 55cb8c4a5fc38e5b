package inky.courier.device.snmp;

import inky.courier.core.fleet.DeviceDetails;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.fleet.Level;
import inky.courier.core.fleet.PrinterMib;
import inky.courier.core.fleet.SnmpAccess;
import inky.courier.core.fleet.SupplyType;
import inky.courier.device.DeviceTrouble;
import inky.courier.live.Cached;
import inky.courier.live.Live;
import inky.courier.settings.Settings;
import inky.courier.settings.SettingsSecret;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import org.snmp4j.smi.OID;
import org.snmp4j.smi.OctetString;
import org.snmp4j.smi.Variable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.stereotype.Component;

/** What devices tell by SNMP, as the settings say it: Host Resources MIB (RFC 2790), Printer MIB (RFC 3805), system group (RFC 3418). */
@Component
public class SnmpReader implements DisposableBean {
    static final String SILENT = "device.snmp-silent";

    /** One that has never answered probably has it switched off. */
    private static final Duration LET_ALONE = Duration.ofHours(1);

    private static final OID SYS_DESCR = new OID("1.3.6.1.2.1.1.1.0");
    private static final OID SYS_CONTACT = new OID("1.3.6.1.2.1.1.4.0");
    private static final OID SYS_LOCATION = new OID("1.3.6.1.2.1.1.6.0");
    private static final String HR_DEVICE = "1.3.6.1.2.1.25.3.2.1";
    private static final int HR_DEVICE_STATUS = 5;
    private static final String HR_PRINTER = "1.3.6.1.2.1.25.3.5.1";
    private static final int HR_PRINTER_STATUS = 1;
    private static final int HR_DETECTED_ERRORS = 2;
    private static final String PRT_GENERAL = "1.3.6.1.2.1.43.5.1.1";
    private static final int SERIAL_NUMBER = 17;
    private static final String PRT_INPUT = "1.3.6.1.2.1.43.8.2.1";
    private static final int INPUT_TYPE = 2;
    private static final int INPUT_CAPACITY = 9;
    private static final int INPUT_LEVEL = 10;
    private static final int INPUT_NAME = 13;

    /** {@code prtInputType}: sheets are laid in by hand when they are asked for. */
    private static final int BY_HAND = 5;

    private static final String PRT_MARKER = "1.3.6.1.2.1.43.10.2.1";
    private static final int COUNTER_UNIT = 3;
    private static final int LIFE_COUNT = 4;

    /** {@code prtMarkerCounterUnit}: impressions. */
    private static final int IMPRESSIONS = 7;

    private static final String PRT_SUPPLIES = "1.3.6.1.2.1.43.11.1.1";
    private static final int SUPPLY_COLORANT = 3;
    private static final int SUPPLY_CLASS = 4;
    private static final int SUPPLY_TYPE = 5;
    private static final int SUPPLY_DESCRIPTION = 6;
    private static final int SUPPLY_CAPACITY = 8;
    private static final int SUPPLY_LEVEL = 9;

    /** {@code prtMarkerSuppliesClass}: a receptacle that is filled. */
    private static final int FILLS = 4;

    private static final String PRT_COLORANT = "1.3.6.1.2.1.43.12.1.1";
    private static final int COLORANT_VALUE = 4;
    private static final String PRT_CONSOLE = "1.3.6.1.2.1.43.16.5.1";
    private static final int CONSOLE_TEXT = 2;
    private static final int LINES = 8;
    private static final String PRT_ALERT = "1.3.6.1.2.1.43.18.1.1";
    private static final int ALERT_SEVERITY = 2;
    private static final int ALERT_GROUP = 4;
    private static final int ALERT_CODE = 7;
    private static final int ALERT_DESCRIPTION = 8;

    private final Settings settings;
    private final Clock clock;
    private final Cached<SnmpSession.Way> wanted;
    private final Map<String, Instant> letAloneUntil = new ConcurrentHashMap<>();
    private SnmpSession session;

    SnmpReader(Settings settings, Live live, Clock clock) {
        this.settings = settings;
        this.clock = clock;
        wanted = new Cached<>(live, this::read, "settings");
    }

    private SnmpSession.Way read() {
        Map<SettingsSecret, String> secrets = new EnumMap<>(SettingsSecret.class);
        SnmpAccess access = settings.read().snmp();
        if (access.asks()) {
            for (SettingsSecret secret : SettingsSecret.OF_SNMP) {
                settings.secret(secret).ifPresent(value -> secrets.put(secret, value));
            }
        }
        return new SnmpSession.Way(access, secrets);
    }

    /** Whether devices are asked at all. */
    public boolean asks() {
        return wanted.get().access().asks();
    }

    /**
     * @param answersUsually whether it has answered before; another one that is silent is let alone for a while
     * @return empty where it does not answer, or is not asked
     */
    public Optional<SnmpReport> look(String host, boolean answersUsually) {
        if (!asks() || !answersUsually && isLetAlone(host)) {
            return Optional.empty();
        }
        try {
            SnmpReport report = ask(host);
            letAloneUntil.remove(host);
            return Optional.of(report);
        } catch (DeviceTrouble e) {
            letAloneUntil.put(host, clock.instant().plus(LET_ALONE));
            return Optional.empty();
        }
    }

    /** Asks a device as the settings say, whether it was silent before or not. */
    public SnmpReport ask(String host) throws DeviceTrouble {
        return read(session().orElseThrow(() -> DeviceTrouble.of(SILENT)).to(host));
    }

    private boolean isLetAlone(String host) {
        return Optional.ofNullable(letAloneUntil.get(host))
                .filter(until -> clock.instant().isBefore(until))
                .isPresent();
    }

    /**
     * Asks a device in a way that may not have been saved yet.
     *
     * @param secrets those that are missing are the ones that are kept
     */
    public SnmpReport ask(String host, SnmpAccess access, Map<SettingsSecret, String> secrets) throws DeviceTrouble {
        Map<SettingsSecret, String> all = new EnumMap<>(SettingsSecret.class);
        for (SettingsSecret secret : SettingsSecret.OF_SNMP) {
            Optional.ofNullable(secrets.get(secret))
                    .filter(value -> !value.isEmpty())
                    .or(() -> settings.secret(secret))
                    .ifPresent(value -> all.put(secret, value));
        }
        try (SnmpSession once = new SnmpSession(new SnmpSession.Way(access, all))) {
            return read(once.to(host));
        }
    }

    /** As the settings say by now; of another instance too. */
    private synchronized Optional<SnmpSession> session() {
        SnmpSession.Way way = wanted.get();
        if (session != null && !session.isAs(way)) {
            destroy();
        }
        if (session == null && way.access().asks()) {
            session = new SnmpSession(way);
        }
        return Optional.ofNullable(session);
    }

    @Override
    public synchronized void destroy() {
        if (session != null) {
            session.close();
            session = null;
        }
        letAloneUntil.clear();
    }

    /** Its {@code sysName} is a name on the network (RFC 3418), and no name that people give it. */
    private static DeviceSettings settings(Map<OID, Variable> values) {
        Map<DeviceField, String> told = new EnumMap<>(DeviceField.class);
        told.put(DeviceField.CONTACT, text(values.get(SYS_CONTACT)));
        told.put(DeviceField.PLACE, text(values.get(SYS_LOCATION)));
        return new DeviceSettings(told, List.of(), "");
    }

    static SnmpReport read(SnmpLine line) throws DeviceTrouble {
        List<SnmpLine.Row> printers = line.table(HR_PRINTER, 1, HR_PRINTER_STATUS, HR_DETECTED_ERRORS);
        if (printers.isEmpty()) {
            Map<OID, Variable> values = line.get(List.of(SYS_DESCR, SYS_CONTACT, SYS_LOCATION));
            return new SnmpReport(
                    Optional.empty(),
                    DeviceSupplies.UNKNOWN,
                    new DeviceDetails(text(values.get(SYS_DESCR)), "", 0, ""),
                    settings(values));
        }
        SnmpLine.Row printer = printers.get(0);
        OID status = new OID(HR_DEVICE).append(HR_DEVICE_STATUS).append(printer.index());
        OID serial = new OID(PRT_GENERAL).append(SERIAL_NUMBER).append(printer.index());
        Map<OID, Variable> values = line.get(List.of(SYS_DESCR, SYS_CONTACT, SYS_LOCATION, status, serial));
        PrinterMib.State state = PrinterMib.state(
                (int) number(values.get(status), 0),
                (int) number(printer.values().get(HR_PRINTER_STATUS), 0),
                octets(printer.values().get(HR_DETECTED_ERRORS)),
                alerts(line));
        return new SnmpReport(
                Optional.of(state),
                supplies(line),
                new DeviceDetails(text(values.get(SYS_DESCR)), text(values.get(serial)), printed(line), display(line)),
                settings(values));
    }

    private static List<PrinterMib.Alert> alerts(SnmpLine line) throws DeviceTrouble {
        return line
                .table(PRT_ALERT, PrinterMib.MOST_ALERTS, ALERT_SEVERITY, ALERT_GROUP, ALERT_CODE, ALERT_DESCRIPTION)
                .stream()
                .map(SnmpLine.Row::values)
                .map(row -> new PrinterMib.Alert(
                        (int) number(row.get(ALERT_SEVERITY), 0),
                        (int) number(row.get(ALERT_GROUP), 0),
                        (int) number(row.get(ALERT_CODE), 0),
                        text(row.get(ALERT_DESCRIPTION))))
                .toList();
    }

    private static DeviceSupplies supplies(SnmpLine line) throws DeviceTrouble {
        DeviceSupplies.Builder builder = new DeviceSupplies.Builder();
        for (SnmpLine.Row row :
                line.table(PRT_INPUT, DeviceSupplies.MOST, INPUT_TYPE, INPUT_CAPACITY, INPUT_LEVEL, INPUT_NAME)) {
            Map<Integer, Variable> values = row.values();
            if (number(values.get(INPUT_TYPE), 0) != BY_HAND) {
                builder.tray(
                        text(values.get(INPUT_NAME)),
                        number(values.get(INPUT_LEVEL), Level.NOT_TOLD),
                        number(values.get(INPUT_CAPACITY), Level.NOT_TOLD));
            }
        }
        Map<Long, String> colours = new HashMap<>();
        for (SnmpLine.Row row : line.table(PRT_COLORANT, DeviceSupplies.MOST, COLORANT_VALUE)) {
            colours.put((long) row.index().last(), text(row.values().get(COLORANT_VALUE)));
        }
        for (SnmpLine.Row row : line.table(
                PRT_SUPPLIES,
                DeviceSupplies.MOST,
                SUPPLY_COLORANT,
                SUPPLY_CLASS,
                SUPPLY_TYPE,
                SUPPLY_DESCRIPTION,
                SUPPLY_CAPACITY,
                SUPPLY_LEVEL)) {
            Map<Integer, Variable> values = row.values();
            builder.supply(
                    text(values.get(SUPPLY_DESCRIPTION)),
                    SupplyType.numbered((int) number(values.get(SUPPLY_TYPE), 0)),
                    colours.getOrDefault(number(values.get(SUPPLY_COLORANT), 0), ""),
                    number(values.get(SUPPLY_CLASS), 0) == FILLS,
                    number(values.get(SUPPLY_LEVEL), Level.NOT_TOLD),
                    number(values.get(SUPPLY_CAPACITY), Level.NOT_TOLD));
        }
        return builder.build();
    }

    /** The first of its markers that counts sides. */
    private static long printed(SnmpLine line) throws DeviceTrouble {
        return line.table(PRT_MARKER, DeviceSupplies.MOST, COUNTER_UNIT, LIFE_COUNT).stream()
                .map(SnmpLine.Row::values)
                .filter(row -> number(row.get(COUNTER_UNIT), 0) == IMPRESSIONS)
                .mapToLong(row -> number(row.get(LIFE_COUNT), 0))
                .findFirst()
                .orElse(0);
    }

    private static String display(SnmpLine line) throws DeviceTrouble {
        return line.table(PRT_CONSOLE, LINES, CONSOLE_TEXT).stream()
                .map(row -> text(row.values().get(CONSOLE_TEXT)).strip())
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(" "));
    }

    private static long number(Variable value, long otherwise) {
        return value == null || value instanceof OctetString ? otherwise : value.toLong();
    }

    private static byte[] octets(Variable value) {
        return value instanceof OctetString text ? text.getValue() : new byte[0];
    }

    /** Devices use the character set that they want, mostly one of these two. */
    private static String text(Variable value) {
        byte[] octets = octets(value);
        try {
            return StandardCharsets.UTF_8
                    .newDecoder()
                    .decode(ByteBuffer.wrap(octets))
                    .toString();
        } catch (CharacterCodingException e) {
            return new String(octets, StandardCharsets.ISO_8859_1);
        }
    }
}
