package inky.courier.panel;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.Reference;
import inky.courier.core.preflight.Finding;
import inky.courier.core.preflight.JobAtDevice;
import inky.courier.core.preflight.Preflight;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The jobs of one panel on many: shown first, then made together. What a device cannot run, or has no place for, is left out there. */
@Service
class PanelCopies {
    private static final int MOST = 500;

    private final SetUp setUp;
    private final DeviceService devices;

    PanelCopies(SetUp setUp, DeviceService devices) {
        this.setUp = setUp;
        this.devices = devices;
    }

    /** @param sentence why it is not put there */
    record LeftOut(String job, Message sentence) {}

    /**
     * What one panel would become.
     *
     * @param added jobs that come, {@code removed} that go, {@code moved} that are in another place
     */
    record Copy(
            UUID deviceId,
            String name,
            String place,
            List<String> added,
            List<String> removed,
            List<String> moved,
            List<LeftOut> leftOut,
            boolean same) {}

    /** @param to devices, up to {@value #MOST} @throws Refusal when one is not there */
    @Transactional(readOnly = true)
    List<Copy> preview(UUID from, List<UUID> to) {
        Office office = setUp.office();
        return wanted(from, to)
                .map(device -> copy(office, placesOf(office, from), device))
                .toList();
    }

    /** Makes what {@link #preview} has shown, all together. */
    @Transactional
    List<Copy> make(UUID from, List<UUID> to) {
        List<Copy> made = new ArrayList<>();
        List<DeviceView> wanted = wanted(from, to).toList();
        setUp.change(office -> {
            SortedMap<Integer, UUID> places = placesOf(office, from);
            List<Change> changes = new ArrayList<>();
            for (DeviceView device : wanted) {
                made.add(copy(office, places, device));
                SortedMap<Integer, UUID> there = fitting(office, places, device, new ArrayList<>());
                Reference panel = new Reference(ItemKind.PANEL, device.id());
                if (!there.isEmpty()) {
                    changes.add(new Change.Put(new PanelItem(device.id(), there)));
                } else if (office.find(panel).isPresent()) {
                    changes.add(new Change.Remove(panel));
                }
            }
            return new Wish(changes, Map.of(), Map.of());
        });
        return made;
    }

    private Stream<DeviceView> wanted(UUID from, List<UUID> to) {
        devices.get(from);
        if (to.isEmpty() || to.size() > MOST) {
            throw Invalid.of("panel.copies", "to");
        }
        return to.stream().distinct().filter(id -> !id.equals(from)).map(devices::get);
    }

    private static SortedMap<Integer, UUID> placesOf(Office office, UUID device) {
        return office.find(new Reference(ItemKind.PANEL, device))
                .map(panel -> ((PanelItem) panel).places())
                .orElseGet(TreeMap::new);
    }

    /** @param leftOut gets what does not go there */
    private static SortedMap<Integer, UUID> fitting(
            Office office, SortedMap<Integer, UUID> places, DeviceView device, List<LeftOut> leftOut) {
        SortedMap<Integer, UUID> there = new TreeMap<>();
        places.forEach((place, id) -> {
            JobItem job = (JobItem) office.find(new Reference(ItemKind.JOB, id)).orElseThrow();
            var stops = Preflight.check(new JobAtDevice(office, job, device.id(), device.abilities())).stream()
                    .filter(finding -> finding.severity() == Finding.Severity.STOPS)
                    .findFirst();
            if (place > device.abilities().panelPlaces()) {
                leftOut.add(new LeftOut(
                        job.name(),
                        Message.of("panel.copy.no-place")
                                .with("n", device.abilities().panelPlaces())));
            } else if (stops.isPresent()) {
                leftOut.add(new LeftOut(job.name(), stops.get().sentence()));
            } else {
                there.put(place, id);
            }
        });
        return there;
    }

    private static Copy copy(Office office, SortedMap<Integer, UUID> places, DeviceView device) {
        List<LeftOut> leftOut = new ArrayList<>();
        SortedMap<Integer, UUID> then = fitting(office, places, device, leftOut);
        SortedMap<Integer, UUID> now = placesOf(office, device.id());
        return new Copy(
                device.id(),
                device.name(),
                device.place(),
                names(office, then.values().stream().filter(job -> !now.containsValue(job))),
                names(office, now.values().stream().filter(job -> !then.containsValue(job))),
                names(
                        office,
                        then.entrySet().stream()
                                .filter(entry -> now.containsValue(entry.getValue())
                                        && !Objects.equals(now.get(entry.getKey()), entry.getValue()))
                                .map(Map.Entry::getValue)),
                leftOut,
                then.equals(now));
    }

    private static List<String> names(Office office, Stream<UUID> jobs) {
        return jobs.map(id -> office.find(new Reference(ItemKind.JOB, id))
                        .orElseThrow()
                        .name())
                .toList();
    }
}
