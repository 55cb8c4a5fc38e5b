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

    public static List<Finding> check(String jobName, ScanProfile profile, DeviceAbilities device) {
        List<Finding> findings = new ArrayList<>();
        if (profile.sides().both() && !device.turnsSheets()) {
            findings.add(new Finding(
                    "job.sides",
                    Severity.STOPS,
                    jobName,
                    "It wants both sides; this device turns no sheets.",
                    "Choose a profile with one side for it."));
        }
        if (profile.colour() == ColourMode.COLOUR && !device.scansColour()) {
            findings.add(new Finding(
                    "job.colour",
                    Severity.STOPS,
                    jobName,
                    "It wants colour; this device scans grey only.",
                    "Choose a profile in grey, or with colour as found."));
        }
        if (profile.colour() == ColourMode.AS_FOUND && !device.scansColour()) {
            findings.add(new Finding(
                    "job.colour-as-found",
                    Severity.CARE,
                    jobName,
                    "Colour as found stays grey here; this device scans grey only.",
                    "Put it on a colour device where colour matters."));
        }
        if (!device.resolutions().contains(profile.resolution().dpi())) {
            findings.add(new Finding(
                    "job.resolution",
                    Severity.STOPS,
                    jobName,
                    "It wants " + profile.resolution().dpi() + " dpi; this device has " + list(device.resolutions())
                            + ".",
                    "Choose a profile with one of these."));
        }
        return List.copyOf(findings);
    }

    private static String list(List<Integer> resolutions) {
        return String.join(", ", resolutions.stream().map(String::valueOf).toList()) + " dpi";
    }
}
