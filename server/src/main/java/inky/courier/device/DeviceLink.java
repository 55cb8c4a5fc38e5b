package inky.courier.device;

import inky.courier.core.fleet.DeviceProtocol;

/** A line to devices of one protocol. Every call may take as long as the device takes, and fails with {@link DeviceTrouble}. */
public interface DeviceLink {
    DeviceProtocol protocol();
}
