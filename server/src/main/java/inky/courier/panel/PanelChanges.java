package inky.courier.panel;

import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.PanelPlanItem;
import inky.courier.core.office.Reference;
import inky.courier.core.preflight.Finding;
import inky.courier.core.preflight.JobAtDevice;
import inky.courier.core.preflight.KnownFindings;
import inky.courier.device.DeviceService.DeviceView;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.SortedMap;
import java.util.SortedSet;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** What would become of panels when jobs are put on many at once: said in words, and as changes of the set-up. */
@Component
public class PanelChanges {
    private final KnownFindings known = new KnownFindings();

    /** @param sentence why it is not put there */
    public record LeftOut(String job, Message sentence) {}

    /**
     * What one panel would become.
     *
     * @param added jobs that come, {@code removed} that go, {@code moved} that are in another place
     * @param own jobs that are not from its plan; none where no plan is looked at
     * @param start the job of its start key afterwards; empty where that stays
     * @param ownStart whether its start key is not as planned
     */
    public record PanelChange(
            UUID deviceId,
            String name,
            String place,
            List<String> added,
            List<String> removed,
            List<String> moved,
            List<LeftOut> leftOut,
            List<String> own,
            String start,
            boolean ownStart,
            boolean same) {}

    /** Jobs in their places, as far as a device has such places and can run them. @param leftOut the others */
    record Fitted(SortedMap<Integer, UUID> places, List<LeftOut> leftOut) {
        static final Fitted NOTHING = new Fitted(new TreeMap<>(), List.of());
    }

    /** What a device has from a plan, as far as it can have it. @param start 0 where the start key's job is left out */
    record Followed(Fitted fitted, int start) {
        SortedMap<Integer, UUID> places() {
            return fitted.places();
        }

        List<LeftOut> leftOut() {
            return fitted.leftOut();
        }

        SortedSet<Integer> exceptions(PanelItem panel) {
            return PanelPlanItem.exceptions(places(), panel.places());
        }
    }

    /**
     * A panel as it is to be.
     *
     * @param planned for it, to tell what it has otherwise; empty where no plan is looked at
     * @param leftOut of what was wanted there
     */
    record Then(DeviceView device, PanelItem panel, Optional<Followed> planned, List<LeftOut> leftOut) {}

    Fitted fitting(Office office, SortedMap<Integer, UUID> places, DeviceView device) {
        SortedMap<Integer, UUID> there = new TreeMap<>();
        List<LeftOut> leftOut = new ArrayList<>();
        places.forEach((place, id) -> {
            Optional<Finding> stops = stops(office, id, device);
            if (place > device.abilities().panelPlaces()) {
                leftOut.add(new LeftOut(
                        name(office, id),
                        Message.of("panel.copy.no-place")
                                .with("n", device.abilities().panelPlaces())));
            } else if (stops.isPresent()) {
                leftOut.add(new LeftOut(name(office, id), stops.get().sentence()));
            } else {
                there.put(place, id);
            }
        });
        return new Fitted(there, leftOut);
    }

    /** Why a job cannot run on a device; none when it can. */
    Optional<Finding> stops(Office office, UUID job, DeviceView device) {
        JobItem item = (JobItem) office.find(new Reference(ItemKind.JOB, job)).orElseThrow();
        return known.of(new JobAtDevice(office, item, device.id(), device.abilities())).stream()
                .filter(finding -> finding.severity() == Finding.Severity.STOPS)
                .findFirst();
    }

    /** One on which nothing has been placed has no jobs. */
    static PanelItem panelOf(Office office, UUID device) {
        return office.find(new Reference(ItemKind.PANEL, device))
                .map(PanelItem.class::cast)
                .orElseGet(() -> new PanelItem(device, Map.of()));
    }

    /** The change that makes a panel another; none where it is so already. */
    static Optional<Change> change(Office office, PanelItem then) {
        boolean there = office.find(then.reference()).isPresent();
        if (then.equals(panelOf(office, then.id()))) {
            return Optional.empty();
        }
        if (!then.places().isEmpty()) {
            return Optional.of(new Change.Put(then));
        }
        return there ? Optional.of(new Change.Remove(then.reference())) : Optional.empty();
    }

    static PanelChange told(Office office, Then wanted) {
        DeviceView device = wanted.device;
        PanelItem then = wanted.panel;
        PanelItem now = panelOf(office, device.id());
        UUID start = then.places().get(then.start());
        return new PanelChange(
                device.id(),
                device.name(),
                device.place(),
                names(
                        office,
                        then.places().values().stream()
                                .filter(job -> !now.places().containsValue(job))),
                names(
                        office,
                        now.places().values().stream()
                                .filter(job -> !then.places().containsValue(job))),
                names(
                        office,
                        then.places().entrySet().stream()
                                .filter(entry -> now.places().containsValue(entry.getValue())
                                        && !Objects.equals(now.places().get(entry.getKey()), entry.getValue()))
                                .map(Map.Entry::getValue)),
                wanted.leftOut,
                wanted.planned
                        .map(planned -> names(
                                office,
                                planned.exceptions(then).stream()
                                        .flatMap(place ->
                                                Stream.ofNullable(then.places().get(place)))))
                        .orElse(List.of()),
                start == null || start.equals(now.places().get(now.start())) ? "" : name(office, start),
                wanted.planned
                        .filter(planned -> planned.start() != then.start())
                        .isPresent(),
                then.equals(now));
    }

    private static List<String> names(Office office, Stream<UUID> jobs) {
        List<String> names = new ArrayList<>();
        jobs.forEach(id -> names.add(name(office, id)));
        return names;
    }

    private static String name(Office office, UUID job) {
        return office.find(new Reference(ItemKind.JOB, job)).orElseThrow().name();
    }
}
