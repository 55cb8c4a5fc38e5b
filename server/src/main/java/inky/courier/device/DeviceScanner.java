package inky.courier.device;

import inky.courier.core.profile.ScanProfile;

/** Takes pages from a device. */
public interface DeviceScanner extends DeviceLink {
    /** One page as the device sent it. */
    @SuppressWarnings("ArrayRecordComponent")
    record ScannedPage(byte[] content, boolean last) {}

    /** A scan under way. */
    interface Scan {
        /** Waits for the next page. */
        ScannedPage next() throws DeviceTrouble;

        void cancel();
    }

    Scan begin(DeviceAddress device, ScanProfile profile) throws DeviceTrouble;
}
