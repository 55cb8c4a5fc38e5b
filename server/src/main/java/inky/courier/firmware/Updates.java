package inky.courier.firmware;

import inky.courier.core.Invalid;
import inky.courier.core.fleet.StagedUpdate;
import inky.courier.core.fleet.StagedUpdate.Step;
import inky.courier.core.message.Message;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.live.Live;
import inky.courier.queue.PlannedTime;
import inky.courier.queue.Queue;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Updates as people order, see and stop them. */
@Service
public class Updates {
    static final String KIND = "firmware-update";

    private static final int MOST_AT_ONCE = 20;
    private static final int LATEST = 10;
    private static final Duration KEPT = Duration.ofDays(90);

    private final UpdateRepository updates;
    private final UpdateStepRepository steps;
    private final DeviceService devices;
    private final Queue queue;
    private final Live live;
    private final Clock clock;

    Updates(
            UpdateRepository updates,
            UpdateStepRepository steps,
            DeviceService devices,
            Queue queue,
            Live live,
            Clock clock) {
        this.updates = updates;
        this.steps = steps;
        this.devices = devices;
        this.queue = queue;
        this.live = live;
        this.clock = clock;
    }

    /** A device that is to be updated. */
    public record Order(UUID device, String name, String from, String to) {}

    /**
     * @param atOnce how many together, once the first has come back well
     * @param held whether it waits for somebody who lets it go on: one has failed
     */
    public record UpdateView(
            UUID id,
            String orderedBy,
            Instant orderedAt,
            Instant dueAt,
            int atOnce,
            boolean held,
            boolean ended,
            List<UpdateStepView> steps) {}

    /** @param trouble why it failed, or why it still waits; empty for nothing @param endedAt absent until then */
    public record UpdateStepView(
            UUID deviceId,
            String name,
            String from,
            String to,
            Step state,
            int progress,
            Message trouble,
            Message remedy,
            @Nullable Instant endedAt) {}

    @Transactional(readOnly = true)
    public List<UpdateView> latest() {
        List<Update> all = updates.latest(Limit.of(LATEST));
        Map<UUID, List<UpdateStep>> of = steps
                .of(all.stream().map(update -> update.id).toList())
                .stream()
                .collect(Collectors.groupingBy(step -> step.updateId));
        Set<UUID> seen = seen();
        return all.stream()
                .map(update -> view(update, of.getOrDefault(update.id, List.of()), seen))
                .filter(update -> !update.steps.isEmpty())
                .toList();
    }

    private Set<UUID> seen() {
        return devices.seen().stream().map(DeviceView::id).collect(Collectors.toSet());
    }

    private static UpdateView view(Update update, List<UpdateStep> of, Set<UUID> seen) {
        return new UpdateView(
                update.id,
                update.orderedBy,
                update.orderedAt,
                update.dueAt,
                update.atOnce,
                StagedUpdate.of(of.stream().map(step -> step.state).toList(), update.atOnce, update.looked)
                        .held(),
                of.stream().allMatch(step -> step.endedAt != null),
                of.stream()
                        .filter(step -> seen.contains(step.deviceId))
                        .map(step -> new UpdateStepView(
                                step.deviceId,
                                step.deviceName,
                                step.fromVersion,
                                step.toVersion,
                                step.state,
                                step.progress,
                                step.trouble,
                                step.remedy,
                                step.endedAt))
                        .toList());
    }

    /**
     * @param orders in the order of their turn: the first is updated alone
     * @param atOnce how many together after that; 1 to 20
     * @param at absent for at once
     */
    @Transactional
    public UpdateView begin(List<Order> orders, int atOnce, @Nullable Instant at) {
        Instant now = clock.instant();
        if (atOnce < 1 || atOnce > MOST_AT_ONCE) {
            throw Invalid.of("firmware.at-once", "atOnce");
        }
        Set<UUID> busy =
                steps.findByEndedAtIsNull().stream().map(step -> step.deviceId).collect(Collectors.toSet());
        if (orders.stream().anyMatch(order -> busy.contains(order.device))) {
            throw Refusal.of(HttpStatus.CONFLICT, "firmware.under-way");
        }
        updates.removeBefore(now.minus(KEPT));
        Update update = new Update();
        update.id = UUID.randomUUID();
        update.orderedBy = Who.name();
        update.orderedAt = now;
        update.dueAt = PlannedTime.of(at, now);
        update.atOnce = atOnce;
        updates.save(update);
        List<UpdateStep> all = new ArrayList<>();
        for (Order order : orders) {
            all.add(step(update.id, all.size(), order));
        }
        steps.saveAllAndFlush(all);
        queue.addBy(UpdateTasks.UPDATE, update.id, update.dueAt);
        live.tell(KIND, update.id);
        return view(update, all, seen());
    }

    private static UpdateStep step(UUID update, int turn, Order order) {
        UpdateStep step = new UpdateStep();
        step.id = UUID.randomUUID();
        step.updateId = update;
        step.turn = turn;
        step.deviceId = order.device;
        step.deviceName = order.name;
        step.fromVersion = order.from;
        step.toVersion = order.to;
        return step;
    }

    /** Somebody has looked at what failed, and lets the others be updated. */
    @Transactional
    public UpdateView goOn(UUID id) {
        Update update = lock(id);
        List<UpdateStep> of = steps.of(List.of(id));
        update.looked =
                (int) of.stream().filter(step -> step.state == Step.FAILED).count();
        updates.save(update);
        queue.addBy(UpdateTasks.UPDATE, id, clock.instant());
        live.tell(KIND, id);
        return view(update, of, seen());
    }

    /** What has not begun yet is left as it is; what is being updated cannot be stopped. */
    @Transactional
    public void stop(UUID id) {
        lock(id);
        Instant now = clock.instant();
        steps.of(List.of(id)).stream()
                .filter(step -> step.state == Step.WAITING)
                .forEach(step -> {
                    step.end(Step.STOPPED, Message.none(), Message.none(), now);
                    steps.save(step);
                });
        live.tell(KIND, id);
    }

    /** Nobody else's until the transaction ends. @throws Refusal unless whoever asks sees all of its devices */
    private Update lock(UUID id) {
        Update update = updates.hold(id).orElseThrow(() -> Refusal.notFound("firmware update"));
        Set<UUID> seen = seen();
        boolean all = steps.of(List.of(id)).stream()
                .filter(step -> devices.nameOf(step.deviceId).isPresent())
                .allMatch(step -> seen.contains(step.deviceId));
        if (!all) {
            throw Refusal.notFound("firmware update");
        }
        return update;
    }
}
