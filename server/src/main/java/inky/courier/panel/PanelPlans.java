package inky.courier.panel;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Change;
import inky.courier.core.office.DeviceItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.PanelPlanItem;
import inky.courier.core.office.Reference;
import inky.courier.core.preflight.Finding;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceJoined;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService;
import inky.courier.job.JobService.JobRow;
import inky.courier.job.JobService.JobView;
import inky.courier.panel.PanelChanges.Fitted;
import inky.courier.panel.PanelChanges.Followed;
import inky.courier.panel.PanelChanges.LeftOut;
import inky.courier.panel.PanelChanges.PanelChange;
import inky.courier.panel.PanelChanges.Then;
import inky.courier.panel.PanelPlaces.PlanRow;
import inky.courier.panel.PanelPlaces.Taken;
import inky.courier.setup.Follower;
import inky.courier.setup.PlannedChanges;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Plans for the panels of many devices. A change of a plan changes the panels that follow it, in the same step, so that what is on
 * a panel is never reckoned from elsewhere; what a panel has otherwise than its plan stays.
 */
@Service
public class PanelPlans implements Follower {
    private final SetUp setUp;
    private final PlannedChanges planned;
    private final DeviceService devices;
    private final JobService jobs;
    private final PanelChanges panels;

    PanelPlans(SetUp setUp, PlannedChanges planned, DeviceService devices, JobService jobs, PanelChanges panels) {
        this.setUp = setUp;
        this.planned = planned;
        this.devices = devices;
        this.jobs = jobs;
        this.panels = panels;
    }

    /** @param of a place of work or a model; absent for all devices @param start place of the start key's job; 0 for none */
    public record PanelPlanForm(
            String name,
            PanelPlanItem.Scope scope,
            @Nullable String of,
            List<Taken> places,
            int start) {}

    /** @param devices that follow it, {@code exceptions} of them with places of their own */
    public record PanelPlanRow(
            UUID id, String name, PanelPlanItem.Scope scope, String of, int jobs, int devices, int exceptions) {}

    /** A plan could be for these. @param places the most that one of them has */
    public record PanelPlanScope(PanelPlanItem.Scope scope, String of, int devices, int places) {}

    /**
     * @param jobs of the office, with why some of the devices cannot run them
     * @param panels of the devices that follow it, with what is not as planned there
     */
    public record PanelPlanView(
            UUID id,
            String name,
            PanelPlanItem.Scope scope,
            String of,
            int start,
            List<PlanRow> jobs,
            List<PanelChange> panels,
            String version) {}

    /** The plan that a device follows. @param places as planned there @param own numbers of those that are otherwise */
    public record FollowedPlan(
            UUID id, String name, List<Taken> places, int start, List<Integer> own, List<LeftOut> leftOut) {}

    @Transactional(readOnly = true)
    public List<PanelPlanRow> list() {
        Office office = setUp.office();
        return office.all(PanelPlanItem.class).stream()
                .sorted(Comparator.comparing(PanelPlanItem::scope).thenComparing(PanelPlanItem::name))
                .map(plan -> {
                    List<DeviceView> following = followers(office, plan);
                    long otherwise = following.stream()
                            .filter(device -> isOtherwise(office, plan, device))
                            .count();
                    return new PanelPlanRow(
                            plan.id(),
                            plan.name(),
                            plan.scope(),
                            plan.of(),
                            plan.places().size(),
                            following.size(),
                            (int) otherwise);
                })
                .toList();
    }

    /** What a plan can be for: the office, its models, its places of work. */
    @Transactional(readOnly = true)
    List<PanelPlanScope> scopes() {
        Map<PanelPlanItem.Scope, Map<String, List<DeviceView>>> all = new TreeMap<>();
        for (DeviceView device : devices.list()) {
            if (device.abilities().panelPlaces() > 0) {
                for (PanelPlanItem.Scope scope : PanelPlanItem.Scope.values()) {
                    all.computeIfAbsent(scope, any -> new TreeMap<>(String.CASE_INSENSITIVE_ORDER))
                            .computeIfAbsent(of(scope, device), any -> new ArrayList<>())
                            .add(device);
                }
            }
        }
        List<PanelPlanScope> scopes = new ArrayList<>();
        all.forEach((scope, byName) -> byName.forEach((of, some) -> {
            if (scope == PanelPlanItem.Scope.OFFICE || !of.isEmpty()) {
                int places = some.stream()
                        .mapToInt(device -> device.abilities().panelPlaces())
                        .max()
                        .orElse(0);
                scopes.add(new PanelPlanScope(scope, of, some.size(), places));
            }
        }));
        return scopes;
    }

    private static String of(PanelPlanItem.Scope scope, DeviceView device) {
        return switch (scope) {
            case OFFICE -> "";
            case MODEL -> device.abilities().makeAndModel();
            case PLACE -> device.place();
        };
    }

    @Transactional(readOnly = true)
    PanelPlanView get(UUID id) {
        PanelPlanItem plan = setUp.get(PanelPlanItem.class, id);
        Office office = setUp.office();
        List<DeviceView> following = followers(office, plan);
        List<PanelChange> told = following.stream()
                .map(device -> {
                    Followed planned = followed(office, Optional.of(plan), device);
                    PanelItem panel = PanelChanges.panelOf(office, device.id());
                    return PanelChanges.told(office, new Then(device, panel, Optional.of(planned), planned.leftOut()));
                })
                .toList();
        return new PanelPlanView(
                plan.id(),
                plan.name(),
                plan.scope(),
                plan.of(),
                plan.start(),
                rows(office, plan.places(), following),
                told,
                SetUp.versionOf(plan));
    }

    /** The jobs of the office for a plan that is not there yet. */
    @Transactional(readOnly = true)
    List<PlanRow> jobs(PanelPlanItem.Scope scope, String of) {
        List<DeviceView> some = devices.list().stream()
                .filter(device -> device.abilities().panelPlaces() > 0
                        && of(scope, device).equals(of))
                .toList();
        return rows(setUp.office(), new TreeMap<>(), some);
    }

    /** A job that some of the devices cannot run is told so once, with how many there are; one that none can run stops. */
    private List<PlanRow> rows(Office office, SortedMap<Integer, UUID> places, List<DeviceView> following) {
        Map<UUID, Integer> placeOf = new HashMap<>();
        places.forEach((place, job) -> placeOf.put(job, place));
        return jobs.list().stream()
                .map(JobView::row)
                .map(job -> new PlanRow(job, placeOf.getOrDefault(job.id(), 0), findings(office, job, following)))
                .toList();
    }

    private List<Finding> findings(Office office, JobRow job, List<DeviceView> following) {
        Map<Finding, List<String>> stopped = new LinkedHashMap<>();
        for (DeviceView device : following) {
            panels.stops(office, job.id(), device)
                    .ifPresent(finding -> stopped.computeIfAbsent(finding, any -> new ArrayList<>())
                            .add(device.name()));
        }
        int all = stopped.values().stream().mapToInt(List::size).sum();
        return stopped.entrySet().stream()
                .map(entry -> all == following.size()
                        ? entry.getKey()
                        : entry.getKey()
                                .only(Message.of("panel-plan.some")
                                        .with("n", entry.getValue().size())
                                        .with("of", following.size())
                                        .with("sentence", entry.getKey().sentence())))
                .toList();
    }

    /** What would become of each panel. @param id of the plan that is changed; absent for a new one @param replaceOwn whether exceptions are given up */
    @Transactional(readOnly = true)
    List<PanelChange> preview(@Nullable UUID id, PanelPlanForm form, boolean replaceOwn) {
        Office office = setUp.office();
        PanelPlanItem plan = item(Objects.requireNonNullElseGet(id, UUID::randomUUID), form);
        return panelsThen(office, plan, replaceOwn)
                .map(then -> PanelChanges.told(office, then))
                .toList();
    }

    @Transactional
    public PanelPlanView add(PanelPlanForm form, boolean replaceOwn) {
        return save(item(UUID.randomUUID(), form), replaceOwn, null, "");
    }

    /**
     * @param at when; absent for now
     * @param version of what was looked at; empty to replace whatever it is by now
     */
    @Transactional
    PanelPlanView change(UUID id, PanelPlanForm form, boolean replaceOwn, @Nullable Instant at, String version) {
        setUp.get(PanelPlanItem.class, id);
        return save(item(id, form), replaceOwn, at, version);
    }

    private PanelPlanView save(PanelPlanItem plan, boolean replaceOwn, @Nullable Instant at, String version) {
        planned.changeAt(
                at,
                Message.of("planned.panel-plan").with("name", plan.name()),
                office -> Wish.of(changes(office, plan, replaceOwn)).of(plan.reference(), version));
        return get(plan.id());
    }

    /** The panels stay as they are: their jobs are their own from then on, or follow the plan of a wider scope where they are as that says. */
    @Transactional
    void delete(UUID id) {
        setUp.change(Wish.remove(setUp.get(PanelPlanItem.class, id).reference()));
    }

    private static PanelPlanItem item(UUID id, PanelPlanForm form) {
        TreeMap<Integer, UUID> places = new TreeMap<>();
        for (Taken taken : form.places()) {
            if (places.put(taken.place(), taken.jobId()) != null) {
                throw Invalid.of("panel.twice", "places");
            }
        }
        return new PanelPlanItem(id, form.name(), form.scope(), form.of(), places, form.start());
    }

    /** The plan first, then the panels that become others. */
    private List<Change> changes(Office office, PanelPlanItem plan, boolean replaceOwn) {
        return Stream.concat(
                        Stream.of(new Change.Put(plan)),
                        panelsThen(office, plan, replaceOwn)
                                .flatMap(then -> PanelChanges.change(office, then.panel()).stream()))
                .toList();
    }

    /** Every panel whose plan it was, is, or becomes. */
    private Stream<Then> panelsThen(Office office, PanelPlanItem plan, boolean replaceOwn) {
        Plans before = new Plans(office);
        Plans after = new Plans(office.apply(List.of(new Change.Put(plan))));
        return devices.list().stream()
                .filter(device -> device.abilities().panelPlaces() > 0
                        && Stream.of(before.of(device), after.of(device))
                                .flatMap(Optional::stream)
                                .anyMatch(one -> one.id().equals(plan.id())))
                .map(device -> follow(
                        after,
                        followed(office, before.of(device), device),
                        device,
                        replaceOwn && after.of(device).isPresent()));
    }

    /** A panel stays where it is given itself, and where its plan is there no more. */
    @Override
    @Transactional(readOnly = true)
    public List<Change> follow(Office before, Office after, Set<Reference> said) {
        Plans was = new Plans(before);
        Plans is = new Plans(after);
        return devices.list().stream()
                .filter(device -> device.abilities().panelPlaces() > 0
                        && after.has(ItemKind.DEVICE, device.id())
                        && !said.contains(new Reference(ItemKind.PANEL, device.id()))
                        && !was.of(device).equals(is.of(device))
                        && was.of(device).map(PanelPlanItem::reference).stream()
                                .allMatch(plan -> after.find(plan).isPresent()))
                .map(device -> follow(is, followed(before, was.of(device), device), device, false))
                .flatMap(then -> PanelChanges.change(after, then.panel()).stream())
                .toList();
    }

    private Followed followed(Office office, Optional<PanelPlanItem> plan, DeviceView device) {
        Fitted fitted =
                plan.map(one -> panels.fitting(office, one.places(), device)).orElse(Fitted.NOTHING);
        int start = plan.map(PanelPlanItem::start)
                .filter(fitted.places()::containsKey)
                .orElse(0);
        return new Followed(fitted, start);
    }

    /** A panel as it is when what its device has from its plan is another; with its own places, or without. */
    private Then follow(Plans plans, Followed was, DeviceView device, boolean replaceOwn) {
        Office office = plans.office;
        Followed is = followed(office, plans.of(device), device);
        PanelItem panel = PanelChanges.panelOf(office, device.id());
        SortedMap<Integer, UUID> then =
                replaceOwn ? is.places() : PanelPlanItem.follow(was.places(), is.places(), panel.places());
        int start = replaceOwn || panel.start() == was.start() ? is.start() : panel.start();
        return new Then(
                device,
                new PanelItem(device.id(), then, then.containsKey(start) ? start : 0),
                Optional.of(is),
                is.leftOut());
    }

    private boolean isOtherwise(Office office, PanelPlanItem plan, DeviceView device) {
        Followed planned = followed(office, Optional.of(plan), device);
        PanelItem panel = PanelChanges.panelOf(office, device.id());
        return panel.start() != planned.start() || !planned.exceptions(panel).isEmpty();
    }

    /** The plans of an office, looked for in it once. */
    private record Plans(Office office, List<PanelPlanItem> all) {
        Plans(Office office) {
            this(office, office.all(PanelPlanItem.class));
        }

        /** Of a device where it stands in that office. */
        Optional<PanelPlanItem> of(DeviceView device) {
            String place = office.find(new Reference(ItemKind.DEVICE, device.id()))
                    .map(DeviceItem.class::cast)
                    .map(DeviceItem::place)
                    .orElseGet(device::place);
            return at(place, device);
        }

        Optional<PanelPlanItem> at(String place, DeviceView device) {
            return PanelPlanItem.of(all, place, device.abilities().makeAndModel());
        }
    }

    private List<DeviceView> followers(Office office, PanelPlanItem plan) {
        Plans plans = new Plans(office);
        return devices.list().stream()
                .filter(device -> device.abilities().panelPlaces() > 0
                        && plans.of(device).filter(plan::equals).isPresent())
                .toList();
    }

    /** The plan that a device follows, if any, and where its panel is otherwise. */
    @Transactional(readOnly = true)
    Optional<FollowedPlan> followed(DeviceView device) {
        Office office = setUp.office();
        return new Plans(office).of(device).map(plan -> {
            Followed followed = followed(office, Optional.of(plan), device);
            return new FollowedPlan(
                    plan.id(),
                    plan.name(),
                    followed.places().entrySet().stream()
                            .map(entry -> new Taken(entry.getKey(), entry.getValue()))
                            .toList(),
                    followed.start(),
                    List.copyOf(followed.exceptions(PanelChanges.panelOf(office, device.id()))),
                    followed.leftOut());
        });
    }

    /** A device that is new, or stands elsewhere now, gets what is planned there; what was its own stays. */
    @EventListener
    void joined(DeviceJoined joined) {
        DeviceView device = joined.device();
        setUp.alsoChange(office -> {
            Plans plans = new Plans(office);
            Followed was = joined.before()
                    .map(before -> followed(office, plans.at(before.place(), before), before))
                    .orElse(new Followed(Fitted.NOTHING, 0));
            PanelItem panel = follow(plans, was, device, false).panel();
            return Wish.of(PanelChanges.change(office, panel).stream().toList());
        });
    }
}
