package inky.courier.watch;

import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.office.Reference;
import inky.courier.delivery.query.RecentFlow;
import inky.courier.delivery.query.RecentFlow.Sender;
import inky.courier.delivery.query.RecentFlow.Way;
import inky.courier.people.PeopleService;
import inky.courier.setup.SetUp;
import inky.courier.web.Refusal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
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
     */
    record Chain(Node of, int deliveries, List<Column> columns, List<Join> joins, List<String> stillWhole) {}

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
        List<Way> ways = flow.ways(jobs.stream().map(JobItem::id).toList(), destinations);
        List<Sender> senders = jobs.isEmpty()
                ? List.of()
                : flow.senders(jobs.stream().map(JobItem::id).toList(), destinations);
        Sums sums = new Sums(ways);
        List<Column> columns = new ArrayList<>();
        List<Join> joins = new ArrayList<>();
        if (!through.isEmpty()) {
            columns.add(sums.column(office, ItemKind.DESTINATION, through));
            through.forEach(to -> joins.add(sums.join(what.id(), to.id(), Map.of(DESTINATION, to.id()))));
        }
        columns.add(sums.column(office, ItemKind.JOB, jobs));
        for (JobItem job : jobs) {
            if (through.isEmpty()) {
                joins.add(sums.join(what.id(), job.id(), Map.of(JOB, job.id())));
            }
            job.targets().stream()
                    .filter(target -> !through.isEmpty() && destinations.contains(target.destinationId()))
                    .forEach(target -> joins.add(sums.join(
                            target.destinationId(),
                            job.id(),
                            Map.of(DESTINATION, target.destinationId(), JOB, job.id()))));
        }
        devices(office, jobs, sums, senders, columns, joins);
        return new Chain(
                new Node(what.kind(), what.id(), office.nameOf(item), sums.all(), sums.waiting()),
                flow.all(),
                columns,
                joins.stream().distinct().toList(),
                stillWhole(what, jobs, destinations));
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
                    joins.add(sums.join(job, panel.id(), Map.of(JOB, job, DEVICE, panel.id())));
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
        columns.add(new Column(ItemKind.PERSON, people.list().size(), persons.size(), first));
        Set<UUID> shown = first.stream().map(Node::id).collect(Collectors.toSet());
        senders.stream()
                .filter(sender -> shown.contains(sender.personId()) && devices.containsKey(sender.deviceId()))
                .forEach(sender -> joins.add(
                        new Join(sender.deviceId(), sender.personId(), sender.deliveries(), sender.waiting())));
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

    private static final String DESTINATION = "destination";
    private static final String JOB = "job";
    private static final String DEVICE = "device";

    /** Deliveries of the last week by the parts of their ways. */
    private static final class Sums {
        private final List<Way> ways;
        private final Map<Map<String, UUID>, int[]> by = new HashMap<>();

        Sums(List<Way> ways) {
            this.ways = ways;
            for (Way way : ways) {
                boolean toOne = way.destinationId() != null;
                Map<String, UUID> parts = new TreeMap<>(Map.of(JOB, way.jobId()));
                if (toOne) {
                    parts.put(DESTINATION, way.destinationId());
                }
                if (way.deviceId() != null) {
                    parts.put(DEVICE, way.deviceId());
                }
                // What is not about destinations counts each delivery once.
                subsets(parts).stream()
                        .filter(part -> part.containsKey(DESTINATION) == toOne)
                        .forEach(part -> {
                            int[] sum = by.computeIfAbsent(part, key -> new int[2]);
                            sum[0] += way.deliveries();
                            sum[1] += way.waiting();
                        });
            }
        }

        /** All but the empty one. */
        private static List<Map<String, UUID>> subsets(Map<String, UUID> parts) {
            List<Map<String, UUID>> all = new ArrayList<>(List.of(Map.of()));
            parts.forEach((name, id) -> List.copyOf(all).forEach(some -> {
                Map<String, UUID> more = new HashMap<>(some);
                more.put(name, id);
                all.add(more);
            }));
            return all.subList(1, all.size());
        }

        private Stream<Way> toAny() {
            return ways.stream().filter(way -> way.destinationId() == null);
        }

        int all() {
            return toAny().mapToInt(Way::deliveries).sum();
        }

        int waiting() {
            return toAny().mapToInt(Way::waiting).sum();
        }

        Join join(UUID from, UUID to, Map<String, UUID> part) {
            int[] sum = by.getOrDefault(part, new int[2]);
            return new Join(from, to, sum[0], sum[1]);
        }

        Column column(Office office, ItemKind kind, List<? extends Item> items) {
            String part = kind.name().toLowerCase(java.util.Locale.ROOT);
            List<Node> nodes = items.stream()
                    .map(item -> {
                        int[] sum = by.getOrDefault(Map.of(part, item.id()), new int[2]);
                        return new Node(kind, item.id(), item.name(), sum[0], sum[1]);
                    })
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
                joins.stream().distinct().toList(),
                List.of());
    }
}
