package inky.courier.panel;

import inky.courier.core.people.PanelSignIn.Replace;
import inky.courier.delivery.RetentionSweep;
import inky.courier.device.DeviceService;
import inky.courier.people.PeopleService;
import inky.courier.store.Turns;
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
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Sessions of people at a device: bound to that device, known by a token whose hash alone is kept. */
@Component
class PanelSessions {
    private static final int TOKEN_BYTES = 32;

    /** However busy somebody is, they sign in anew after this time. */
    private static final Duration LONGEST = Duration.ofHours(4);

    private final JdbcClient jdbc;
    private final PeopleService people;
    private final DeviceService devices;
    private final PanelUsers users;
    private final Turns turns;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    PanelSessions(
            JdbcClient jdbc, PeopleService people, DeviceService devices, PanelUsers users, Turns turns, Clock clock) {
        this.jdbc = jdbc;
        this.people = people;
        this.devices = devices;
        this.users = users;
        this.turns = turns;
        this.clock = clock;
    }

    /**
     * Begins a session; the one before at that device ends, since whoever had it has walked away.
     *
     * @param replace why they must get another PIN first; empty where they need not
     * @return its token
     */
    String begin(UUID deviceId, UUID personId, Optional<Replace> replace) {
        String token = newToken();
        OffsetDateTime now = OffsetDateTime.now(clock);
        jdbc.sql("delete from panel_session where device_id = ?")
                .param(deviceId)
                .update();
        jdbc.sql("""
                        insert into panel_session (token_hash, device_id, person_id, created_at, last_at, replace_pin)
                        values (?, ?, ?, ?, ?, ?)""")
                .params(
                        hash(token),
                        deviceId,
                        personId,
                        now,
                        now,
                        replace.map(Enum::name).orElse(null))
                .update();
        devices.inUse(deviceId);
        return token;
    }

    /** @param token of the session, and {@code guest} who has it */
    record GuestSession(String token, UUID guest) {}

    /**
     * Begins a session of somebody who has not signed in. It ends that of a guest before, never that of a person: anybody could.
     *
     * @param signOutSeconds after which a session at this device ends by itself
     * @return empty where somebody is signed in
     */
    @Transactional
    Optional<GuestSession> beginAsGuest(UUID deviceId, int signOutSeconds) {
        OffsetDateTime now = OffsetDateTime.now(clock);
        // One after the other: the second of two at one moment sees the first.
        turns.await("guest " + deviceId);
        boolean taken = jdbc.sql("""
                        select exists (select 1 from panel_session where device_id = ? and person_id is not null
                            and last_at > ? and created_at > ?)""")
                .params(deviceId, now.minusSeconds(signOutSeconds), now.minus(LONGEST))
                .query(Boolean.class)
                .single();
        if (taken) {
            return Optional.empty();
        }
        GuestSession made = new GuestSession(newToken(), UUID.randomUUID());
        // Of guests only: a person may be signing in at this moment.
        jdbc.sql("delete from panel_session where device_id = ? and guest_id is not null")
                .param(deviceId)
                .update();
        jdbc.sql("""
                        insert into panel_session (token_hash, device_id, guest_id, created_at, last_at)
                        values (?, ?, ?, ?, ?)""").params(hash(made.token), deviceId, made.guest, now, now).update();
        devices.inUse(deviceId);
        return Optional.of(made);
    }

    private String newToken() {
        byte[] bytes = new byte[TOKEN_BYTES];
        random.nextBytes(bytes);
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    /** From here on a new PIN comes before anything else. */
    void mustReplace(String token, Replace why) {
        jdbc.sql("update panel_session set replace_pin = ? where token_hash = ?")
                .params(why.name(), hash(token))
                .update();
    }

    void replaced(String token) {
        jdbc.sql("update panel_session set replace_pin = null where token_hash = ?")
                .param(hash(token))
                .update();
    }

    /** Whose session it is, if it is of this device and has not ended. */
    Optional<PanelUser> find(String token, UUID deviceId) {
        Optional<Integer> signOutSeconds = devices.list().stream()
                .filter(device -> device.id().equals(deviceId))
                .map(DeviceService.DeviceView::signOutSeconds)
                .findFirst();
        return signOutSeconds
                .flatMap(seconds -> jdbc.sql("""
                                select device_id, coalesce(person_id, guest_id), guest_id is not null, last_at, replace_pin
                                from panel_session
                                where token_hash = ? and device_id = ? and created_at > ?""")
                        .params(hash(token), deviceId, OffsetDateTime.now(clock).minus(LONGEST))
                        .query((row, n) -> new PanelUser(
                                row.getObject(1, UUID.class),
                                row.getObject(2, UUID.class),
                                row.getBoolean(3),
                                row.getObject(4, OffsetDateTime.class)
                                        .toInstant()
                                        .plus(Duration.ofSeconds(seconds)),
                                Optional.ofNullable(row.getString(5)).map(Replace::valueOf)))
                        .optional())
                .filter(user -> user.endsAt().isAfter(clock.instant()) && mayBeHere(user));
    }

    private boolean mayBeHere(PanelUser user) {
        return user.guest() ? users.guestsMayScan() : people.maySignIn(user.personId());
    }

    /** Where somebody is signed in. @param since when, and {@code last} when they did something */
    record OfPerson(UUID deviceId, Instant since, Instant last) {}

    List<OfPerson> of(UUID person) {
        return jdbc.sql(
                        "select device_id, created_at, last_at from panel_session where person_id = ? order by created_at")
                .param(person)
                .query((row, n) -> new OfPerson(
                        row.getObject(1, UUID.class),
                        row.getObject(2, OffsetDateTime.class).toInstant(),
                        row.getObject(3, OffsetDateTime.class).toInstant()))
                .list();
    }

    void closeAllOf(UUID person) {
        jdbc.sql("delete from panel_session where person_id = ?").param(person).update();
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
