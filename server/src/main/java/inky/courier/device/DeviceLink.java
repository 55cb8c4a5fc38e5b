package inky.courier.device;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.profile.ScanProfile;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** The line to a device. Every call may take as long as the device takes, and fails with {@link DeviceTrouble}. */
public interface DeviceLink {
    /** What a device says of itself. @param storageUri below which its stick and its shelf are reached by WebDAV */
    record Report(
            DeviceAbilities abilities,
            DeviceCondition condition,
            Optional<String> standInUri,
            Optional<String> storageUri,
            int sheetsInFeeder) {}

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

    /** A document to print. @param name which tells the job again among the device's own */
    record PrintOrder(String name, String mediaType, long bytes, Supplier<InputStream> content) {}

    /** What a device answered to a print job, in the status codes of IPP. */
    record PrintAnswer(int status, String words) {
        /** RFC 8011 section B.1. */
        private static final int FIRST_ERROR = 0x0400;

        public boolean taken() {
            return status < FIRST_ERROR;
        }
    }

    /** @throws DeviceTrouble when no answer is had */
    PrintAnswer print(DeviceAddress device, PrintOrder order) throws DeviceTrouble;

    /** What became of a print job, as far as its device remembers it. */
    enum PrintState {
        /** The device knows no such job, any more or yet. */
        UNKNOWN,
        UNDER_WAY,
        PRINTED,
        /** Given up by the device, or by somebody in front of it. */
        NOT_PRINTED
    }

    PrintState printState(DeviceAddress device, String name) throws DeviceTrouble;

    Report look(DeviceAddress device) throws DeviceTrouble;

    Scan begin(DeviceAddress device, ScanProfile profile) throws DeviceTrouble;

    List<SampleStack> sampleStacks(String standInUri) throws DeviceTrouble;

    void putSampleStack(String standInUri, String name) throws DeviceTrouble;
}
