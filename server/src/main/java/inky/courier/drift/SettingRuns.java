package inky.courier.drift;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.DeviceDrift;
import inky.courier.core.fleet.DeviceField;
import inky.courier.core.message.Message;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.device.DeviceTrouble;
import inky.courier.live.Live;
import inky.courier.queue.PlannedTime;
import inky.courier.queue.Queue;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.BinaryOperator;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Has devices set, each by a task of its own, and keeps what came of it. */
@Service
class SettingRuns {
    private static final String KIND = "device-settings";
    private static final int LATEST = 20;
    private static final Duration KEPT = Duration.ofDays(90);

    /** While somebody scans there. */
    private static final Duration PAUSE = Duration.ofMinutes(1);

    private static final int MOST_TRIES = 30;

    private final SettingRunRepository runs;
    private final SettingTaskRepository tasks;
    private final DeviceService devices;
    private final WantedSettings wanted;
    private final Queue queue;
    private final Live live;
    private final Clock clock;
    private final TransactionTemplate transaction;

    SettingRuns(
            SettingRunRepository runs,
            SettingTaskRepository tasks,
            DeviceService devices,
            WantedSettings wanted,
            Queue queue,
            Live live,
            Clock clock,
            TransactionTemplate transaction) {
        this.runs = runs;
        this.tasks = tasks;
        this.devices = devices;
        this.wanted = wanted;
        this.queue = queue;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** What is to be set at a device. */
    record Order(UUID device, String name, List<DeviceField> fields) {}

    /** @param ended of all tasks */
    public record RunView(
            UUID id,
            String orderedBy,
            Instant orderedAt,
            Instant dueAt,
            int waiting,
            int failed,
            int ended,
            List<DeviceTaskView> tasks) {}

    /** @param endedAt absent while it waits @param trouble why it failed, or why it still waits; empty for nothing */
    public record DeviceTaskView(
            UUID deviceId,
            String name,
            List<DeviceField> fields,
            SettingTask.State state,
            Message trouble,
            Message remedy,
            @Nullable Instant endedAt) {}

    @Transactional(readOnly = true)
    public List<RunView> latest() {
        List<SettingRun> all = runs.latest(Limit.of(LATEST));
        Map<UUID, List<SettingTask>> of = tasks
                .of(all.stream().map(run -> run.id).toList())
                .stream()
                .collect(Collectors.groupingBy(task -> task.runId));
        Set<UUID> seen = devices.seen().stream().map(DeviceView::id).collect(Collectors.toSet());
        return all.stream()
                .map(run -> view(
                        run,
                        of.getOrDefault(run.id, List.of()).stream()
                                .filter(task -> seen.contains(task.deviceId))
                                .toList()))
                .filter(run -> !run.tasks.isEmpty())
                .toList();
    }

    private static RunView view(SettingRun run, List<SettingTask> of) {
        return new RunView(
                run.id,
                run.orderedBy,
                run.orderedAt,
                run.dueAt,
                (int) of.stream().filter(task -> task.endedAt == null).count(),
                (int) of.stream()
                        .filter(task -> task.state == SettingTask.State.FAILED)
                        .count(),
                (int) of.stream().filter(task -> task.endedAt != null).count(),
                of.stream()
                        .map(task -> new DeviceTaskView(
                                task.deviceId,
                                task.deviceName,
                                task.fields(),
                                task.state,
                                task.trouble,
                                task.remedy,
                                task.endedAt))
                        .toList());
    }

    /** When devices are going to be set that are not yet. */
    Map<UUID, Instant> planned() {
        Map<UUID, Instant> due = new HashMap<>();
        List<SettingTask> waiting = tasks.findByEndedAtIsNull();
        Map<UUID, Instant> ofRuns =
                runs.findAllById(waiting.stream().map(task -> task.runId).collect(Collectors.toSet())).stream()
                        .collect(Collectors.toMap(run -> run.id, run -> run.dueAt));
        waiting.forEach(
                task -> due.merge(task.deviceId, ofRuns.get(task.runId), BinaryOperator.minBy(Instant::compareTo)));
        return due;
    }

    /** @param at absent for at once */
    @Transactional
    public RunView begin(List<Order> orders, @Nullable Instant at) {
        Instant now = clock.instant();
        runs.removeBefore(now.minus(KEPT));
        SettingRun run = new SettingRun();
        run.id = UUID.randomUUID();
        run.orderedBy = Who.name();
        run.orderedAt = now;
        run.dueAt = PlannedTime.of(at, now);
        runs.save(run);
        List<SettingTask> all =
                orders.stream().map(order -> task(run.id, order)).toList();
        tasks.saveAllAndFlush(all);
        all.forEach(task -> queue.addBy(SettingTasks.SET, task.id, run.dueAt));
        live.tell(KIND, run.id);
        return view(run, all);
    }

    private static SettingTask task(UUID run, Order order) {
        SettingTask task = new SettingTask();
        task.id = UUID.randomUUID();
        task.runId = run;
        task.deviceId = order.device;
        task.deviceName = order.name;
        task.fields = Json.write(order.fields);
        return task;
    }

    /** Those of a run that failed, once more. */
    @Transactional
    public RunView repeat(UUID id) {
        List<SettingTask> failed = tasksOf(id).stream()
                .filter(task -> task.state == SettingTask.State.FAILED)
                .toList();
        if (failed.isEmpty()) {
            throw Invalid.of("device.nothing-to-set", "devices");
        }
        failed.forEach(task -> {
            task.state = SettingTask.State.REPEATED;
            tasks.save(task);
        });
        live.tell(KIND, id);
        return begin(
                failed.stream()
                        .map(task -> new Order(task.deviceId, task.deviceName, task.fields()))
                        .toList(),
                null);
    }

    /** What has not begun yet is left as it is. */
    @Transactional
    public void stop(UUID id) {
        tasksOf(id);
        tasks.holdWaiting(id).forEach(task -> {
            task.end(SettingTask.State.STOPPED, Message.none(), Message.none(), clock.instant());
            tasks.save(task);
        });
        live.tell(KIND, id);
    }

    /** Those at devices that whoever asks sees. */
    private List<SettingTask> tasksOf(UUID id) {
        Set<UUID> seen = devices.seen().stream().map(DeviceView::id).collect(Collectors.toSet());
        List<SettingTask> of = tasks.of(List.of(id));
        if (of.isEmpty() || of.stream().anyMatch(task -> !seen.contains(task.deviceId))) {
            throw Refusal.notFound("setting run");
        }
        return of;
    }

    /** Sets one device. @return when it is tried again; empty when it is done */
    Optional<Instant> set(UUID id) {
        Optional<SettingTask> task = tasks.findById(id).filter(one -> one.endedAt == null);
        if (task.isEmpty()) {
            return Optional.empty();
        }
        Outcome outcome = set(task.get());
        return transaction.execute(status -> {
            SettingTask held = tasks.hold(id).filter(one -> one.endedAt == null).orElse(null);
            if (held == null) {
                return Optional.<Instant>empty();
            }
            live.tell(KIND, held.runId);
            if (outcome.state == SettingTask.State.WAITING && ++held.tries < MOST_TRIES) {
                held.trouble = outcome.trouble;
                tasks.save(held);
                return Optional.of(clock.instant().plus(PAUSE));
            }
            SettingTask.State as =
                    outcome.state == SettingTask.State.WAITING ? SettingTask.State.FAILED : outcome.state;
            held.end(as, outcome.trouble, outcome.remedy, clock.instant());
            tasks.save(held);
            return Optional.<Instant>empty();
        });
    }

    private record Outcome(SettingTask.State state, Message trouble, Message remedy) {
        private static Outcome of(SettingTask.State state) {
            return new Outcome(state, Message.none(), Message.none());
        }

        private static Outcome of(SettingTask.State state, DeviceTrouble trouble) {
            return new Outcome(state, trouble.sentence(), trouble.remedy());
        }
    }

    private Outcome set(SettingTask task) {
        if (devices.nameOf(task.deviceId).isEmpty()) {
            return Outcome.of(SettingTask.State.STOPPED);
        }
        // As it is by now: somebody may have been there.
        DeviceView before = devices.refresh(task.deviceId);
        Map<DeviceField, String> values = new EnumMap<>(DeviceField.class);
        differing(before, task.fields()).forEach(one -> values.put(one.field(), one.wanted()));
        if (values.isEmpty()) {
            return Outcome.of(SettingTask.State.SAME);
        }
        try {
            devices.set(task.deviceId, values);
        } catch (DeviceTrouble trouble) {
            return Outcome.of(trouble.isBusy() ? SettingTask.State.WAITING : SettingTask.State.FAILED, trouble);
        }
        List<DeviceDrift> still = differing(devices.refresh(task.deviceId), task.fields()).stream()
                .filter(one -> one.state().isDrift())
                .toList();
        if (still.isEmpty()) {
            return Outcome.of(SettingTask.State.SET);
        }
        Message names =
                Message.list(still.stream().map(one -> one.field().words()).toList());
        return new Outcome(
                SettingTask.State.FAILED,
                Message.of("trouble.device.setting-kept").with("fields", names),
                Message.of("trouble.device.setting-kept.remedy"));
    }

    private List<DeviceDrift> differing(DeviceView device, List<DeviceField> fields) {
        return wanted.against(device).stream()
                .filter(one -> fields.contains(one.field()) && one.state() != DeviceDrift.State.SAME)
                .toList();
    }
}
