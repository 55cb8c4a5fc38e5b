package inky.courier.core.preflight;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.media.Resolution;
import inky.courier.core.office.Change;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.office.Reference;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanInput;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Supplier;

/**
 * Mends a job that a device cannot run: a copy of the job, which has otherwise than its profile what the device can scan, takes its place on that
 * device's panel. The job itself stays as it is on all others.
 */
public final class FittedJob {
    private static final int LONGEST_JOB = 40;

    private FittedJob() {}

    /**
     * The nearest profile that a device can scan: from the feeder where it has no glass, as large as the paper is where it does
     * not scan the size, one side where it cannot turn sheets, grey where it has no colour, and the resolution that is nearest,
     * the finer of two. Empty where the profile can be scanned as it is, or nothing can.
     */
    public static Optional<ScanProfile> fitted(ScanProfile profile, DeviceAbilities device) {
        if (!device.scans() || device.resolutions().isEmpty()) {
            return Optional.empty();
        }
        int dpi = profile.resolution().dpi();
        int nearest = device.resolutions().stream()
                .min(Comparator.<Integer>comparingInt(one -> Math.abs(one - dpi))
                        .thenComparing(Comparator.reverseOrder()))
                .orElse(dpi);
        ScanProfile fitted = new ScanProfile(
                profile.colour() == ColourMode.COLOUR && !device.colour() ? ColourMode.GREY : profile.colour(),
                new Resolution(nearest),
                profile.sides().both() && !device.bothSides() ? Sides.ONE : profile.sides(),
                input(profile.input(), device),
                profile.tone(),
                profile.tidy(),
                profile.grouping(),
                profile.files());
        return fitted.equals(profile) ? Optional.empty() : Optional.of(fitted);
    }

    private static ScanInput input(ScanInput input, DeviceAbilities device) {
        return new ScanInput(
                device.glass() ? input.source() : PaperSource.FEEDER,
                input.size().filter(size -> !device.scans(size)).isPresent() ? "" : input.media());
    }

    /**
     * What is to be changed so that a job runs on a device.
     *
     * @param ids new ones, for what is added
     * @return nothing where the job is not on the device's panel, can run there, or cannot be made to
     */
    public static List<Change> changes(
            Office office, UUID jobId, UUID deviceId, DeviceAbilities device, Supplier<UUID> ids) {
        Optional<PanelItem> panel = find(office, ItemKind.PANEL, deviceId, PanelItem.class);
        Optional<JobItem> job = find(office, ItemKind.JOB, jobId, JobItem.class);
        Optional<ScanProfile> fitted = job.flatMap(j -> fitted(j.profile(office), device));
        if (panel.isEmpty() || fitted.isEmpty() || !panel.get().places().containsValue(jobId)) {
            return List.of();
        }
        JobItem j = job.get();
        String deviceName = office.find(new Reference(ItemKind.DEVICE, deviceId))
                .map(Item::name)
                .orElse("");
        ScanProfile base = find(office, ItemKind.PROFILE, j.profileId(), ProfileItem.class)
                .orElseThrow()
                .profile();
        JobItem copy = j.with(other -> {
            other.id = ids.get();
            other.name = free(office, j.name() + ", " + deviceName);
            other.changes = ProfileDifference.between(base, fitted.get());
        });
        TreeMap<Integer, UUID> places = new TreeMap<>(panel.get().places());
        places.replaceAll((place, there) -> there.equals(jobId) ? copy.id() : there);
        return List.of(new Change.Put(copy), new Change.Put(panel.get().with(places)));
    }

    private static <T extends Item> Optional<T> find(Office office, ItemKind kind, UUID id, Class<T> type) {
        return office.find(new Reference(kind, id)).map(type::cast);
    }

    /** The name, shortened and with a number where it must be, that no job has. */
    private static String free(Office office, String wanted) {
        String name = cut(wanted, LONGEST_JOB);
        for (int n = 2; isTaken(office, name); n++) {
            String number = " " + n;
            name = cut(wanted, LONGEST_JOB - number.length()) + number;
        }
        return name;
    }

    private static String cut(String text, int longest) {
        int end = Math.min(text.length(), longest);
        return text.substring(0, Character.isHighSurrogate(text.charAt(end - 1)) ? end - 1 : end)
                .strip();
    }

    private static boolean isTaken(Office office, String name) {
        return office.all(JobItem.class).stream().anyMatch(job -> job.name().equals(name));
    }
}
