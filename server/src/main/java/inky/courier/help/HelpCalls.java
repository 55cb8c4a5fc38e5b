package inky.courier.help;

import inky.courier.delivery.RetentionSweep;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.live.Live;
import inky.courier.queue.Queue;
import inky.courier.scan.ScanService;
import inky.courier.settings.Settings;
import inky.courier.store.Turns;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Calls for help, as they are made at panels. Of one person at one device there is one at a time. */
@Service
public class HelpCalls {
    /** Of notices. */
    static final String KIND = "help";

    private static final int MOST_IN_AN_HOUR = 20;

    /** Whoever still waits has gone home. */
    private static final Duration LONGEST_OPEN = Duration.ofHours(12);

    private static final Duration KEPT = Duration.ofDays(30);

    private final HelpCallRepository calls;
    private final HelpScreens screens;
    private final DeviceService devices;
    private final ScanService scans;
    private final Settings settings;
    private final Queue queue;
    private final Live live;
    private final Turns turns;
    private final Clock clock;

    HelpCalls(
            HelpCallRepository calls,
            HelpScreens screens,
            DeviceService devices,
            ScanService scans,
            Settings settings,
            Queue queue,
            Live live,
            Turns turns,
            Clock clock) {
        this.calls = calls;
        this.screens = screens;
        this.devices = devices;
        this.scans = scans;
        this.settings = settings;
        this.queue = queue;
        this.live = live;
        this.turns = turns;
        this.clock = clock;
    }

    /** Whoever stands at a panel. @param personId absent for who has not signed in */
    public record Caller(UUID deviceId, @Nullable UUID personId) {}

    /**
     * What somebody does when they call.
     *
     * @param jobId that they have chosen, and {@code scanId} that is under way; absent for none
     * @param shown what the panel says is wrong; empty for nothing
     * @param wish in their own words; empty for none
     */
    public record Doing(
            HelpStep step, @Nullable UUID jobId, @Nullable UUID scanId, String shown, String wish) {}

    /** A call as whoever made it sees it. @param answeredBy empty while nobody has */
    public record OwnCall(UUID id, Instant calledAt, HelpCall.State state, String answeredBy, List<HelpWords> words) {}

    /** Calls, or says anew what somebody does who has called already. */
    @Transactional
    public OwnCall call(Caller caller, Doing doing) {
        DeviceView device = devices.get(caller.deviceId);
        turns.await("help " + device.id());
        Optional<HelpCall> open = stillTheirs(caller);
        if (open.isEmpty()
                && calls.countByDeviceIdAndCalledAtAfter(
                                device.id(), clock.instant().minus(Duration.ofHours(1)))
                        >= MOST_IN_AN_HOUR) {
            throw Refusal.of(HttpStatus.TOO_MANY_REQUESTS, "help.too-many");
        }
        HelpCall call = open.orElseGet(HelpCall::new);
        if (open.isEmpty()) {
            call.id = UUID.randomUUID();
            call.deviceId = device.id();
            call.personId = caller.personId;
            call.calledAt = clock.instant();
        }
        call.step = doing.step;
        call.jobId = doing.jobId;
        call.scanId = doing.scanId;
        call.shown = HelpCall.line(doing.shown);
        call.wish = HelpCall.line(doing.wish);
        calls.save(call);
        if (open.isEmpty() && !settings.read().helpDesk().email().isEmpty()) {
            queue.add(HelpTasks.TELL, call.id);
        }
        tell(call);
        return own(call);
    }

    /** Who has not signed in may be another than who called before: that call ends, and nothing of it is shown to them. */
    private Optional<HelpCall> stillTheirs(Caller caller) {
        Optional<HelpCall> open = calls.holdOpen(caller.deviceId, caller.personId);
        if (caller.personId != null) {
            return open;
        }
        open.ifPresent(call -> end(call, ""));
        return Optional.empty();
    }

    /** @throws Refusal when it is another's */
    @Transactional(readOnly = true)
    public OwnCall get(Caller caller, UUID id) {
        return own(calls.findById(id).filter(call -> isOf(call, caller)).orElseThrow(HelpCalls::notFound));
    }

    /** The one that somebody has made at this device and that has not ended. */
    @Transactional(readOnly = true)
    public Optional<OwnCall> open(Caller caller) {
        return calls.findOpen(caller.deviceId, caller.personId).map(HelpCalls::own);
    }

    /** All that are kept of one person, the latest first. */
    @Transactional(readOnly = true)
    public List<OwnCall> of(UUID person) {
        return calls.findByPersonIdOrderByCalledAtDesc(person).stream()
                .map(HelpCalls::own)
                .toList();
    }

    @Transactional
    public OwnCall say(Caller caller, UUID id, String text) {
        HelpCall call = heldOf(caller, id);
        call.say(clock.instant(), false, text, null);
        tell(call);
        return own(call);
    }

    /** Help is not needed any more. */
    @Transactional
    public void withdraw(Caller caller, UUID id) {
        end(heldOf(caller, id), "");
    }

    /** Lets the help desk see what the panel shows. */
    @Transactional
    public void show(Caller caller, UUID id, SharedScreen screen) {
        HelpCall call = calls.findById(id)
                .filter(one -> isOf(one, caller) && one.endedAt == null)
                .orElseThrow(HelpCalls::notFound);
        SharedScreen checked = screen.checked();
        if (checked.scanId() != null
                && !Objects.equals(scans.get(checked.scanId()).personId(), caller.personId)) {
            throw Refusal.notFound("scan");
        }
        // Whoever looks asks every second; to all other desks a screen that changes is no news.
        if (screens.put(call.deviceId, call.id, checked)) {
            tell(call);
        }
    }

    @Transactional
    public void hide(Caller caller, UUID id) {
        screens.remove(heldOf(caller, id).id);
        live.tell(KIND, id);
    }

    /** Somebody has come to a panel, or left it: what was shown of it is not any more. */
    public void hideAll(UUID device) {
        screens.removeAllAt(device);
    }

    private HelpCall heldOf(Caller caller, UUID id) {
        HelpCall call = hold(id);
        if (!isOf(call, caller)) {
            throw notFound();
        }
        return call;
    }

    private static boolean isOf(HelpCall call, Caller caller) {
        return call.deviceId.equals(caller.deviceId) && Objects.equals(call.personId, caller.personId);
    }

    HelpCall hold(UUID id) {
        return calls.hold(id).orElseThrow(HelpCalls::notFound);
    }

    static Refusal notFound() {
        return Refusal.notFound("call for help");
    }

    void tell(HelpCall call) {
        if (call.personId == null) {
            live.tell(KIND, call.id);
        } else {
            live.tell(KIND, call.id, call.personId);
        }
    }

    void end(HelpCall call, String who) {
        if (call.endedAt == null) {
            call.endedAt = clock.instant();
            call.endedBy = who;
            screens.remove(call.id);
            tell(call);
        }
    }

    private static OwnCall own(HelpCall call) {
        return new OwnCall(call.id, call.calledAt, call.state(), call.answeredBy, call.words());
    }

    /** Ends what was left open, and forgets what ended long ago. */
    @EventListener
    @Transactional
    public void sweep(RetentionSweep sweep) {
        Instant now = clock.instant();
        calls.findByEndedAtIsNullAndCalledAtBefore(now.minus(LONGEST_OPEN)).forEach(call -> end(call, ""));
        calls.deleteByEndedAtBefore(now.minus(KEPT));
    }
}
