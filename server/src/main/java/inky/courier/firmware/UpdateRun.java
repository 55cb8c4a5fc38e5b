package inky.courier.firmware;

import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.fleet.DeviceCondition.State;
import inky.courier.core.fleet.StagedUpdate;
import inky.courier.core.fleet.StagedUpdate.Step;
import inky.courier.core.message.Message;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.device.DeviceTrouble;
import inky.courier.live.Live;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Consumer;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Carries an update on: looks at devices under way, and begins others in their turn. */
@Service
class UpdateRun {
    /** Between two looks at devices under way. */
    private static final Duration PAUSE = Duration.ofSeconds(10);

    /** While somebody scans at a device, or it does not answer, before it has begun. */
    private static final Duration LONGEST_BUSY = Duration.ofHours(1);

    /** An update that takes longer has failed. */
    static final Duration LONGEST = Duration.ofMinutes(45);

    /** So long after it was begun, a device that runs what it ran has not only not begun yet. */
    private static final Duration BEGINS_WITHIN = Duration.ofMinutes(2);

    private final UpdateRepository updates;
    private final UpdateStepRepository steps;
    private final DeviceService devices;
    private final Live live;
    private final Clock clock;
    private final TransactionTemplate transaction;

    UpdateRun(
            UpdateRepository updates,
            UpdateStepRepository steps,
            DeviceService devices,
            Live live,
            Clock clock,
            TransactionTemplate transaction) {
        this.updates = updates;
        this.steps = steps;
        this.devices = devices;
        this.live = live;
        this.clock = clock;
        this.transaction = transaction;
    }

    /** When there is something to do for it again; in the transaction that ends its task. */
    Optional<Instant> due(UUID id) {
        Optional<Update> update = updates.hold(id);
        if (update.isEmpty()) {
            return Optional.empty();
        }
        List<UpdateStep> of = steps.of(List.of(id));
        boolean underWay = of.stream().anyMatch(step -> step.state == Step.UPDATING);
        boolean more = of.stream().anyMatch(step -> step.state == Step.WAITING)
                && !stage(update.get(), of).held();
        Instant next = clock.instant().plus(PAUSE);
        return underWay || more
                ? Optional.of(next.isBefore(update.get().dueAt) ? update.get().dueAt : next)
                : Optional.empty();
    }

    private static StagedUpdate stage(Update update, List<UpdateStep> of) {
        return StagedUpdate.of(of.stream().map(step -> step.state).toList(), update.atOnce, update.looked);
    }

    void goOn(UUID id) {
        steps.of(List.of(id)).stream()
                .filter(step -> step.state == Step.UPDATING)
                .forEach(this::look);
        for (UpdateStep step : next(id)) {
            begin(step);
        }
    }

    /** Those whose turn it is; where somebody scans, or nobody answers, others come first. */
    private List<UpdateStep> next(UUID id) {
        return transaction.execute(status -> {
            List<UpdateStep> of = steps.of(List.of(id));
            return updates.hold(id)
                    .filter(update -> !clock.instant().isBefore(update.dueAt))
                    .map(update -> of.stream()
                            .filter(step -> step.state == Step.WAITING)
                            .sorted(Comparator.comparing((UpdateStep step) -> step.busySince != null)
                                    .thenComparing(step -> step.turn))
                            .limit(stage(update, of).mayBegin())
                            .toList())
                    .orElse(List.of());
        });
    }

    /** Unless somebody has stopped it, or it has ended otherwise, by now. */
    private void change(UpdateStep seen, Step as, Consumer<UpdateStep> change) {
        transaction.executeWithoutResult(status -> {
            updates.hold(seen.updateId);
            steps.findById(seen.id).filter(step -> step.state == as).ifPresent(step -> {
                change.accept(step);
                steps.save(step);
                live.tell(Updates.KIND, step.updateId);
            });
        });
    }

    private void begin(UpdateStep step) {
        if (devices.nameOf(step.deviceId).isEmpty()) {
            change(step, Step.WAITING, gone -> gone.end(Step.STOPPED, Message.none(), Message.none(), clock.instant()));
            return;
        }
        // As it is by now: somebody may have been there.
        DeviceView device = devices.refresh(step.deviceId);
        if (device.firmware().runs(step.toVersion) && device.condition() != State.UPDATING) {
            change(step, Step.WAITING, same -> done(same, clock.instant()));
            return;
        }
        if (device.condition() == State.UNREACHABLE) {
            later(step, DeviceTrouble.of(DeviceTrouble.UNREACHABLE));
            return;
        }
        // As finely as the database keeps it.
        Instant now = clock.instant().truncatedTo(ChronoUnit.MICROS);
        change(step, Step.WAITING, first -> first.begin(now));
        boolean isMine = steps.findById(step.id)
                .filter(one -> one.state == Step.UPDATING && now.equals(one.beganAt))
                .isPresent();
        if (!isMine) {
            return;
        }
        try {
            devices.update(step.deviceId, step.toVersion, now.plus(LONGEST));
            devices.refresh(step.deviceId);
        } catch (DeviceTrouble trouble) {
            if (trouble.isBusy()) {
                later(step, trouble);
            } else {
                change(step, Step.UPDATING, failed -> fail(failed, trouble.sentence(), trouble.remedy()));
            }
        }
    }

    /** It waits again, unless it has for too long. */
    private void later(UpdateStep step, DeviceTrouble trouble) {
        Instant now = clock.instant();
        Consumer<UpdateStep> wait = one -> {
            Instant since = one.busySince == null ? now : one.busySince;
            one.busySince = since;
            one.beganAt = null;
            one.state = Step.WAITING;
            one.trouble = trouble.sentence();
            if (!since.plus(LONGEST_BUSY).isAfter(now)) {
                fail(one, trouble.sentence(), trouble.remedy());
            }
        };
        change(step, Step.WAITING, wait);
        change(step, Step.UPDATING, wait);
    }

    private void look(UpdateStep step) {
        if (devices.nameOf(step.deviceId).isEmpty()) {
            change(
                    step,
                    Step.UPDATING,
                    gone -> gone.end(Step.STOPPED, Message.none(), Message.none(), clock.instant()));
            return;
        }
        DeviceView device = devices.refresh(step.deviceId);
        Instant now = clock.instant();
        boolean late = !step.beganAt.plus(LONGEST).isAfter(now);
        if (device.condition() == State.UPDATING || device.condition() == State.UNREACHABLE) {
            if (late) {
                end(
                        step,
                        failed ->
                                fail(failed, Message.of("firmware.not-back"), Message.of("firmware.not-back.remedy")));
            } else if (device.firmware().updating() && device.firmware().progress() != step.progress) {
                int progress = device.firmware().progress();
                change(step, Step.UPDATING, one -> one.progress = progress);
            }
            return;
        }
        if (!device.firmware().runs(step.toVersion)) {
            if (!step.beganAt.plus(BEGINS_WITHIN).isAfter(now) || step.progress > 0) {
                Message words = Message.of("firmware.as-before")
                        .with("version", device.firmware().version());
                end(step, failed -> fail(failed, words, Message.of("firmware.as-before.remedy")));
            }
            return;
        }
        if (device.condition() == State.STOPPED) {
            DeviceCondition stopped = new DeviceCondition(device.condition(), device.conditionWords());
            end(
                    step,
                    failed -> fail(
                            failed,
                            Message.of("firmware.back-stopped").with("why", stopped.sentence()),
                            Message.of("firmware.back-stopped.remedy")));
            return;
        }
        end(step, one -> done(one, now));
    }

    private void end(UpdateStep step, Consumer<UpdateStep> as) {
        devices.updated(step.deviceId);
        change(step, Step.UPDATING, as);
    }

    private static void done(UpdateStep step, Instant now) {
        step.progress = 100;
        step.end(Step.DONE, Message.none(), Message.none(), now);
    }

    private void fail(UpdateStep step, Message why, Message whatToDo) {
        step.end(Step.FAILED, why, whatToDo, clock.instant());
    }
}
