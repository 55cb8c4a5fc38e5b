package inky.courier.watch;

import inky.courier.audit.SecurityLog;
import inky.courier.core.message.Message;
import inky.courier.device.DeviceService;
import inky.courier.signin.SignIn;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.ThrottleKey;
import inky.courier.web.Access;
import inky.courier.web.Refusal;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Who guesses where, and opening again what that has slowed. */
@Service
class SecurityWatch {
    /** A quarter of what all panels have together: honest people rarely get there. */
    private static final int WORTH_A_WORD = 25;

    private final SignInThrottle throttle;
    private final SecurityLog log;
    private final DeviceService devices;
    private final SignIn administrators;
    private final Clock clock;

    SecurityWatch(SignInThrottle throttle, SecurityLog log, DeviceService devices, SignIn administrators, Clock clock) {
        this.throttle = throttle;
        this.log = log;
        this.devices = devices;
        this.administrators = administrators;
        this.clock = clock;
    }

    /**
     * Where the next attempt has to wait.
     *
     * @param of which one of its kind
     * @param label the same in words
     * @param failures wrong attempts that are not forgiven yet
     */
    record LockView(ThrottleKey.Kind kind, String of, String label, int failures, Instant until) {}

    /** Somebody seems to guess. */
    record GuessAlert(Message sentence, Message remedy) {}

    @Transactional(readOnly = true)
    List<LockView> locks() {
        return throttle.waiting().stream()
                .filter(w -> sees(w.key()))
                .map(w -> new LockView(
                        w.key().kind(), w.key().of(), label(w.key()), (int) Math.ceil(w.level()), w.until()))
                .toList();
    }

    @Transactional
    void unlock(ThrottleKey key, String who, String source) {
        if (!sees(key)) {
            throw Refusal.notFound("panel");
        }
        throttle.unlock(key);
        log.note(SecurityLog.Event.UNLOCKED, who, SecurityLog.Place.DESK, source, label(key));
    }

    @Transactional(readOnly = true)
    List<GuessAlert> alerts() {
        int level = (int) throttle.levelOf(ThrottleKey.OFFICE);
        Optional<GuessAlert> panels = level < WORTH_A_WORD
                ? Optional.empty()
                : Optional.of(new GuessAlert(
                        Message.of("alert.pins")
                                .with(
                                        "n",
                                        log.failedSince(
                                                clock.instant().minus(Duration.ofHours(24)),
                                                SecurityLog.Place.Kind.PANEL)),
                        Message.of("alert.pins.remedy")));
        Optional<GuessAlert> accounts = throttle.waiting().stream()
                .filter(w -> w.key().kind() == ThrottleKey.Kind.ACCOUNT)
                .findFirst()
                .map(w -> new GuessAlert(
                        Message.of("alert.password").with("account", label(w.key())),
                        Message.of("alert.password.remedy")));
        return java.util.stream.Stream.of(panels, accounts)
                .flatMap(Optional::stream)
                .toList();
    }

    /** Who is limited to places unlocks the panels there, and nothing of the whole office. */
    private boolean sees(ThrottleKey key) {
        return Access.places().isEmpty()
                || key.kind() == ThrottleKey.Kind.PANEL
                        && id(key).stream()
                                .anyMatch(device -> devices.seen().stream()
                                        .anyMatch(seen -> seen.id().equals(device)));
    }

    private String label(ThrottleKey key) {
        return switch (key.kind()) {
            case PANEL -> "the panel of " + id(key).flatMap(devices::nameOf).orElse("a device that is gone");
            case SOURCE -> "everything from " + key.of();
            case OFFICE -> "all panels together";
            case ACCOUNT -> id(key).flatMap(administrators::loginOf).orElse("an account that is gone");
            case BROWSER -> "an administrator's own browser";
            case LINK -> "a download link";
            case SHELF -> "a folder of the shelf";
            case MAIL -> "scans by mail from " + key.of();
            case FILES -> "files of devices from " + key.of();
            case FIRST_START -> "the first start";
        };
    }

    private static Optional<UUID> id(ThrottleKey key) {
        try {
            return Optional.of(UUID.fromString(key.of()));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
