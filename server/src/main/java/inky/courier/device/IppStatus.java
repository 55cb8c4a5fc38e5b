package inky.courier.device;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.BooleanType;
import com.hp.jipp.encoding.IntType;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.KeyValues;
import com.hp.jipp.encoding.KeyValuesType;
import com.hp.jipp.encoding.Resolution;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.encoding.UriType;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Types;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.fleet.DeviceSettings;
import inky.courier.core.fleet.DeviceSupplies;
import inky.courier.core.profile.PaperSource;
import java.net.URI;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;
import org.springframework.stereotype.Component;

/** What a device says of itself by Get-Printer-Attributes: RFC 8011 section 4.2.5, PWG 5100.17. */
@Component
class IppStatus implements DeviceStatus {
    private static final IntType FEEDER_CAPACITY = new IntType("feeder-capacity");
    private static final IntType PANEL_PLACES = new IntType("panel-places");
    private static final BooleanType CARD_READER = new BooleanType("card-reader");
    private static final BooleanType USB_PORT = new BooleanType("usb-port");
    private static final BooleanType SHELF = new BooleanType("shelf");
    private static final UriType STORAGE_URI = new UriType("storage-uri");
    private static final UriType STAND_IN_URI = new UriType("stand-in-uri");
    private static final IntType FEEDER_SHEETS = new IntType("stand-in-feeder-sheets");

    private final IppClient client;

    IppStatus(IppClient client) {
        this.client = client;
    }

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.IPP;
    }

    @Override
    public Report look(DeviceAddress device) throws DeviceTrouble {
        AttributeGroup group = description(device);
        List<String> sources = group.getStrings(Types.inputSourceSupported);
        TreeSet<Integer> resolutions = new TreeSet<>();
        for (Resolution resolution : group.getValues(Types.inputResolutionSupported)) {
            resolutions.add(resolution.getCrossFeedResolution());
        }
        String model = group.getString(Types.printerMakeAndModel);
        DeviceAbilities abilities = new DeviceAbilities(
                model == null ? "Unnamed model" : model,
                sources.contains(IppWords.of(PaperSource.FEEDER)),
                sources.contains(IppWords.of(PaperSource.GLASS)),
                number(group, FEEDER_CAPACITY),
                group.getStrings(Types.inputColorModeSupported).contains(IppWords.COLOUR),
                group.getStrings(Types.inputSidesSupported).stream().anyMatch(IppWords::isBothSides),
                List.copyOf(resolutions),
                group.getStrings(sources.isEmpty() ? Types.mediaSupported : Types.inputMediaSupported),
                panelPlaces(group, sources),
                Boolean.TRUE.equals(group.getValue(CARD_READER)),
                Boolean.TRUE.equals(group.getValue(USB_PORT)),
                Boolean.TRUE.equals(group.getValue(SHELF)),
                group.getValues(Types.operationsSupported).stream().anyMatch(Operation.printJob::equals));
        Optional<AttributeGroup> printer = tellsAll(group) || !abilities.prints() ? Optional.empty() : printer(device);
        return new Report(
                abilities,
                conditionOf(group, abilities.scans()),
                supplies(group, printer),
                settings(device, group, printer),
                firmware(group, printer),
                ownDoor(device, group.getValue(STAND_IN_URI)),
                ownDoor(device, group.getValue(STORAGE_URI)),
                number(group, FEEDER_SHEETS));
    }

    private static boolean tellsAll(AttributeGroup group) {
        return !supplies(group).equals(DeviceSupplies.UNKNOWN)
                && !group.getStrings(Types.printerSettableAttributesSupported).isEmpty();
    }

    /** As the printer's door tells what the scanner's does not: both are of one device. */
    private Optional<AttributeGroup> printer(DeviceAddress device) {
        try {
            return description(device, device.httpPrintUri(), IppPacket.getPrinterAttributes(device.printUri()));
        } catch (DeviceTrouble e) {
            // How it is has been told; this is more than was needed.
            return Optional.empty();
        }
    }

    private static DeviceSettings settings(
            DeviceAddress device, AttributeGroup group, Optional<AttributeGroup> printer) {
        DeviceSettings own = IppSettings.of(device, group);
        return own.settable().isEmpty()
                ? printer.map(more -> IppSettings.of(device, more).or(own)).orElse(own)
                : own;
    }

    private static DeviceFirmware firmware(AttributeGroup group, Optional<AttributeGroup> printer) {
        DeviceFirmware own = IppFirmware.of(group);
        return own.version().isEmpty() ? printer.map(IppFirmware::of).orElse(own) : own;
    }

    private static DeviceSupplies supplies(AttributeGroup group, Optional<AttributeGroup> printer) {
        DeviceSupplies own = supplies(group);
        return own.equals(DeviceSupplies.UNKNOWN)
                ? printer.map(IppStatus::supplies).orElse(own)
                : own;
    }

    private static DeviceSupplies supplies(AttributeGroup group) {
        return DeviceSupplies.ofIpp(
                texts(group, Types.printerInputTray),
                texts(group, Types.printerSupply),
                group.getStrings(Types.printerSupplyDescription));
    }

    private static List<String> texts(AttributeGroup group, KeyValuesType.Set type) {
        return group.getValues(type).stream().map(KeyValues::combine).toList();
    }

    private static int panelPlaces(AttributeGroup group, List<String> sources) {
        Integer said = group.getValue(PANEL_PLACES);
        return said != null ? said : sources.isEmpty() ? 0 : DeviceAbilities.PLACES_IN_A_BROWSER;
    }

    /** As its scanner has it, or, where it has none, its printer. */
    private AttributeGroup description(DeviceAddress device) throws DeviceTrouble {
        Optional<AttributeGroup> scanner = Optional.empty();
        try {
            scanner = description(device, device.httpUri(), IppPacket.getPrinterAttributes(device.ippUri()))
                    .filter(group ->
                            !group.getStrings(Types.inputSourceSupported).isEmpty());
        } catch (DeviceTrouble e) {
            if (!e.code().equals(IppClient.NOT_IPP) && !e.code().equals(IppClient.REFUSED)) {
                throw e;
            }
        }
        if (scanner.isPresent()) {
            return scanner.get();
        }
        return description(device, device.httpPrintUri(), IppPacket.getPrinterAttributes(device.printUri()))
                .filter(group -> group.getValues(Types.operationsSupported).contains(Operation.printJob))
                .orElseThrow(IppClient::notIpp);
    }

    private Optional<AttributeGroup> description(DeviceAddress device, URI door, IppPacket.Builder request)
            throws DeviceTrouble {
        return Optional.ofNullable(
                client.ask(device, door, request, DeviceHttp.ANSWER).packet().get(Tag.printerAttributes));
    }

    /** Only doors of the device itself are used: an address elsewhere would make Courier call strangers. */
    private static Optional<String> ownDoor(DeviceAddress device, URI announced) {
        return Optional.ofNullable(announced)
                .filter(uri -> device.host().equals(uri.getHost()) && "http".equals(uri.getScheme()))
                .map(URI::toString);
    }

    private static DeviceCondition conditionOf(AttributeGroup group, boolean scans) {
        var state = group.getValue(Types.printerState);
        return DeviceCondition.of(
                state == null ? 3 : state.getCode(), group.getStrings(Types.printerStateReasons), scans);
    }

    private static int number(AttributeGroup group, IntType type) {
        Integer value = group.getValue(type);
        return value == null ? 0 : value;
    }
}
