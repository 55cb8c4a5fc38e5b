package inky.courier.device;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.profile.ScanProfile;
import java.util.List;
import java.util.Optional;

/** The line to a device. Every call may take as long as the device takes, and fails with {@link DeviceTrouble}. */
public interface DeviceLink {
    /** What a device says of itself. */
    record Report(
            DeviceAbilities abilities, DeviceCondition condition, Optional<String> standInUri, int sheetsInFeeder) {}

    /** One page as the device sent it. */
    @SuppressWarnings("ArrayRecordComponent")
    record ScannedPage(byte[] jpeg, boolean last) {}

    /** A scan under way. */
    interface Scan {
        /** Waits for the next page. */
        ScannedPage next() throws DeviceTrouble;

        void cancel();
    }

    /** Sample paper that only a stand-in can be given. */
    record SampleStack(String name, String title, String description, int sheets) {}

    Report look(DeviceAddress device) throws DeviceTrouble;

    Scan begin(DeviceAddress device, ScanProfile profile) throws DeviceTrouble;

    List<SampleStack> sampleStacks(String standInUri) throws DeviceTrouble;

    void putSampleStack(String standInUri, String name) throws DeviceTrouble;
}
