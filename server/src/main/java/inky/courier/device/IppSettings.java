package inky.courier.device;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.AttributeType;
import com.hp.jipp.encoding.IntType;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.NameType;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.encoding.TextType;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.PrinterContactCol;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.message.Message;
import java.net.URI;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiConsumer;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Settings of a device as attributes of its Printer, set by Set-Printer-Attributes (RFC 3380, section 4.1). */
@Component
class IppSettings implements DeviceSetter {
    private static final IntType SLEEP_MINUTES = new IntType("sleep-minutes");
    private static final IntType SIGN_OUT_SECONDS = new IntType("sign-out-seconds");
    private static final NameType TIME_SERVER = new NameType("time-server");
    private static final NameType SCAN_MODE = new NameType("scan-mode");

    /** Which attributes can stand for a field, the likeliest first. */
    private static final Map<DeviceField, List<Setting>> SETTINGS = new EnumMap<>(Map.of(
            DeviceField.NAME,
                    List.of(
                            named(Types.printerName),
                            new Setting(
                                    "printer-info",
                                    group -> text(group, Types.printerInfo),
                                    (group, value) -> group.put(Types.printerInfo, value))),
            DeviceField.PLACE,
                    List.of(new Setting(
                            "printer-location",
                            group -> text(group, Types.printerLocation),
                            (group, value) -> group.put(Types.printerLocation, value))),
            DeviceField.CONTACT,
                    List.of(new Setting("printer-contact-col", IppSettings::contact, (group, value) -> {
                        PrinterContactCol contact = new PrinterContactCol();
                        contact.setContactName(value);
                        group.put(Types.printerContactCol, contact);
                    })),
            DeviceField.LANGUAGE,
                    List.of(new Setting(
                            "natural-language-configured",
                            group -> Optional.ofNullable(group.getString(Types.naturalLanguageConfigured)),
                            (group, value) -> group.put(Types.naturalLanguageConfigured, value))),
            DeviceField.SLEEP, List.of(numbered(SLEEP_MINUTES)),
            DeviceField.TIME_SERVER, List.of(named(TIME_SERVER)),
            DeviceField.SIGN_OUT, List.of(numbered(SIGN_OUT_SECONDS)),
            DeviceField.MODE, List.of(named(SCAN_MODE))));

    private final IppClient client;

    IppSettings(IppClient client) {
        this.client = client;
    }

    private record Setting(
            String attribute,
            Function<AttributeGroup, Optional<String>> told,
            BiConsumer<MutableAttributeGroup, String> put) {}

    private static Setting named(NameType type) {
        return new Setting(
                type.getName(),
                group -> Optional.ofNullable(group.getString(type)),
                (group, value) -> group.put(type, value));
    }

    private static Setting numbered(IntType type) {
        return new Setting(
                type.getName(),
                group -> Optional.ofNullable(group.getValue(type)).map(String::valueOf),
                (group, value) -> group.put((AttributeType<Integer>) type, Integer.valueOf(value)));
    }

    private static Optional<String> text(AttributeGroup group, TextType type) {
        return Optional.ofNullable(group.getString(type));
    }

    private static Optional<String> contact(AttributeGroup group) {
        return Optional.ofNullable(group.getValue(Types.printerContactCol))
                .map(contact -> Optional.ofNullable(contact.getContactName()).orElse(""));
    }

    /** What a description of a Printer says of its settings. */
    static DeviceSettings of(DeviceAddress device, AttributeGroup group) {
        Set<String> settable = settable(group);
        Map<DeviceField, String> told = new EnumMap<>(DeviceField.class);
        SETTINGS.forEach(
                (field, all) -> chosen(all, settable).told().apply(group).ifPresent(value -> told.put(field, value)));
        List<DeviceField> canBeSet = SETTINGS.entrySet().stream()
                .filter(one -> one.getValue().stream().anyMatch(setting -> settable.contains(setting.attribute)))
                .map(Map.Entry::getKey)
                .toList();
        return new DeviceSettings(told, canBeSet, device.ownPage(group.getValue(Types.printerMoreInfo)));
    }

    private static Set<String> settable(AttributeGroup group) {
        return group.getStrings(Types.printerSettableAttributesSupported).stream()
                .map(name -> name.toLowerCase(Locale.ROOT))
                .collect(Collectors.toSet());
    }

    /** The one that can be set; the likeliest where none can. */
    private static Setting chosen(List<Setting> all, Set<String> settable) {
        return all.stream()
                .filter(setting -> settable.contains(setting.attribute))
                .findFirst()
                .orElse(all.get(0));
    }

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.IPP;
    }

    /** Where a Printer is asked, and what it is called there. */
    record Door(URI http, URI printer) {}

    /** By the door at which something can be set: first the scanner's, then the printer's. */
    @Override
    public void set(DeviceAddress device, Map<DeviceField, String> values) throws DeviceTrouble {
        Door scanner = new Door(device.httpUri(), device.ippUri());
        Door door = settable(device, scanner).isEmpty() ? new Door(device.httpPrintUri(), device.printUri()) : scanner;
        set(device, door, values);
    }

    void set(DeviceAddress device, Door door, Map<DeviceField, String> values) throws DeviceTrouble {
        Set<String> settable = settable(device, door);
        IppPacket.Builder request = IppPacket.getPrinterAttributes(door.printer);
        request.setOperation(Operation.setPrinterAttributes);
        request.getOperationAttributes().put(Types.requestingUserName, "Inky Courier");
        MutableAttributeGroup wanted = request.getPrinterAttributes();
        for (Map.Entry<DeviceField, String> one : values.entrySet()) {
            Setting setting = chosen(SETTINGS.get(one.getKey()), settable);
            if (!settable.contains(setting.attribute)) {
                throw notTaken(List.of(one.getKey()));
            }
            setting.put.accept(wanted, one.getValue());
        }
        IppPacket answer = client.tell(device, door.http, request).packet();
        if (answer.getStatus().equals(Status.clientErrorAttributesNotSettable)
                || answer.getStatus().equals(Status.clientErrorAttributesOrValuesNotSupported)) {
            throw notTaken(refused(answer, values.keySet()));
        }
        IppClient.checkStatus(answer);
    }

    private Set<String> settable(DeviceAddress device, Door door) throws DeviceTrouble {
        return settable(described(device, door));
    }

    private AttributeGroup described(DeviceAddress device, Door door) throws DeviceTrouble {
        IppPacket answer = client.ask(
                        device, door.http, IppPacket.getPrinterAttributes(door.printer), DeviceHttp.ANSWER)
                .packet();
        return Optional.ofNullable(answer.get(Tag.printerAttributes)).orElseThrow(IppClient::notIpp);
    }

    /** What is told at a door. */
    DeviceSettings told(DeviceAddress device, Door door) throws DeviceTrouble {
        return of(device, described(device, door));
    }

    /** Those that it names in its answer; all that were sent where it names none. */
    private static List<DeviceField> refused(IppPacket answer, Set<DeviceField> sent) {
        AttributeGroup unsupported = answer.get(Tag.unsupportedAttributes);
        List<DeviceField> named = sent.stream()
                .filter(field -> unsupported != null
                        && SETTINGS.get(field).stream()
                                .anyMatch(setting -> unsupported.stream()
                                        .anyMatch(one -> one.getName().equals(setting.attribute))))
                .toList();
        return named.isEmpty() ? List.copyOf(sent) : named;
    }

    private static DeviceTrouble notTaken(List<DeviceField> fields) {
        Message names = Message.list(fields.stream().map(DeviceField::words).toList());
        return new DeviceTrouble(
                "device.setting-refused",
                Message.of("trouble.device.setting-refused").with("fields", names),
                Message.of("trouble.device.setting-refused.remedy"));
    }
}
