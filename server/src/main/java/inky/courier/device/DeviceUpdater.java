package inky.courier.device;

/** Has a device update its firmware, which it fetches itself. */
public interface DeviceUpdater extends DeviceLink {
    /**
     * Begins an update; how far it is, and how it ended, the device says when it is looked at.
     *
     * @param version one that the device offers
     * @throws DeviceTrouble when it does not begin; {@link DeviceTrouble#isBusy} while somebody scans there
     */
    void update(DeviceAddress device, String version) throws DeviceTrouble;
}
