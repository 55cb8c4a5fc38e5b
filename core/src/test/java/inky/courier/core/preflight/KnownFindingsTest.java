package inky.courier.core.preflight;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.NameItem;
import inky.courier.core.office.Need;
import inky.courier.core.office.Office;
import inky.courier.core.office.Offices;
import inky.courier.core.office.ProfileItem;
import inky.courier.core.office.Reference;
import inky.courier.core.profile.ColourMode;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Whatever changes in an office: what is known of its jobs is what a check would find, and only what is concerned is checked again. */
class KnownFindingsTest {
    private static final DeviceAbilities PLAIN = new DeviceAbilities(
            "Sorrel F1",
            true,
            false,
            50,
            false,
            false,
            List.of(200),
            List.of("iso_a4_210x297mm"),
            6,
            false,
            false,
            false,
            false);

    @Test
    void onlyWhatAChangeConcernsIsCheckedAgain() {
        Random random = new Random(11);
        int spared = 0;
        for (int i = 0; i < 80; i++) {
            List<UUID> checked = new ArrayList<>();
            KnownFindings known = new KnownFindings(at -> {
                checked.add(at.job().id());
                return Preflight.check(at);
            });
            Office office = Offices.random(random);
            for (int change = 0; change < 5; change++) {
                hold(known, office);
                checked.clear();
                hold(known, office);
                assertEquals(List.of(), checked, "nothing has changed");
                Item before = office.items().get(random.nextInt(office.items().size()));
                Office after = changed(office, before, random);
                List<UUID> concerned = after.all(JobItem.class).stream()
                        .filter(job -> needs(after, job, before.reference()))
                        .map(JobItem::id)
                        .toList();
                office = after;
                hold(known, office);
                assertTrue(concerned.containsAll(checked), before + ": " + checked);
                spared += office.all(JobItem.class).size() - checked.size();
            }
        }
        assertTrue(spared > 200, "not all is checked again each time: " + spared);
    }

    /** Whether a job needs it: itself, or through one of its destinations. */
    private static boolean needs(Office office, JobItem job, Reference what) {
        return job.reference().equals(what)
                || job.needs().stream()
                        .map(Need::what)
                        .anyMatch(need -> need.equals(what)
                                || office.find(need).stream()
                                        .flatMap(item -> item.needs().stream())
                                        .anyMatch(further -> further.what().equals(what)));
    }

    private static void hold(KnownFindings known, Office office) {
        for (JobItem job : office.all(JobItem.class)) {
            JobAtDevice at = new JobAtDevice(office, job, new UUID(2, 1), PLAIN);
            assertEquals(Preflight.check(at), known.of(at));
        }
    }

    private static Office changed(Office office, Item before, Random random) {
        Item after = before;
        if (before instanceof ProfileItem p) {
            ColourMode colour = ColourMode.values()[random.nextInt(ColourMode.values().length)];
            after = new ProfileItem(p.id(), p.name(), p.profile().withColour(colour));
        } else if (before instanceof DestinationItem d) {
            after = new DestinationItem(d.id(), d.name() + " 2", d.kind(), d.through(), d.settings(), d.ownerId());
        } else if (before instanceof NameItem n) {
            after = new NameItem(n.id(), n.name(), n.template() + "{counter}");
        }
        List<Item> items = new ArrayList<>(office.items());
        items.remove(before);
        items.add(after);
        return Office.of(items);
    }
}
