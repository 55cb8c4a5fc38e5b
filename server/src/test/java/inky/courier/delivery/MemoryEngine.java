package inky.courier.delivery;

import inky.courier.core.delivery.LegPhase;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.delivery.RouteHealth;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import java.lang.reflect.Field;
import java.lang.reflect.Modifier;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * Everything that the engine keeps, in memory: what a transaction does is there when it ends and not when it fails, and
 * tasks follow the rules of the queue (one that is under way is left alone, and looks again before it ends).
 */
final class MemoryEngine implements Ledger, Agenda, RouteBook, StepLog, Claims {
    /** A task by its name and whatever it is for. */
    record TaskKey(String name, UUID of, int lane) {}

    static final class Now extends Clock {
        Instant at = Instant.parse("2026-11-26T08:00:00Z");

        @Override
        public ZoneId getZone() {
            return ZoneOffset.UTC;
        }

        @Override
        public Clock withZone(ZoneId zone) {
            return this;
        }

        @Override
        public Instant instant() {
            return at;
        }
    }

    final Now clock = new Now();
    private State state = new State();
    private final List<String> steps = new ArrayList<>();
    private boolean inTransaction;
    private final Set<UUID> held = new HashSet<>();

    /** What is committed, or about to be. */
    private static final class State {
        final Map<UUID, Delivery> deliveries = new LinkedHashMap<>();
        final Map<TaskKey, Instant> tasks = new HashMap<>();
        final Set<TaskKey> running = new HashSet<>();
        final Map<UUID, Known> routes = new HashMap<>();
        final Map<String, UUID> names = new HashMap<>();
        final Set<UUID> removed = new HashSet<>();
        final Map<UUID, Integer> pagesNow = new HashMap<>();
        final Map<UUID, Integer> filesOf = new HashMap<>();

        /** Deliveries are not copied: whoever changes one holds it first, and then has one of their own. */
        State copy() {
            State copy = new State();
            copy.deliveries.putAll(deliveries);
            copy.tasks.putAll(tasks);
            copy.running.addAll(running);
            copy.routes.putAll(routes);
            copy.names.putAll(names);
            copy.removed.addAll(removed);
            copy.pagesNow.putAll(pagesNow);
            copy.filesOf.putAll(filesOf);
            return copy;
        }
    }

    private static final Map<Class<?>, List<Field>> FIELDS = new HashMap<>();

    private static List<Field> fieldsOf(Class<?> type) {
        return FIELDS.computeIfAbsent(
                type,
                t -> Stream.of(t.getDeclaredFields())
                        .filter(f -> !Modifier.isStatic(f.getModifiers()))
                        .peek(f -> f.setAccessible(true))
                        .toList());
    }

    private static <T> T copyFields(T from, T to) {
        try {
            for (Field field : fieldsOf(from.getClass())) {
                field.set(to, field.get(from));
            }
            return to;
        } catch (IllegalAccessException e) {
            throw new AssertionError(e);
        }
    }

    static Delivery copyOf(Delivery d) {
        Delivery copy = copyFields(d, new Delivery());
        copy.legs = new ArrayList<>();
        d.legs.forEach(leg -> copy.legs.add(copyFields(leg, new Leg())));
        return copy;
    }

    // ---- the ledger

    @Override
    public <T> T together(Supplier<T> work) {
        if (inTransaction) {
            return work.get();
        }
        State before = state.copy();
        int stepsBefore = steps.size();
        inTransaction = true;
        boolean done = false;
        try {
            T result = work.get();
            done = true;
            return result;
        } finally {
            inTransaction = false;
            held.clear();
            if (!done) {
                state = before;
                steps.subList(stepsBefore, steps.size()).clear();
            }
        }
    }

    @Override
    public <T> T persistently(Supplier<T> work) {
        return together(work);
    }

    Stream<Delivery> deliveries() {
        return state.deliveries.values().stream();
    }

    private Stream<Leg> legs() {
        return deliveries().flatMap(d -> d.legs.stream());
    }

    /** Each transaction has its own; what an earlier one had in its hands stays as it was then. */
    @Override
    public Optional<Delivery> hold(UUID id) {
        if (state.deliveries.containsKey(id) && (!inTransaction || held.add(id))) {
            state.deliveries.put(id, copyOf(state.deliveries.get(id)));
        }
        return Optional.ofNullable(state.deliveries.get(id));
    }

    @Override
    public void keep(Delivery delivery) {
        delivery.version = 1L;
        delivery.legs.forEach(leg -> leg.deliveryId = delivery.id);
        state.deliveries.put(delivery.id, delivery);
        state.pagesNow.put(delivery.id, 1);
    }

    private Delivery of(Leg leg) {
        return state.deliveries.get(leg.deliveryId);
    }

    private boolean isTurnOf(Leg leg) {
        return leg.inOrderOf == null
                || legs().noneMatch(e -> e.routeId.equals(leg.routeId)
                        && leg.inOrderOf.equals(e.inOrderOf)
                        && e.turn < leg.turn
                        && (e.phase == LegPhase.MOVING || e.phase == LegPhase.WAITING && !e.scope.equals("THIS_ONE"))
                        && !of(e).making().isStopped());
    }

    private Instant timeOf(Leg leg, Optional<String> pausedBy) {
        return pausedBy.isEmpty() || !leg.cause.equals(pausedBy.get())
                ? leg.nextTryAt
                : leg.firstTryAt.plus(RetrySchedule.GIVE_UP);
    }

    private Stream<Leg> waiting(UUID route, Optional<String> pausedBy) {
        return legs().filter(leg -> leg.routeId.equals(route)
                && leg.phase == LegPhase.WAITING
                && leg.nextTryAt != null
                && (pausedBy.isPresent() || isTurnOf(leg)));
    }

    @Override
    public Optional<Place> nextInTurn(UUID route, Instant now, Optional<String> pausedBy) {
        return waiting(route, pausedBy)
                .filter(leg -> !timeOf(leg, pausedBy).isAfter(now))
                .min(Comparator.comparing(leg -> leg.turn))
                .map(leg -> new Place(leg.deliveryId, leg.id));
    }

    @Override
    public boolean othersAreDue(UUID route, UUID leg, Instant now) {
        return legs().anyMatch(l -> l.routeId.equals(route)
                && l.phase == LegPhase.WAITING
                && l.nextTryAt != null
                && !l.nextTryAt.isAfter(now)
                && !l.id.equals(leg));
    }

    @Override
    public Optional<Instant> earliest(UUID route, Optional<String> pausedBy) {
        return waiting(route, pausedBy).map(leg -> timeOf(leg, pausedBy)).min(Comparator.naturalOrder());
    }

    @Override
    public List<Place> carriedBy(UUID route, int clerk) {
        return legs().filter(leg -> leg.routeId.equals(route) && leg.phase == LegPhase.MOVING && leg.clerk == clerk)
                .map(leg -> new Place(leg.deliveryId, leg.id))
                .toList();
    }

    @Override
    public Map<UUID, DestinationKind> routesWithWork(Instant before) {
        Map<UUID, DestinationKind> routes = new HashMap<>();
        legs().filter(leg -> leg.phase == LegPhase.MOVING
                        || leg.phase == LegPhase.WAITING
                                && leg.nextTryAt != null
                                && leg.nextTryAt.isBefore(before)
                                && isTurnOf(leg))
                .forEach(leg -> routes.put(leg.routeId, leg.kind));
        return routes;
    }

    @Override
    public Optional<DestinationKind> kindAt(UUID route) {
        return legs().filter(leg -> leg.routeId.equals(route) && leg.phase == LegPhase.WAITING)
                .map(leg -> leg.kind)
                .findFirst();
    }

    @Override
    public int putTo(UUID route, Optional<UUID> person, Instant at) {
        List<Leg> these = legs().filter(leg -> leg.routeId.equals(route)
                        && leg.phase == LegPhase.WAITING
                        && leg.nextTryAt != null
                        && !leg.cause.isEmpty()
                        && person.map(p -> p.equals(of(leg).personId)).orElse(true))
                .toList();
        these.forEach(leg -> leg.nextTryAt = at);
        return these.size();
    }

    // ---- the agenda

    private void put(TaskKey key, Instant at, boolean atLatest) {
        if (!state.running.contains(key)) {
            state.tasks.merge(key, at, (old, young) -> atLatest && old.isBefore(young) ? old : young);
        }
    }

    @Override
    public void making(UUID delivery, Instant at) {
        put(new TaskKey("make", delivery, 0), at, false);
    }

    @Override
    public void carrying(UUID route, int clerks, Instant at) {
        Map<Integer, Instant> lanes = lanesOf(route);
        boolean looked = lanes.entrySet().stream()
                .anyMatch(lane ->
                        !isRunning(route, lane.getKey()) && !lane.getValue().isAfter(at));
        if (looked) {
            return;
        }
        Optional<Integer> lane = lanes.keySet().stream()
                .filter(number -> !isRunning(route, number))
                .findFirst();
        for (int number = 0; lane.isEmpty() && number < clerks; number++) {
            lane = lanes.containsKey(number) ? lane : Optional.of(number);
        }
        lane.ifPresent(number -> put(new TaskKey("serve", route, number), at, true));
    }

    private Map<Integer, Instant> lanesOf(UUID route) {
        Map<Integer, Instant> lanes = new TreeMap<>();
        state.tasks.forEach((key, at) -> {
            if (key.name.equals("serve") && key.of.equals(route)) {
                lanes.put(key.lane, at);
            }
        });
        return lanes;
    }

    private boolean isRunning(UUID route, int lane) {
        return state.running.contains(new TaskKey("serve", route, lane));
    }

    @Override
    public void asking(UUID route, Instant at) {
        put(new TaskKey("ask", route, 0), at, false);
    }

    @Override
    public void releasing(UUID route) {
        put(new TaskKey("release", route, 0), clock.at, true);
    }

    @Override
    public void telling(UUID delivery) {
        put(new TaskKey("tell", delivery, 0), clock.at, false);
    }

    /** Tasks whose time has come and that nobody does. */
    List<TaskKey> dueTasks() {
        return state.tasks.entrySet().stream()
                .filter(task -> !task.getValue().isAfter(clock.at) && !state.running.contains(task.getKey()))
                .map(Map.Entry::getKey)
                .sorted(Comparator.comparing(TaskKey::toString))
                .toList();
    }

    Optional<Instant> nextTask() {
        return state.tasks.entrySet().stream()
                .filter(task -> !state.running.contains(task.getKey()))
                .map(Map.Entry::getValue)
                .min(Comparator.naturalOrder());
    }

    boolean has(String name, UUID of) {
        return state.tasks.keySet().stream().anyMatch(key -> key.name.equals(name) && key.of.equals(of));
    }

    void begins(TaskKey key) {
        state.running.add(key);
    }

    /** In one transaction: whether there is more to do, and the end of the task. */
    void ends(TaskKey key, Supplier<Optional<Instant>> due) {
        together(() -> {
            Optional<Instant> next = due.get();
            if (key.name.equals("serve")) {
                next = next.filter(at -> lanesOf(key.of).entrySet().stream()
                        .noneMatch(lane -> lane.getKey() != key.lane
                                && !isRunning(key.of, lane.getKey())
                                && !lane.getValue().isAfter(at)));
            }
            state.running.remove(key);
            state.tasks.remove(key);
            next.ifPresent(at -> state.tasks.put(key, at));
            return true;
        });
    }

    /** The instance that did it is gone: another takes it up when its heartbeats are missed. */
    void dies(TaskKey key, Instant takenUp) {
        state.running.remove(key);
        state.tasks.put(key, takenUp);
    }

    // ---- routes, steps, names, contents

    @Override
    public Optional<Known> find(UUID route) {
        return Optional.ofNullable(state.routes.get(route));
    }

    @Override
    public RouteHealth hold(UUID route, DestinationKind kind) {
        return state.routes
                .computeIfAbsent(route, r -> new Known(kind, RouteHealth.WELL))
                .health();
    }

    @Override
    public void put(UUID route, DestinationKind kind, RouteHealth health) {
        state.routes.put(route, new Known(kind, health));
    }

    @Override
    public boolean remove(UUID route) {
        return state.routes.remove(route) != null;
    }

    @Override
    public List<UUID> paused() {
        return state.routes.entrySet().stream()
                .filter(entry -> entry.getValue().health() instanceof RouteHealth.Paused)
                .map(Map.Entry::getKey)
                .toList();
    }

    @Override
    public void add(UUID delivery, UUID leg, Message words, String farSide) {
        steps.add(words.toString());
    }

    List<String> steps() {
        return List.copyOf(steps);
    }

    @Override
    public Map<Integer, String> of(UUID legId) {
        Map<Integer, String> claimed = new HashMap<>();
        state.names.forEach((name, leg) -> {
            if (leg.equals(legId)) {
                claimed.put(0, name);
            }
        });
        return claimed;
    }

    @Override
    public boolean claim(UUID legId, String folder, int position, String name) {
        return Objects.equals(state.names.putIfAbsent(name, legId), null)
                || state.names.get(name).equals(legId);
    }

    @Override
    public void unclaim(String folder, String name) {
        state.names.remove(name);
    }

    @Override
    public void release(UUID legId) {
        state.names.values().removeIf(legId::equals);
    }

    /** The edition of a delivery's pages, which every change of a page makes another. */
    int pages(UUID delivery) {
        return state.pagesNow.get(delivery);
    }

    void changePages(UUID delivery) {
        state.pagesNow.merge(delivery, 1, Integer::sum);
    }

    /** Of which edition of the pages the files are; empty when there are none. */
    Optional<Integer> files(UUID delivery) {
        return Optional.ofNullable(state.filesOf.get(delivery));
    }

    void keepFiles(UUID delivery, int edition) {
        state.filesOf.put(delivery, edition);
    }

    void removeContents(UUID delivery) {
        state.removed.add(delivery);
        state.filesOf.remove(delivery);
    }

    boolean isRemoved(UUID delivery) {
        return state.removed.contains(delivery);
    }
}
