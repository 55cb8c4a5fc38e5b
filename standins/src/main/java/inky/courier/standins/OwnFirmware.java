package inky.courier.standins;

import com.hp.jipp.encoding.AttributeGroup;
import com.hp.jipp.encoding.IntType;
import com.hp.jipp.encoding.IppPacket;
import com.hp.jipp.encoding.MutableAttributeGroup;
import com.hp.jipp.encoding.Tag;
import com.hp.jipp.encoding.TextType;
import com.hp.jipp.model.Operation;
import com.hp.jipp.model.Status;
import com.hp.jipp.model.Types;
import java.util.List;

/**
 * The firmware of a device, and how it is updated: by an operation of this make, to a version that the device has at hand. No standard has one. While it is
 * updated it says how far it is; then it starts again, and answers nothing until it is back.
 */
final class OwnFirmware {
    static final Operation UPDATE = new Operation(0x4C01, "Update-Firmware");

    private static final TextType VERSION = new TextType("firmware-version");
    private static final TextType.Set OFFERED = new TextType.Set("firmware-versions-offered");
    private static final IntType PROGRESS = new IntType("firmware-update-progress");

    /** How much of an update is left when it starts again, of a hundred. */
    private static final int RESTARTS_AT = 80;

    private final List<String> versions;
    private final boolean fromOutside;
    private String version;
    private String next = "";
    private long began;
    private long more;
    private long lasts;
    private int failures;

    /** @param versions that there are of it, the oldest first; empty for one that does not tell */
    OwnFirmware(List<String> versions, boolean fromOutside, long lastsMillis) {
        this.versions = versions;
        this.fromOutside = fromOutside;
        this.version = versions.isEmpty() ? "" : versions.get(versions.size() - 1);
        this.lasts = lastsMillis;
    }

    synchronized void run(String running) {
        version = running;
        next = "";
    }

    synchronized String running() {
        goOn();
        return version;
    }

    /** @param millis of an update, until it is back */
    synchronized void lasts(long millis) {
        lasts = millis;
    }

    /** As if so much of the time that an update takes had passed. @param percent of it */
    synchronized void pass(int percent) {
        more += lasts * percent / 100;
    }

    /** The next updates leave it as it was. */
    synchronized void fail(int updates) {
        failures = updates;
    }

    private long passed() {
        return System.nanoTime() / 1_000_000 - began + more;
    }

    private void goOn() {
        if (!next.isEmpty() && passed() >= lasts) {
            version = failures > 0 ? version : next;
            failures = Math.max(0, failures - 1);
            next = "";
        }
    }

    synchronized boolean isUpdating() {
        goOn();
        return !next.isEmpty();
    }

    /** Whether it starts again, and answers nobody. */
    synchronized boolean isRestarting() {
        return isUpdating() && passed() * 100 >= lasts * RESTARTS_AT;
    }

    private List<String> offered() {
        int at = versions.indexOf(version);
        return fromOutside && !isUpdating() ? versions.subList(at + 1, versions.size()) : List.of();
    }

    /** By PWG 5100.13 its name and version; the rest is this make's own. */
    synchronized void describe(MutableAttributeGroup group) {
        if (versions.isEmpty()) {
            return;
        }
        boolean updating = isUpdating();
        group.put(Types.printerFirmwareName, "System");
        group.put(Types.printerFirmwareStringVersion, version);
        List<String> offered = offered();
        if (!offered.isEmpty()) {
            group.put(
                    OFFERED, offered.get(0), offered.subList(1, offered.size()).toArray(String[]::new));
        }
        if (updating) {
            group.put(PROGRESS, (int) Math.min(100, passed() * 100 * 100 / Math.max(1, lasts * RESTARTS_AT)));
        }
    }

    static boolean isUpdate(IppPacket request) {
        return request.getOperation().getCode() == UPDATE.getCode();
    }

    /** @param isBusy whether somebody scans there */
    synchronized IppPacket.Builder update(IppPacket request, boolean isBusy) {
        AttributeGroup head = request.get(Tag.operationAttributes);
        String wanted = head == null ? null : head.getString(VERSION);
        if (!fromOutside || versions.isEmpty()) {
            return IppRules.response(request, Status.serverErrorOperationNotSupported);
        }
        if (isUpdating() || isBusy) {
            return IppRules.response(request, Status.serverErrorBusy);
        }
        if (wanted == null || !offered().contains(wanted)) {
            return IppRules.response(request, Status.clientErrorAttributesOrValuesNotSupported);
        }
        next = wanted;
        began = System.nanoTime() / 1_000_000;
        more = 0;
        return IppRules.response(request, Status.successfulOk);
    }
}
