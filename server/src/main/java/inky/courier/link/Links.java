package inky.courier.link;

import inky.courier.core.destination.LinkSettings;
import inky.courier.core.message.Message;
import inky.courier.delivery.ContentHold;
import inky.courier.destination.Consignment;
import inky.courier.destination.DownloadLinks;
import inky.courier.settings.Settings;
import inky.courier.vault.Vault;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.Base64;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Addresses of download pages. The secret part of an address is made from the leg by the vault's key, so a leg that is
 * sent again gives the same one; only its hash is kept.
 */
@Service
public class Links implements DownloadLinks, ContentHold {
    private static final int SECRET_BYTES = 24;
    private static final int PASSCODE_DIGITS = 6;

    private final JdbcClient jdbc;
    private final Vault vault;
    private final Settings settings;
    private final Clock clock;

    Links(JdbcClient jdbc, Vault vault, Settings settings, Clock clock) {
        this.jdbc = jdbc;
        this.vault = vault;
        this.settings = settings;
        this.clock = clock;
    }

    /** A page as it is kept. */
    record Link(
            UUID id,
            UUID legId,
            UUID deliveryId,
            boolean asksPasscode,
            Instant expiresAt,
            @Nullable Instant withdrawnAt) {}

    /** Something that happened at a page. */
    record Event(Instant at, String address, String what) {}

    record LinkView(
            UUID id,
            Instant createdAt,
            Instant expiresAt,
            boolean withdrawn,
            boolean passcode,
            int fetched,
            List<Event> events) {}

    @Override
    @Transactional
    public Optional<Made> linkFor(Consignment c, LinkSettings wanted) {
        String address = settings.read().address();
        if (address.isEmpty()) {
            return Optional.empty();
        }
        String token = token(c.legId());
        Optional<String> passcode = wanted.withPasscode() ? Optional.of(passcode(c.legId())) : Optional.empty();
        Instant now = clock.instant();
        jdbc.sql(
                        "insert into download_link (id, token_hash, leg_id, delivery_id, asks_passcode, created_at, expires_at) "
                                + "values (?, ?, ?, ?, ?, ?, ?) on conflict (token_hash) do nothing")
                .params(
                        UUID.randomUUID(),
                        hash(token),
                        c.legId(),
                        c.deliveryId(),
                        passcode.isPresent(),
                        time(now),
                        time(now.plus(Duration.ofDays(wanted.days()))))
                .update();
        return Optional.of(new Made(address + "/get/" + token, passcode));
    }

    /** @throws Refusal saying no more than that there is nothing here */
    Link open(String token) {
        Link link = jdbc.sql(
                        "select id, leg_id, delivery_id, asks_passcode, expires_at, withdrawn_at from download_link "
                                + "where token_hash = ?")
                .param(hash(token))
                .query((r, n) -> new Link(
                        r.getObject(1, UUID.class),
                        r.getObject(2, UUID.class),
                        r.getObject(3, UUID.class),
                        r.getBoolean(4),
                        r.getObject(5, OffsetDateTime.class).toInstant(),
                        Optional.ofNullable(r.getObject(6, OffsetDateTime.class))
                                .map(OffsetDateTime::toInstant)
                                .orElse(null)))
                .optional()
                .orElseThrow(() -> Refusal.notFound("page"));
        if (link.withdrawnAt != null || link.expiresAt.isBefore(clock.instant())) {
            throw new Refusal(
                    HttpStatus.GONE,
                    "link.over",
                    Message.of(link.withdrawnAt != null ? "problem.link.withdrawn" : "problem.link.expired"),
                    Message.of("problem.link.over.remedy"));
        }
        return link;
    }

    /** A page that is open needs its files. */
    @Override
    @Transactional(readOnly = true)
    public Set<UUID> deliveriesInUse() {
        return Set.copyOf(
                jdbc.sql("select distinct delivery_id from download_link where withdrawn_at is null and expires_at > ?")
                        .param(OffsetDateTime.now(clock))
                        .query(UUID.class)
                        .list());
    }

    /** The passcode is made of the leg by the key each time, so nothing is kept of which it could be guessed. */
    boolean isRight(Link link, String passcode) {
        return !link.asksPasscode
                || MessageDigest.isEqual(
                        passcode(link.legId).getBytes(StandardCharsets.UTF_8),
                        passcode.getBytes(StandardCharsets.UTF_8));
    }

    @Transactional
    public void note(Link link, String address, String what) {
        jdbc.sql("insert into download_event (link_id, at, address, what) values (?, ?, ?, ?)")
                .params(link.id, OffsetDateTime.now(clock), address, what)
                .update();
    }

    @Transactional(readOnly = true)
    public List<LinkView> of(UUID delivery) {
        return jdbc.sql("select id, created_at, expires_at, withdrawn_at, asks_passcode from download_link "
                        + "where delivery_id = ? order by created_at")
                .param(delivery)
                .query((r, n) -> {
                    UUID id = r.getObject(1, UUID.class);
                    List<Event> events = events(id);
                    return new LinkView(
                            id,
                            r.getObject(2, OffsetDateTime.class).toInstant(),
                            r.getObject(3, OffsetDateTime.class).toInstant(),
                            r.getObject(4, OffsetDateTime.class) != null,
                            r.getBoolean(5),
                            fetched(id),
                            events);
                })
                .list();
    }

    /** A page from which files can still be fetched. @param fetched how many files were */
    public record OpenLink(UUID id, UUID deliveryId, Instant expiresAt, int fetched) {}

    /** Those of some deliveries that are neither withdrawn nor expired, the oldest first. */
    @Transactional(readOnly = true)
    public List<OpenLink> openOf(List<UUID> deliveries) {
        if (deliveries.isEmpty()) {
            return List.of();
        }
        return jdbc.sql("""
                        select id, delivery_id, expires_at from download_link
                        where delivery_id in (:deliveries) and withdrawn_at is null and expires_at > :now
                        order by created_at""")
                .param("deliveries", deliveries)
                .param("now", OffsetDateTime.now(clock))
                .query((r, n) -> {
                    UUID id = r.getObject(1, UUID.class);
                    return new OpenLink(
                            id,
                            r.getObject(2, UUID.class),
                            r.getObject(3, OffsetDateTime.class).toInstant(),
                            fetched(id));
                })
                .list();
    }

    /** Whose files it hands out. */
    @Transactional(readOnly = true)
    public Optional<UUID> deliveryOf(UUID id) {
        return jdbc.sql("select delivery_id from download_link where id = ?")
                .param(id)
                .query(UUID.class)
                .optional();
    }

    @Transactional
    public void withdraw(UUID id) {
        int changed = jdbc.sql("update download_link set withdrawn_at = ? where id = ? and withdrawn_at is null")
                .params(OffsetDateTime.now(clock), id)
                .update();
        if (changed == 0) {
            throw Refusal.notFound("link");
        }
    }

    /** For ten minutes after the passcode was right, so that it need not travel with every file. */
    String grant(Link link) {
        long slot = clock.instant().getEpochSecond() / 600;
        return code(vault.index("grant:" + link.id + ":" + slot));
    }

    boolean isGranted(Link link, String grant) {
        if (!link.asksPasscode) {
            return true;
        }
        long slot = clock.instant().getEpochSecond() / 600;
        byte[] given = grant.getBytes(StandardCharsets.US_ASCII);
        return same(given, "grant:" + link.id + ":" + slot) || same(given, "grant:" + link.id + ":" + (slot - 1));
    }

    private boolean same(byte[] given, String text) {
        return MessageDigest.isEqual(given, code(vault.index(text)).getBytes(StandardCharsets.US_ASCII));
    }

    /** All of them, however few events are told. */
    private int fetched(UUID link) {
        return jdbc.sql("select count(*) from download_event where link_id = ? and what like 'fetched %'")
                .param(link)
                .query(Integer.class)
                .single();
    }

    private List<Event> events(UUID link) {
        return jdbc.sql("select at, address, what from download_event where link_id = ? order by id desc limit 100")
                .param(link)
                .query((r, n) ->
                        new Event(r.getObject(1, OffsetDateTime.class).toInstant(), r.getString(2), r.getString(3)))
                .list();
    }

    private String token(UUID leg) {
        return code(java.util.Arrays.copyOf(vault.index("download:" + leg), SECRET_BYTES));
    }

    private String passcode(UUID leg) {
        byte[] bytes = vault.index("passcode:" + leg);
        long number = 0;
        for (int i = 0; i < 7; i++) {
            number = number << 8 | bytes[i] & 0xff;
        }
        return String.format("%0" + PASSCODE_DIGITS + "d", number % 1_000_000);
    }

    private static String code(byte[] bytes) {
        return Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
    }

    private static byte[] hash(String token) {
        try {
            return MessageDigest.getInstance("SHA-256").digest(token.getBytes(StandardCharsets.UTF_8));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static OffsetDateTime time(Instant at) {
        return at.atOffset(ZoneOffset.UTC);
    }
}
