package inky.courier.core.preflight;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.preflight.Finding.Severity;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.ScanProfile;
import java.util.ArrayList;
import java.util.List;

/** Holds a job against the device it shall run on. */
public final class Preflight {
    private Preflight() {}

    /**
     * What a job asks of the device itself, beside scanning.
     *
     * @param mustBeEncrypted whether the stick gets encrypted files only
     */
    public record Exits(boolean stick, boolean mustBeEncrypted, boolean shelf) {
        public static final Exits ELSEWHERE = new Exits(false, false, false);
    }

    public static List<Finding> check(String jobName, ScanProfile profile, Exits exits, DeviceAbilities device) {
        if (!device.scans()) {
            return List.of(new Finding(
                    "job.no-scanner",
                    Severity.STOPS,
                    jobName,
                    "This device only prints.",
                    "Put it on a device that scans."));
        }
        List<Finding> findings = new ArrayList<>();
        if (profile.sides().both() && !device.turnsSheets()) {
            findings.add(new Finding(
                    "job.sides",
                    Severity.STOPS,
                    jobName,
                    "The profile scans both sides; this device cannot scan both sides.",
                    "Choose a profile that scans one side."));
        }
        if (profile.colour() == ColourMode.COLOUR && !device.scansColour()) {
            findings.add(new Finding(
                    "job.colour",
                    Severity.STOPS,
                    jobName,
                    "The profile scans colour; this device scans grey only.",
                    "Choose a profile in grey, or with colour as found."));
        }
        if (profile.colour() == ColourMode.AS_FOUND && !device.scansColour()) {
            findings.add(new Finding(
                    "job.colour-as-found",
                    Severity.CARE,
                    jobName,
                    "This device scans in grey only, so \"colour as found\" gives grey.",
                    "Put it on a colour device where colour matters."));
        }
        if (!device.resolutions().contains(profile.resolution().dpi())) {
            findings.add(new Finding(
                    "job.resolution",
                    Severity.STOPS,
                    jobName,
                    "The profile scans " + profile.resolution().dpi() + " dpi; this device has "
                            + list(device.resolutions()) + ".",
                    "Choose a profile with one of these."));
        }
        findings.addAll(exits(jobName, profile, exits, device));
        return List.copyOf(findings);
    }

    private static List<Finding> exits(String jobName, ScanProfile profile, Exits exits, DeviceAbilities device) {
        List<Finding> findings = new ArrayList<>();
        if (exits.stick && !device.usbPort()) {
            findings.add(new Finding(
                    "job.no-usb",
                    Severity.STOPS,
                    jobName,
                    "It writes to a USB stick; this device has no USB port.",
                    "Put it on a device with a USB port."));
        } else if (exits.stick && !profile.encryptsFiles()) {
            findings.add(new Finding(
                    "job.stick-open",
                    exits.mustBeEncrypted ? Severity.STOPS : Severity.CARE,
                    jobName,
                    exits.mustBeEncrypted
                            ? "Files on this stick must be encrypted; the profile does not encrypt them."
                            : "Files on the stick are not encrypted: whoever finds it can read them.",
                    "Choose a profile that makes PDF with a passcode."));
        }
        if (exits.shelf && !device.shelf()) {
            findings.add(new Finding(
                    "job.no-shelf",
                    Severity.STOPS,
                    jobName,
                    "It puts files on the device's shelf; this device has none.",
                    "Put it on a device with storage."));
        }
        return findings;
    }

    private static String list(List<Integer> resolutions) {
        return String.join(", ", resolutions.stream().map(String::valueOf).toList()) + " dpi";
    }
}
