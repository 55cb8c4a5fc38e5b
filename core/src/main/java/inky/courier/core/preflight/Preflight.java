package inky.courier.core.preflight;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.message.Message;
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
            return List.of(Finding.of("job.no-scanner", Severity.STOPS, jobName));
        }
        List<Finding> findings = new ArrayList<>();
        if (profile.sides().both() && !device.turnsSheets()) {
            findings.add(Finding.of("job.sides", Severity.STOPS, jobName));
        }
        if (profile.colour() == ColourMode.COLOUR && !device.scansColour()) {
            findings.add(Finding.of("job.colour", Severity.STOPS, jobName));
        }
        if (profile.colour() == ColourMode.AS_FOUND && !device.scansColour()) {
            findings.add(Finding.of("job.colour-as-found", Severity.CARE, jobName));
        }
        if (!device.resolutions().contains(profile.resolution().dpi())) {
            findings.add(Finding.of("job.resolution", Severity.STOPS, jobName)
                    .with("dpi", profile.resolution().dpi())
                    .with("has", list(device.resolutions())));
        }
        findings.addAll(exits(jobName, profile, exits, device));
        return List.copyOf(findings);
    }

    private static List<Finding> exits(String jobName, ScanProfile profile, Exits exits, DeviceAbilities device) {
        List<Finding> findings = new ArrayList<>();
        if (exits.stick && !device.usbPort()) {
            findings.add(Finding.of("job.no-usb", Severity.STOPS, jobName));
        } else if (exits.stick && !profile.encryptsFiles()) {
            findings.add(new Finding(
                    "job.stick-open",
                    exits.mustBeEncrypted ? Severity.STOPS : Severity.CARE,
                    jobName,
                    Message.of(exits.mustBeEncrypted ? "job.stick-open.refused" : "job.stick-open"),
                    Message.of("job.stick-open.remedy")));
        }
        if (exits.shelf && !device.shelf()) {
            findings.add(Finding.of("job.no-shelf", Severity.STOPS, jobName));
        }
        return findings;
    }

    private static Message list(List<Integer> resolutions) {
        return Message.list(resolutions.stream()
                .map(dpi -> Message.text(String.valueOf(dpi)))
                .toList());
    }
}
