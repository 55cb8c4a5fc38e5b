package inky.courier.core.preflight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceProtocol;
import inky.courier.core.media.Resolution;
import inky.courier.core.office.Change;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.office.Reference;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;

/** Whatever the job and the device: what is proposed runs there, changes nothing else, and is not proposed twice. */
class FittedJobTest {
    private static final UUID JOB = new UUID(7, 1);
    private static final UUID DEVICE = new UUID(2, 1);
    private static final UUID OTHER = new UUID(2, 2);

    @Test
    void whatIsProposedRunsAndLeavesTheJobElsewhere() {
        Random random = new Random(5);
        int mended = 0;
        for (int i = 0; i < 500; i++) {
            Office office = office(random);
            DeviceAbilities device = device(random);
            AtomicLong ids = new AtomicLong(100);
            List<Change> changes = Preflight.fix(at(office, JOB, device), () -> new UUID(9, ids.incrementAndGet()));
            List<Finding> before = mendable(office, JOB, device);
            assertEquals(before.isEmpty(), changes.isEmpty(), before::toString);
            if (!changes.isEmpty()) {
                mended++;
                Office after = office.apply(changes);
                UUID there = ((PanelItem) after.find(new Reference(ItemKind.PANEL, DEVICE))
                                .orElseThrow())
                        .places()
                        .get(3);
                assertEquals(List.of(), mendable(after, there, device));
                for (ItemKind kind : List.of(ItemKind.JOB, ItemKind.PROFILE)) {
                    office.items().stream()
                            .filter(item -> item.itemKind() == kind)
                            .forEach(item -> assertEquals(
                                    item, after.find(item.reference()).orElseThrow()));
                }
                assertEquals(
                        office.find(new Reference(ItemKind.PANEL, OTHER)),
                        after.find(new Reference(ItemKind.PANEL, OTHER)));
                assertTrue(Preflight.fix(at(after, there, device), UUID::randomUUID)
                        .isEmpty());
            }
        }
        assertTrue(mended > 200, "enough were mended: " + mended);
    }

    private static JobAtDevice at(Office office, UUID job, DeviceAbilities device) {
        JobItem item = (JobItem) office.find(new Reference(ItemKind.JOB, job)).orElseThrow();
        return new JobAtDevice(office, item, DEVICE, device);
    }

    private static List<Finding> mendable(Office office, UUID job, DeviceAbilities device) {
        return Preflight.check(at(office, job, device)).stream()
                .filter(Finding::mends)
                .toList();
    }

    private static Office office(Random random) {
        ProfileItem profile = new ProfileItem(
                new UUID(5, 1),
                "Profile of a long name that fills up all that there is of room..",
                new ScanProfile(
                                ColourMode.values()[random.nextInt(ColourMode.values().length)],
                                new Resolution(100 * (1 + random.nextInt(6))),
                                Sides.values()[random.nextInt(Sides.values().length)],
                                FileType.PDF)
                        .from(PaperSource.values()[random.nextInt(2)]));
        ProfileItem named = new ProfileItem(profile.id(), profile.name().substring(0, 60), profile.profile());
        DestinationItem stick = new DestinationItem(
                new UUID(4, 1),
                "Stick",
                DestinationKind.USB,
                DestinationItem.NOTHING,
                FolderSettings.BLANK,
                DestinationItem.NOTHING);
        JobItem job = JobItem.usual(
                JOB, "Berth permit", named.id(), new UUID(6, 1), List.of(new JobItem.Target(stick.id(), List.of())));
        List<Change> all = new ArrayList<>(List.of(
                new Change.Put(new DeviceItem(DEVICE, "Landing", "", "", "192.0.2.1", 631, 60, "", DeviceProtocol.IPP)),
                new Change.Put(new DeviceItem(OTHER, "Bridge", "", "", "192.0.2.2", 631, 60, "", DeviceProtocol.IPP)),
                new Change.Put(named),
                new Change.Put(stick),
                new Change.Put(new NameItem(new UUID(6, 1), "Date", "{date}")),
                new Change.Put(job),
                new Change.Put(new PanelItem(DEVICE, new TreeMap<>(java.util.Map.of(3, JOB)))),
                new Change.Put(new PanelItem(OTHER, new TreeMap<>(java.util.Map.of(1, JOB))))));
        return Office.EMPTY.apply(all);
    }

    private static DeviceAbilities device(Random random) {
        List<Integer> resolutions = new ArrayList<>(List.of(200));
        if (random.nextBoolean()) {
            resolutions.add(300);
        }
        if (random.nextBoolean()) {
            resolutions.add(600);
        }
        return new DeviceAbilities(
                "Alder M30",
                random.nextInt(8) > 0,
                false,
                50,
                random.nextBoolean(),
                random.nextBoolean(),
                resolutions,
                List.of("iso_a4_210x297mm"),
                6,
                false,
                false,
                false,
                true);
    }
}
