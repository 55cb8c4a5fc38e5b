package inky.courier.device;

import inky.courier.core.profile.ScanProfile;

/** Takes pages from a device. */
public interface DeviceScanner extends DeviceLink {
    /** A scan under way. */
    interface Scan {
        /** Whether another page comes, which some devices only know when they have looked for a sheet: waits for it then. */
        boolean hasNext() throws DeviceTrouble;

        /** Waits for the next page. @return it as the device sent it */
        byte[] next() throws DeviceTrouble;

        void cancel();
    }

    Scan begin(DeviceAddress device, ScanProfile profile) throws DeviceTrouble;
}
