package inky.courier.device;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IntType;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.TextType;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import inky.courier.core.fleet.DeviceFirmware;
import inky.courier.core.fleet.DeviceProtocol;
import java.net.URI;
import java.util.List;
import org.springframework.stereotype.Component;

/**
 * Firmware as a Printer tells it (PWG 5100.13, {@code printer-firmware-string-version}). No standard has an operation that updates it; this is the one of
 * the make of the stand-ins, by a code of those that RFC 8011 (section 5.4.15) leaves to makers.
 */
@Component
class IppFirmware implements DeviceUpdater {
    private static final Operation UPDATE = new Operation(0x4C01, "Update-Firmware");
    private static final TextType VERSION = new TextType("firmware-version");
    private static final TextType.Set OFFERED = new TextType.Set("firmware-versions-offered");
    private static final IntType PROGRESS = new IntType("firmware-update-progress");

    private final IppClient client;

    IppFirmware(IppClient client) {
        this.client = client;
    }

    @Override
    public DeviceProtocol protocol() {
        return DeviceProtocol.IPP;
    }

    /** What a description of a Printer says of its firmware: the first of several is the one that all else runs on. */
    static DeviceFirmware of(AttributeGroup group) {
        List<String> versions = group.getStrings(Types.printerFirmwareStringVersion);
        Integer progress = group.getValue(PROGRESS);
        return new DeviceFirmware(
                versions.isEmpty() ? "" : versions.get(0),
                isUpdatable(group) ? group.getStrings(OFFERED) : List.of(),
                progress != null,
                progress == null ? 0 : progress);
    }

    private static boolean isUpdatable(AttributeGroup group) {
        return group.getValues(Types.operationsSupported).stream()
                .anyMatch(operation -> operation.getCode() == UPDATE.getCode());
    }

    /** By the door that knows the operation: first the scanner's, then the printer's. */
    @Override
    public void update(DeviceAddress device, String version) throws DeviceTrouble {
        IppPacket answer = tell(device, device.httpUri(), device.ippUri(), version);
        if (answer.getStatus().equals(Status.serverErrorOperationNotSupported)) {
            answer = tell(device, device.httpPrintUri(), device.printUri(), version);
        }
        if (answer.getStatus().equals(Status.serverErrorBusy)) {
            throw DeviceTrouble.of("device.busy");
        }
        if (answer.getStatus().equals(Status.clientErrorAttributesOrValuesNotSupported)) {
            throw DeviceTrouble.of("device.firmware-not-offered");
        }
        IppClient.checkStatus(answer);
    }

    private IppPacket tell(DeviceAddress device, URI door, URI printer, String version) throws DeviceTrouble {
        IppPacket.Builder request = IppPacket.getPrinterAttributes(printer);
        request.setOperation(UPDATE);
        request.getOperationAttributes().put(Types.requestingUserName, "Inky Courier");
        request.getOperationAttributes().put(VERSION, version);
        return client.tell(device, door, request).packet();
    }
}
