package inky.courier.help;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.core.text.PlainText;
import inky.courier.delivery.RetentionSweep;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.live.Live;
import inky.courier.people.PeopleService;
import inky.courier.queue.Queue;
import inky.courier.scan.ScanService;
import inky.courier.settings.Settings;
import inky.courier.setup.SetUp;
import inky.courier.web.Access;
import inky.courier.web.Json;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.context.event.EventListener;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;

/** Calls for help: made at panels, answered at the desk. Of one person at one device there is one at a time. */
@Service
public class HelpCalls {
    /** Of notices. */
    static final String KIND = "help";

    private static final int MOST_IN_AN_HOUR = 20;
    private static final int MOST_WORDS = 60;
    private static final int LONGEST = 300;
    private static final int MOST_LISTED = 100;

    /** Whoever still waits has gone home. */
    private static final Duration LONGEST_OPEN = Duration.ofHours(12);

    private static final Duration KEPT = Duration.ofDays(30);
    private static final TypeReference<List<HelpWords>> WORDS = new TypeReference<>() {};

    private final HelpCallRepository calls;
    private final HelpScreens screens;
    private final DeviceService devices;
    private final PeopleService people;
    private final SetUp setUp;
    private final ScanService scans;
    private final Settings settings;
    private final Queue queue;
    private final Live live;
    private final JdbcClient jdbc;
    private final Clock clock;

    HelpCalls(
            HelpCallRepository calls,
            HelpScreens screens,
            DeviceService devices,
            PeopleService people,
            SetUp setUp,
            ScanService scans,
            Settings settings,
            Queue queue,
            Live live,
            JdbcClient jdbc,
            Clock clock) {
        this.calls = calls;
        this.screens = screens;
        this.devices = devices;
        this.people = people;
        this.setUp = setUp;
        this.scans = scans;
        this.settings = settings;
        this.queue = queue;
        this.live = live;
        this.jdbc = jdbc;
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

    public enum HelpState {
        WAITING,
        ANSWERED,
        ENDED
    }

    /** @param pointsAt the part of the screen that is meant; absent for none */
    public record HelpWords(
            Instant at,
            boolean fromDesk,
            String text,
            @Nullable Integer pointsAt) {}

    /** A call as whoever made it sees it. @param answeredBy empty while nobody has */
    public record OwnCall(UUID id, Instant calledAt, HelpState state, String answeredBy, List<HelpWords> words) {}

    /**
     * A call as the desk sees it.
     *
     * @param personId absent, and {@code person} empty, for who had not signed in
     * @param condition of the device, now
     * @param doing what they did when they called
     * @param scanTrouble what stopped the scan; empty for nothing
     * @param sharing whether the panel is shown
     * @param pages whether pages are too
     */
    public record HelpCallView(
            UUID id,
            UUID deviceId,
            String device,
            String place,
            Message condition,
            @Nullable UUID personId,
            String person,
            Instant calledAt,
            Message doing,
            @Nullable UUID jobId,
            String job,
            Message scanTrouble,
            String shown,
            String wish,
            HelpState state,
            String answeredBy,
            @Nullable Instant endedAt,
            String endedBy,
            List<HelpWords> words,
            boolean sharing,
            boolean pages) {}

    /** Calls, or says anew what somebody does who has called already. */
    @Transactional
    public OwnCall call(Caller caller, Doing doing) {
        DeviceView device = devices.get(caller.deviceId);
        oneAtATime(device.id());
        Optional<HelpCall> open = calls.findOpen(device.id(), caller.personId);
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
        call.shown = line(doing.shown);
        call.wish = line(doing.wish);
        calls.save(call);
        if (open.isEmpty() && !settings.read().helpDesk().email().isEmpty()) {
            queue.add(HelpTasks.TELL, call.id);
        }
        tell(call);
        return own(call);
    }

    /** One transaction after the other, of one device. */
    private void oneAtATime(UUID device) {
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(?, 0))")
                .param("help " + device)
                .query((row, n) -> 0)
                .single();
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
        return own(said(heldOf(caller, id), false, text, null));
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
        screens.put(call.id, checked);
        tell(call);
    }

    @Transactional
    public void hide(Caller caller, UUID id) {
        screens.remove(heldOf(caller, id).id);
        live.tell(KIND, id);
    }

    /** Somebody has come to a panel, or left it: what was shown of it is not any more. */
    @Transactional
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

    private HelpCall hold(UUID id) {
        return calls.hold(id).orElseThrow(HelpCalls::notFound);
    }

    private static Refusal notFound() {
        return Refusal.notFound("call for help");
    }

    private void tell(HelpCall call) {
        if (call.personId == null) {
            live.tell(KIND, call.id);
        } else {
            live.tell(KIND, call.id, call.personId);
        }
    }

    private static String line(String text) {
        String line = PlainText.line(text).strip();
        return line.length() > LONGEST ? line.substring(0, LONGEST) : line;
    }

    private HelpCall said(HelpCall call, boolean fromDesk, String text, @Nullable Integer pointsAt) {
        if (call.endedAt != null) {
            throw Refusal.of(HttpStatus.CONFLICT, "help.ended");
        }
        String line = PlainText.line(text).strip();
        if (line.length() > LONGEST || line.isEmpty() && pointsAt == null) {
            throw Invalid.of("help.words", "text");
        }
        List<HelpWords> words = new ArrayList<>(wordsOf(call));
        if (words.size() >= MOST_WORDS) {
            throw Refusal.of(HttpStatus.CONFLICT, "help.too-many-words");
        }
        words.add(new HelpWords(clock.instant(), fromDesk, line, pointsAt));
        call.words = Json.write(words);
        tell(call);
        return call;
    }

    private void end(HelpCall call, String who) {
        if (call.endedAt == null) {
            call.endedAt = clock.instant();
            call.endedBy = who;
            screens.remove(call.id);
            tell(call);
        }
    }

    private static List<HelpWords> wordsOf(HelpCall call) {
        return Json.read(call.words, WORDS);
    }

    private static HelpState stateOf(HelpCall call) {
        if (call.endedAt != null) {
            return HelpState.ENDED;
        }
        return call.answeredBy.isEmpty() ? HelpState.WAITING : HelpState.ANSWERED;
    }

    private static OwnCall own(HelpCall call) {
        return new OwnCall(call.id, call.calledAt, stateOf(call), call.answeredBy, wordsOf(call));
    }

    /** Those that wait or are being answered, at the places that whoever asks sees; who has waited longest first. */
    @Transactional(readOnly = true)
    public List<HelpCallView> open() {
        return calls.findByEndedAtIsNullOrderByCalledAt().stream()
                .flatMap(call -> seen(call).stream())
                .toList();
    }

    /** Those, and the latest that have ended. */
    @Transactional(readOnly = true)
    List<HelpCallView> list() {
        Stream<HelpCallView> ended = calls.findByEndedAtIsNotNullOrderByCalledAtDesc(Limit.of(MOST_LISTED)).stream()
                .flatMap(call -> seen(call).stream());
        return Stream.concat(open().stream(), ended).toList();
    }

    @Transactional(readOnly = true)
    HelpCallView get(UUID id) {
        return calls.findById(id).flatMap(this::seen).orElseThrow(HelpCalls::notFound);
    }

    private Optional<HelpCallView> seen(HelpCall call) {
        DeviceView device = devices.list().stream()
                .filter(one -> one.id().equals(call.deviceId))
                .findFirst()
                .orElseThrow();
        if (!Access.sees(device.place())) {
            return Optional.empty();
        }
        Optional<SharedScreen> screen = call.endedAt == null ? screens.find(call.id) : Optional.empty();
        return Optional.of(new HelpCallView(
                call.id,
                device.id(),
                device.name(),
                device.place(),
                device.conditionWords(),
                call.personId,
                Optional.ofNullable(call.personId).flatMap(people::nameOf).orElse(""),
                call.calledAt,
                call.step.words(),
                call.jobId,
                nameOfJob(call.jobId),
                Optional.ofNullable(call.scanId).flatMap(scans::troubleOf).orElse(Message.none()),
                call.shown,
                call.wish,
                stateOf(call),
                call.answeredBy,
                call.endedAt,
                call.endedBy,
                wordsOf(call),
                screen.isPresent(),
                screen.filter(SharedScreen::pages).isPresent()));
    }

    private String nameOfJob(@Nullable UUID id) {
        return id == null
                ? ""
                : setUp.office()
                        .find(new Reference(ItemKind.JOB, id))
                        .map(Item::name)
                        .orElse("");
    }

    private HelpCall heldAtDesk(UUID id) {
        get(id);
        return hold(id);
    }

    /** Whoever called is told that somebody looks after it. Another may take it over. */
    @Transactional
    HelpCallView answer(UUID id) {
        return view(answeredBy(heldAtDesk(id), Who.name()));
    }

    private HelpCall answeredBy(HelpCall call, String who) {
        if (call.endedAt != null) {
            throw Refusal.of(HttpStatus.CONFLICT, "help.ended");
        }
        call.answeredBy = who;
        tell(call);
        return call;
    }

    @Transactional
    HelpCallView sayFromDesk(UUID id, String text, @Nullable Integer pointsAt) {
        HelpCall call = heldAtDesk(id);
        return view(said(call.answeredBy.isEmpty() ? answeredBy(call, Who.name()) : call, true, text, pointsAt));
    }

    @Transactional
    HelpCallView endFromDesk(UUID id) {
        HelpCall call = heldAtDesk(id);
        end(call, Who.name());
        return view(call);
    }

    private HelpCallView view(HelpCall call) {
        return seen(call).orElseThrow(HelpCalls::notFound);
    }

    /** @throws Refusal while it is not shown */
    @Transactional(readOnly = true)
    SharedScreen screen(UUID id) {
        if (get(id).endedAt() != null) {
            throw Refusal.notFound("shared screen");
        }
        return screens.find(id).orElseThrow(() -> Refusal.notFound("shared screen"));
    }

    /** Writes down that somebody sees pages of it. @return whether that is new */
    @Transactional
    boolean notePagesSeen(UUID id) {
        HelpCall call = heldAtDesk(id);
        boolean known = call.pagesSeenBy.lines().anyMatch(Who.name()::equals);
        if (!known) {
            call.pagesSeenBy += Who.name() + "\n";
        }
        return !known;
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
