package inky.courier.help;

import inky.courier.core.message.Message;
import inky.courier.core.office.Item;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.people.PeopleService;
import inky.courier.scan.ScanService;
import inky.courier.setup.SetUp;
import inky.courier.signin.Accounts;
import inky.courier.web.Access;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Calls for help, as the desk answers them, at the places that whoever asks sees. */
@Service
public class HelpDeskCalls {
    private static final int MOST_LISTED = 100;

    private final HelpCalls calls;
    private final HelpCallRepository stored;
    private final HelpScreens screens;
    private final DeviceService devices;
    private final PeopleService people;
    private final ScanService scans;
    private final SetUp setUp;
    private final Accounts accounts;
    private final Clock clock;

    HelpDeskCalls(
            HelpCalls calls,
            HelpCallRepository stored,
            HelpScreens screens,
            DeviceService devices,
            PeopleService people,
            ScanService scans,
            SetUp setUp,
            Accounts accounts,
            Clock clock) {
        this.calls = calls;
        this.stored = stored;
        this.screens = screens;
        this.devices = devices;
        this.people = people;
        this.scans = scans;
        this.setUp = setUp;
        this.accounts = accounts;
        this.clock = clock;
    }

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
            HelpCall.State state,
            String answeredBy,
            @Nullable Instant endedAt,
            String endedBy,
            List<HelpWords> words,
            boolean sharing,
            boolean pages) {
        /** Whether nobody has answered it. */
        public boolean waits() {
            return state == HelpCall.State.WAITING;
        }
    }
    /** Those that wait or are being answered, at the places that whoever asks sees; who has waited longest first. */
    @Transactional(readOnly = true)
    public List<HelpCallView> open() {
        return stored.findByEndedAtIsNullOrderByCalledAt().stream()
                .flatMap(call -> seen(call).stream())
                .toList();
    }

    /** Those, and the latest that have ended. */
    @Transactional(readOnly = true)
    List<HelpCallView> list() {
        Stream<HelpCallView> ended = stored.findByEndedAtIsNotNullOrderByCalledAtDesc(Limit.of(MOST_LISTED)).stream()
                .flatMap(call -> seen(call).stream());
        return Stream.concat(open().stream(), ended).toList();
    }

    @Transactional(readOnly = true)
    HelpCallView get(UUID id) {
        return stored.findById(id).flatMap(this::seen).orElseThrow(HelpCalls::notFound);
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
                call.state(),
                call.answeredBy,
                call.endedAt,
                call.endedBy,
                call.words(),
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

    /** Held before it is read: what two say at once is both said. */
    private HelpCall heldAtDesk(UUID id) {
        HelpCall call = calls.hold(id);
        view(call);
        return call;
    }

    /** Whoever called is told that somebody looks after it. Another may take it over. */
    @Transactional
    HelpCallView answer(UUID id) {
        HelpCall call = heldAtDesk(id);
        call.answer(helper());
        calls.tell(call);
        return view(call);
    }

    @Transactional
    HelpCallView sayFromDesk(UUID id, String text, @Nullable Integer pointsAt) {
        HelpCall call = heldAtDesk(id);
        if (call.answeredBy.isEmpty()) {
            call.answer(helper());
        }
        call.say(clock.instant(), true, text, pointsAt);
        calls.tell(call);
        return view(call);
    }

    @Transactional
    HelpCallView endFromDesk(UUID id) {
        HelpCall call = heldAtDesk(id);
        calls.end(call, helper());
        return view(call);
    }

    /** As people know them, who do not know accounts. */
    private String helper() {
        return accounts.nameOf(Who.name()).orElse(Who.name());
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
}
