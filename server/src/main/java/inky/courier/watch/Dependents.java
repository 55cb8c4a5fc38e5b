package inky.courier.watch;

import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.PanelPlanItem;
import inky.courier.core.office.Reference;
import inky.courier.delivery.query.RecentFlow;
import inky.courier.delivery.query.RecentFlow.Sender;
import inky.courier.delivery.query.RecentFlow.Way;
import inky.courier.people.PeopleService;
import inky.courier.setup.SetUp;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What would stop without a thing, and what it needs itself: in columns, joined by the ways that scans took last week. */
@Service
class Dependents {
    /** Of each column; the rest is told as a number. */
    private static final int MOST = 40;

    private static final int MOST_PEOPLE = 14;

    private final SetUp setUp;
    private final RecentFlow flow;
    private final PeopleService people;

    Dependents(SetUp setUp, RecentFlow flow, PeopleService people) {
        this.setUp = setUp;
        this.flow = flow;
        this.people = people;
    }

    /**
     * @param lastWeek deliveries that went this way
     * @param waiting how many of them have not arrived
     */
    record Node(ItemKind kind, UUID id, String name, int lastWeek, int waiting) {}

    /** @param all of this kind in the office @param there how many of them are concerned, of which the first stand in {@code nodes} */
    record Column(ItemKind kind, int all, int there, List<Node> nodes) {}

    record Join(UUID from, UUID to, int lastWeek, int waiting) {}

    /**
     * @param deliveries of the whole office last week
     * @param stillWhole jobs that also lead elsewhere
     * @param plans of panels that have one of the jobs
     */
    record Chain(
            Node of,
            int deliveries,
            List<Column> columns,
            List<Join> joins,
            List<String> stillWhole,
            List<Node> plans) {}

    /** @throws Refusal when there is no such thing */
    @Transactional(readOnly = true)
    Chain of(Reference what) {
        Office office = setUp.office();
        Item item =
                office.find(what).orElseThrow(() -> Refusal.notFound(what.kind().words()));
        List<DestinationItem> through = dependents(office, what, DestinationItem.class);
        List<JobItem> jobs = jobs(office, what, through);
        Set<UUID> destinations = what.kind() == ItemKind.DESTINATION
                ? Set.of(what.id())
                : through.stream().map(DestinationItem::id).collect(Collectors.toSet());
        RecentFlow.Flow week = flow.of(jobs.stream().map(JobItem::id).toList(), destinations);
        Sums sums = new Sums(week.ways());
        List<Column> columns = new ArrayList<>();
        List<Join> joins = new ArrayList<>();
        if (!through.isEmpty()) {
            columns.add(sums.column(office, ItemKind.DESTINATION, through));
            through.forEach(to -> joins.add(sums.join(what.id(), to.id(), Part.to(to.id()))));
        }
        columns.add(sums.column(office, ItemKind.JOB, jobs));
        for (JobItem job : jobs) {
            if (through.isEmpty()) {
                joins.add(sums.join(what.id(), job.id(), Part.by(job.id())));
            }
            job.targets().stream()
                    .filter(target -> !through.isEmpty() && destinations.contains(target.destinationId()))
                    .forEach(target -> joins.add(sums.join(
                            target.destinationId(), job.id(), new Part(target.destinationId(), job.id(), null))));
        }
        devices(office, jobs, sums, week.senders(), columns, joins);
        return new Chain(
                sums.node(what.kind(), what.id(), office.nameOf(item), new Part(null, null, null)),
                flow.all(),
                columns,
                seen(what.id(), columns, joins),
                stillWhole(what, jobs, destinations),
                plans(office, jobs));
    }

    /** Between those that are shown: of a large office most are told as a number. */
    private static List<Join> seen(UUID of, List<Column> columns, List<Join> joins) {
        Set<UUID> shown = columns.stream()
                .flatMap(column -> column.nodes.stream())
                .map(Node::id)
                .collect(Collectors.toCollection(HashSet::new));
        shown.add(of);
        return joins.stream()
                .filter(join -> shown.contains(join.from) && shown.contains(join.to))
                .distinct()
                .toList();
    }

    private static <T extends Item> List<T> dependents(Office office, Reference what, Class<T> type) {
        return office.dependents(what).stream()
                .filter(type::isInstance)
                .map(type::cast)
                .toList();
    }

    private static List<JobItem> jobs(Office office, Reference what, List<DestinationItem> through) {
        if (what.kind() == ItemKind.JOB) {
            return List.of((JobItem) office.find(what).orElseThrow());
        }
        return Stream.concat(Stream.of(what), through.stream().map(Item::reference))
                .flatMap(one -> dependents(office, one, JobItem.class).stream())
                .distinct()
                .toList();
    }

    /** Panels with these jobs, and who used them. */
    private void devices(
            Office office,
            List<JobItem> jobs,
            Sums sums,
            List<Sender> senders,
            List<Column> columns,
            List<Join> joins) {
        Set<UUID> wanted = jobs.stream().map(JobItem::id).collect(Collectors.toSet());
        Map<UUID, Item> devices = new LinkedHashMap<>();
        for (PanelItem panel : office.all(PanelItem.class)) {
            for (UUID job : panel.places().values()) {
                if (wanted.contains(job)) {
                    office.find(new Reference(ItemKind.DEVICE, panel.id()))
                            .ifPresent(device -> devices.put(device.id(), device));
                    joins.add(sums.join(job, panel.id(), new Part(null, job, panel.id())));
                }
            }
        }
        columns.add(sums.column(office, ItemKind.DEVICE, List.copyOf(devices.values())));
        Map<UUID, Node> persons = new LinkedHashMap<>();
        for (Sender sender : senders) {
            persons.merge(
                    sender.personId(),
                    new Node(ItemKind.PERSON, sender.personId(), sender.name(), sender.deliveries(), sender.waiting()),
                    (a, b) -> new Node(a.kind, a.id, a.name, a.lastWeek + b.lastWeek, a.waiting + b.waiting));
        }
        List<Node> first =
                persons.values().stream().sorted(ORDER).limit(MOST_PEOPLE).toList();
        columns.add(new Column(ItemKind.PERSON, people.count(), persons.size(), first));
        senders.stream()
                .filter(sender -> sender.deviceId() != null)
                .forEach(sender -> joins.add(
                        new Join(sender.deviceId(), sender.personId(), sender.deliveries(), sender.waiting())));
    }

    private static List<Node> plans(Office office, List<JobItem> jobs) {
        Set<UUID> wanted = jobs.stream().map(JobItem::id).collect(Collectors.toSet());
        return office.all(PanelPlanItem.class).stream()
                .filter(plan -> plan.places().values().stream().anyMatch(wanted::contains))
                .map(plan -> new Node(ItemKind.PANEL_PLAN, plan.id(), plan.name(), 0, 0))
                .sorted(ORDER)
                .toList();
    }

    /** Where the thing is a way out: what has another one beside it. */
    private static List<String> stillWhole(Reference what, List<JobItem> jobs, Set<UUID> destinations) {
        boolean isWay = what.kind() == ItemKind.MAIL_SERVER
                || what.kind() == ItemKind.DESTINATION
                || what.kind() == ItemKind.DEVICE && !destinations.isEmpty();
        return !isWay
                ? List.of()
                : jobs.stream()
                        .filter(job -> job.targets().stream()
                                .anyMatch(target -> !destinations.contains(target.destinationId())))
                        .map(JobItem::name)
                        .sorted()
                        .toList();
    }

    private static final Comparator<Node> ORDER = Comparator.comparingInt(Node::waiting)
            .reversed()
            .thenComparing(Comparator.comparingInt(Node::lastWeek).reversed())
            .thenComparing(Node::name);

    /** Of a way: null for any. */
    private record Part(
            @Nullable UUID destination,
            @Nullable UUID job,
            @Nullable UUID device) {
        static Part to(UUID destination) {
            return new Part(destination, null, null);
        }

        static Part by(UUID job) {
            return new Part(null, job, null);
        }

        static Part of(ItemKind kind, UUID id) {
            return switch (kind) {
                case DESTINATION -> to(id);
                case JOB -> by(id);
                default -> new Part(null, null, id);
            };
        }
    }

    /** Deliveries of the last week by the parts of their ways. */
    private static final class Sums {
        private final Map<Part, int[]> by = new HashMap<>();

        /** What is not about destinations counts each delivery once. */
        Sums(List<Way> ways) {
            for (Way way : ways) {
                UUID to = way.destinationId();
                add(way, new Part(to, null, null));
                add(way, new Part(to, way.jobId(), null));
                if (way.deviceId() != null) {
                    add(way, new Part(to, null, way.deviceId()));
                    add(way, new Part(to, way.jobId(), way.deviceId()));
                }
            }
        }

        private void add(Way way, Part part) {
            int[] sum = by.computeIfAbsent(part, key -> new int[2]);
            sum[0] += way.deliveries();
            sum[1] += way.waiting();
        }

        private int[] of(Part part) {
            return by.getOrDefault(part, new int[2]);
        }

        Node node(ItemKind kind, UUID id, String name, Part part) {
            return new Node(kind, id, name, of(part)[0], of(part)[1]);
        }

        Join join(UUID from, UUID to, Part part) {
            return new Join(from, to, of(part)[0], of(part)[1]);
        }

        Column column(Office office, ItemKind kind, List<? extends Item> items) {
            List<Node> nodes = items.stream()
                    .map(item -> node(kind, item.id(), item.name(), Part.of(kind, item.id())))
                    .sorted(ORDER)
                    .limit(MOST)
                    .toList();
            int all = (int) office.items().stream()
                    .filter(item -> item.itemKind() == kind)
                    .count();
            return new Column(kind, all, items.size(), nodes);
        }
    }

    /** What a thing needs, directly and through others, without itself: in columns by kind, the nearest first. */
    @Transactional(readOnly = true)
    Chain needs(Reference what) {
        Office office = setUp.office();
        Item item =
                office.find(what).orElseThrow(() -> Refusal.notFound(what.kind().words()));
        List<Item> all = office.withNeeds(what);
        List<Join> joins = new ArrayList<>();
        for (Item one : all) {
            one.needs().stream()
                    .filter(need -> office.find(need.what()).isPresent())
                    .forEach(need -> joins.add(new Join(one.id(), need.what().id(), 0, 0)));
        }
        List<Column> columns = Stream.of(
                        List.of(ItemKind.JOB),
                        List.of(ItemKind.DESTINATION, ItemKind.PROFILE, ItemKind.NAME),
                        List.of(ItemKind.MAIL_SERVER, ItemKind.DEVICE))
                .map(kinds -> {
                    List<Node> nodes = all.stream()
                            .filter(one -> kinds.contains(one.itemKind())
                                    && !one.reference().equals(what))
                            .map(one -> new Node(one.itemKind(), one.id(), one.name(), 0, 0))
                            .toList();
                    return new Column(kinds.get(0), nodes.size(), nodes.size(), nodes);
                })
                .filter(column -> !column.nodes.isEmpty())
                .toList();
        return new Chain(
                new Node(what.kind(), what.id(), office.nameOf(item), 0, 0),
                0,
                columns,
                seen(what.id(), columns, joins),
                List.of(),
                List.of());
    }
}
