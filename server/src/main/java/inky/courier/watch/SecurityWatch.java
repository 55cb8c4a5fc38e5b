package inky.courier.watch;

import inky.courier.audit.SecurityLog;
import inky.courier.device.DeviceService;
import inky.courier.signin.Door;
import inky.courier.signin.Guessing;
import inky.courier.signin.SignIn;
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

    private final Guessing guessing;
    private final SecurityLog log;
    private final DeviceService devices;
    private final SignIn administrators;
    private final Clock clock;

    SecurityWatch(Guessing guessing, SecurityLog log, DeviceService devices, SignIn administrators, Clock clock) {
        this.guessing = guessing;
        this.log = log;
        this.devices = devices;
        this.administrators = administrators;
        this.clock = clock;
    }

    /**
     * A door at which the next attempt has to wait.
     *
     * @param label which one, in words
     * @param failures wrong attempts that are not forgiven yet
     */
    record LockView(Door.Kind kind, String door, String label, int failures, Instant until) {}

    /** Somebody seems to guess. */
    record GuessAlert(String sentence, String remedy) {}

    @Transactional(readOnly = true)
    List<LockView> locks() {
        return guessing.waiting().stream()
                .map(w -> new LockView(
                        w.door().kind(), w.door().of(), label(w.door()), (int) Math.ceil(w.level()), w.until()))
                .toList();
    }

    @Transactional
    void unlock(Door door, String who, String source) {
        guessing.unlock(door);
        log.note(SecurityLog.Event.UNLOCKED, who, label(door), source, "");
    }

    @Transactional(readOnly = true)
    List<GuessAlert> alerts() {
        int level = (int) guessing.levelOf(Door.OFFICE);
        Optional<GuessAlert> panels = level < WORTH_A_WORD
                ? Optional.empty()
                : Optional.of(new GuessAlert(
                        log.failedSince(clock.instant().minus(Duration.ofHours(24)), "panel of")
                                + " wrong PINs at the panels in the last 24 hours: somebody may be guessing.",
                        "See from where. Longer PINs are harder to guess."));
        Optional<GuessAlert> accounts = guessing.waiting().stream()
                .filter(w -> w.door().kind() == Door.Kind.ACCOUNT)
                .findFirst()
                .map(w -> new GuessAlert(
                        "Somebody is guessing the password of " + label(w.door()) + ".",
                        "See from where. Signing in still works from browsers it was used in before."));
        return java.util.stream.Stream.of(panels, accounts)
                .flatMap(Optional::stream)
                .toList();
    }

    private String label(Door door) {
        return switch (door.kind()) {
            case PANEL -> "the panel of " + id(door).flatMap(devices::nameOf).orElse("a device that is gone");
            case SOURCE -> "everything from " + door.of();
            case OFFICE -> "all panels together";
            case ACCOUNT -> id(door).flatMap(administrators::loginOf).orElse("an account that is gone");
            case BROWSER -> "an administrator's own browser";
            case LINK -> "a download link";
            case FIRST_START -> "the first start";
        };
    }

    private static Optional<UUID> id(Door door) {
        try {
            return Optional.of(UUID.fromString(door.of()));
        } catch (IllegalArgumentException e) {
            return Optional.empty();
        }
    }
}
