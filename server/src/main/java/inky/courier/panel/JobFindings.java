package inky.courier.panel;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.preflight.Finding;
import inky.courier.core.preflight.JobAtDevice;
import inky.courier.core.preflight.Preflight;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService.JobView;
import inky.courier.panel.PanelNames.PanelName;
import inky.courier.setup.SetUp;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.springframework.stereotype.Component;

/** What preflight finds of one job, saved or not, at all devices that have it on their panel. */
@Component
public class JobFindings {
    private static final UUID NO_DEVICE = new UUID(0, 0);

    private final SetUp setUp;
    private final DeviceService devices;
    private final JobWays ways;

    JobFindings(SetUp setUp, DeviceService devices, JobWays ways) {
        this.setUp = setUp;
        this.devices = devices;
        this.ways = ways;
    }

    /** @param panels where it was found, by name; none where it is so at any */
    public record JobFinding(Finding finding, List<PanelName> panels) {}

    /** @param office in which the job is as it is to be */
    public List<JobFinding> of(Office office, JobItem job, JobView view) {
        List<JobFinding> found = new ArrayList<>();
        ways.findings(List.of(view), office).values().stream()
                .flatMap(List::stream)
                .forEach(finding -> found.add(new JobFinding(finding, List.of())));
        List<Finding> anywhere = Preflight.check(new JobAtDevice(office, job, NO_DEVICE, thatCanAll(office, job)));
        anywhere.forEach(finding -> found.add(new JobFinding(finding, List.of())));
        Map<Finding, List<PanelName>> byFinding = new LinkedHashMap<>();
        for (DeviceView device : devicesOf(office, job.id())) {
            Preflight.check(new JobAtDevice(office, job, device.id(), device.abilities())).stream()
                    .filter(finding -> anywhere.stream().noneMatch(a -> a.code().equals(finding.code())))
                    .forEach(finding -> byFinding
                            .computeIfAbsent(finding, f -> new ArrayList<>())
                            .add(new PanelName(device.id(), device.name())));
        }
        byFinding.forEach((finding, at) -> found.add(new JobFinding(finding, at)));
        return found;
    }

    /** Those on whose panel a job is. */
    List<DeviceView> devicesOf(UUID job) {
        return devicesOf(setUp.office(), job);
    }

    private List<DeviceView> devicesOf(Office office, UUID job) {
        List<UUID> on = office.all(PanelItem.class).stream()
                .filter(panel -> panel.places().containsValue(job))
                .map(PanelItem::id)
                .toList();
        return devices.list().stream()
                .filter(device -> on.contains(device.id()))
                .toList();
    }

    /** What is found there too lies with the job, wherever it runs. */
    private static DeviceAbilities thatCanAll(Office office, JobItem job) {
        return new DeviceAbilities(
                "",
                true,
                true,
                Preflight.USUAL_PAGES,
                true,
                true,
                List.of(job.profile(office).resolution().dpi()),
                List.of(),
                1,
                true,
                true,
                true,
                true);
    }
}
