package inky.courier.core.office;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;

/** Panels that follow a plan: what is as planned follows, what is a device's own stays. */
class PanelPlanTest {
    private static final int JOBS = 6;

    /** Few jobs and places, so that own places and planned ones meet. */
    private static SortedMap<Integer, UUID> places(Random random) {
        SortedMap<Integer, UUID> places = new TreeMap<>();
        for (int i = random.nextInt(JOBS); i > 0; i--) {
            UUID job = new UUID(0, random.nextInt(JOBS));
            if (!places.containsValue(job)) {
                places.put(1 + random.nextInt(JOBS), job);
            }
        }
        return places;
    }

    @RepeatedTest(500)
    void whatIsPlannedFollowsAndWhatIsOwnStays(RepetitionInfo at) {
        Random random = new Random(at.getCurrentRepetition());
        SortedMap<Integer, UUID> before = places(random);
        SortedMap<Integer, UUID> after = places(random);
        SortedMap<Integer, UUID> panel = places(random);
        SortedMap<Integer, UUID> then = PanelPlanItem.follow(before, after, panel);

        assertEquals(panel, PanelPlanItem.follow(before, before, panel), "the same plan changes nothing");
        assertEquals(after, PanelPlanItem.follow(before, after, before), "a panel as planned is as planned again");
        assertEquals(after, PanelPlanItem.follow(new TreeMap<>(), after, new TreeMap<>()), "so is a new one");
        assertEquals(new HashSet<>(then.values()).size(), then.size(), "no job comes twice");
        for (int place : PanelPlanItem.exceptions(before, panel)) {
            assertEquals(panel.get(place), then.get(place), "own place " + place);
        }
        then.forEach((place, job) -> assertTrue(
                job.equals(panel.get(place)) || job.equals(after.get(place)), "place " + place + " is from neither"));
        assertEquals(then, PanelPlanItem.follow(after, after, then), "what followed is settled");
    }

    @Test
    void theNearestPlanIsFollowed() {
        SortedMap<Integer, UUID> places = new TreeMap<>(Map.of(1, new UUID(0, 1)));
        PanelPlanItem all = new PanelPlanItem(new UUID(1, 1), "All", PanelPlanItem.Scope.OFFICE, "", places, 1);
        PanelPlanItem model = new PanelPlanItem(new UUID(1, 2), "M", PanelPlanItem.Scope.MODEL, "Alder", places, 0);
        PanelPlanItem quay = new PanelPlanItem(new UUID(1, 3), "Q", PanelPlanItem.Scope.PLACE, "Quay", places, 0);
        List<PanelPlanItem> plans = List.of(quay, all, model);
        assertEquals(Optional.of(quay), PanelPlanItem.of(plans, "Quay", "Alder"));
        assertEquals(Optional.of(model), PanelPlanItem.of(plans, "Pier", "Alder"));
        assertEquals(Optional.of(all), PanelPlanItem.of(plans, "Pier", "Sorrel"));
        assertEquals(Optional.empty(), PanelPlanItem.of(List.of(quay, model), "Pier", "Sorrel"));
    }
}
