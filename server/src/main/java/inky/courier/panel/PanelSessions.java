package inky.courier.panel;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.delivery.RetentionSweep;
import inky.courier.device.DeviceService;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.web.Refusal;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Sessions of people at a device: bound to that device, known by a token whose hash alone is kept. */
@Component
class PanelSessions {
    private static final int TOKEN_BYTES = 32;

    /** However busy somebody is, they sign in anew after this time. */
    private static final Duration LONGEST = Duration.ofHours(4);

    private final JdbcClient jdbc;
    private final PeopleService people;
    private final DeviceService devices;
    private final SignInThrottle throttle;
    private final ForgivenTypos typos;
    private final SecurityLog log;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    PanelSessions(
            JdbcClient jdbc,
            PeopleService people,
            DeviceService devices,
            SignInThrottle throttle,
            ForgivenTypos typos,
            SecurityLog log,
            Clock clock) {
        this.jdbc = jdbc;
        this.people = people;
        this.devices = devices;
        this.throttle = throttle;
        this.typos = typos;
        this.log = log;
        this.clock = clock;
    }

    /** @param endsAt when it ends if the person does nothing more */
    record Guest(UUID deviceId, UUID personId, Instant endsAt) {}

    record Opened(String token, PersonView person) {}

    Opened open(UUID deviceId, String pin, Source source) {
        Place place = Place.panel(devices.get(deviceId).name());
        SignInThrottle.Attempt attempt =
                throttle.begin(ThrottleKey.panel(deviceId), ThrottleKey.source(source), ThrottleKey.OFFICE);
        Optional<PersonView> found = people.byPin(pin);
        if (found.isEmpty()) {
            typos.wrong(deviceId, pin, source);
            throttle.wrong(attempt, "", place, source);
            throw Refusal.of(HttpStatus.UNAUTHORIZED, "pin.wrong");
        }
        PersonView person = found.get();
        throttle.right(attempt);
        typos.forgive(deviceId, pin);
        log.note(SecurityLog.Event.SIGNED_IN, person.name(), place, source.address(), "");
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        String token = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        OffsetDateTime now = OffsetDateTime.now(clock);
        // One person at a device: the one before has walked away.
        jdbc.sql("delete from panel_session where device_id = ?")
                .param(deviceId)
                .update();
        jdbc.sql(
                        "insert into panel_session (token_hash, device_id, person_id, created_at, last_at) values (?, ?, ?, ?, ?)")
                .params(hash(token), deviceId, person.id(), now, now)
                .update();
        return new Opened(token, person);
    }

    /** Whose session it is, if it is of this device and has not ended. */
    Optional<Guest> find(String token, UUID deviceId) {
        Optional<Integer> signOutSeconds = devices.list().stream()
                .filter(device -> device.id().equals(deviceId))
                .map(DeviceService.DeviceView::signOutSeconds)
                .findFirst();
        return signOutSeconds
                .flatMap(seconds -> jdbc.sql("select device_id, person_id, last_at from panel_session "
                                + "where token_hash = ? and device_id = ? and created_at > ?")
                        .params(hash(token), deviceId, OffsetDateTime.now(clock).minus(LONGEST))
                        .query((row, n) -> new Guest(
                                row.getObject(1, UUID.class),
                                row.getObject(2, UUID.class),
                                row.getObject(3, OffsetDateTime.class)
                                        .toInstant()
                                        .plus(Duration.ofSeconds(seconds))))
                        .optional())
                .filter(guest -> guest.endsAt.isAfter(clock.instant()));
    }

    /** The person did something: the time begins anew. */
    void touch(String token) {
        jdbc.sql("update panel_session set last_at = ? where token_hash = ?")
                .params(OffsetDateTime.now(clock), hash(token))
                .update();
    }

    void close(String token) {
        jdbc.sql("delete from panel_session where token_hash = ?")
                .param(hash(token))
                .update();
    }

    private static byte[] hash(String token) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What nobody has used for a day is over. */
    @EventListener
    void sweep(RetentionSweep sweep) {
        jdbc.sql("delete from panel_session where last_at < ?")
                .param(sweep.before().atOffset(ZoneOffset.UTC))
                .update();
    }
}
