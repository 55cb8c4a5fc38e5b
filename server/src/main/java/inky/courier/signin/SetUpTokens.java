package inky.courier.signin;

import inky.courier.audit.ChangeLog;
import inky.courier.core.Invalid;
import inky.courier.core.text.PlainText;
import inky.courier.vault.Vault;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import jakarta.annotation.Nullable;
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
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Tokens by which programs read and change the set-up, and nothing else. */
@Service
class SetUpTokens {
    private static final int LONGEST_NAME = 60;
    private static final int MOST_DAYS = 366;

    /** 256 bits, which nobody guesses. */
    private static final int BYTES = 32;

    /** By which one is known where it should not be: in a log, in a repository. */
    private static final String BEGINS = "courier_";

    private final JdbcClient jdbc;
    private final Vault vault;
    private final ChangeLog changes;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    SetUpTokens(JdbcClient jdbc, Vault vault, ChangeLog changes, Clock clock) {
        this.jdbc = jdbc;
        this.vault = vault;
        this.changes = changes;
        this.clock = clock;
    }

    /** @param days that it lasts, 1 to 366 */
    record TokenForm(String name, boolean mayChange, int days) {}

    /** @param usedFrom address; empty when it was never used */
    record TokenView(
            UUID id,
            String name,
            boolean mayChange,
            String madeBy,
            Instant madeAt,
            Instant until,
            @Nullable Instant usedAt,
            String usedFrom) {}

    /** A token in clear, for the one moment after it was made. */
    record NewToken(TokenView made, String token) {}

    /** Whom a token stands for. */
    record Holder(String name, boolean mayChange) {}

    @Transactional(readOnly = true)
    List<TokenView> list() {
        return jdbc.sql(
                        "select id, name, may_change, made_by, made_at, until, used_at, used_from from access_token order by lower(name), made_at")
                .query((row, n) -> new TokenView(
                        row.getObject("id", UUID.class),
                        row.getString("name"),
                        row.getBoolean("may_change"),
                        row.getString("made_by"),
                        row.getTimestamp("made_at").toInstant(),
                        row.getTimestamp("until").toInstant(),
                        row.getTimestamp("used_at") == null
                                ? null
                                : row.getTimestamp("used_at").toInstant(),
                        row.getString("used_from")))
                .list();
    }

    @Transactional
    NewToken make(TokenForm form) {
        if (!PlainText.isName(form.name(), LONGEST_NAME)) {
            throw Invalid.of("token.name", "name");
        }
        if (form.days() < 1 || form.days() > MOST_DAYS) {
            throw Invalid.of("token.days", "days");
        }
        byte[] bytes = new byte[BYTES];
        random.nextBytes(bytes);
        String token = BEGINS + Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        Instant now = clock.instant();
        TokenView made = new TokenView(
                UUID.randomUUID(),
                form.name().strip(),
                form.mayChange(),
                Who.name(),
                now,
                now.plus(Duration.ofDays(form.days())),
                null,
                "");
        jdbc.sql(
                        "insert into access_token (id, name, may_change, digest, made_by, made_at, until) values (?, ?, ?, ?, ?, ?, ?)")
                .params(made.id, made.name, made.mayChange, vault.index(token), made.madeBy, at(now), at(made.until))
                .update();
        changes.record("token", made.id, made.name, null, made);
        return new NewToken(made, token);
    }

    @Transactional
    void remove(UUID id) {
        TokenView token = list().stream()
                .filter(one -> one.id.equals(id))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("token"));
        jdbc.sql("delete from access_token where id = ?").param(id).update();
        changes.record("token", id, token.name, token, null);
    }

    /** Found by its keyed value, which takes the same time for any. @param from the address it came from */
    @Transactional
    Optional<Holder> find(String token, String from) {
        OffsetDateTime now = at(clock.instant());
        return jdbc.sql(
                        "update access_token set used_at = ?, used_from = ? where digest = ? and until > ? returning name, may_change")
                .params(now, from, vault.index(token), now)
                .query((row, n) -> new Holder(row.getString("name"), row.getBoolean("may_change")))
                .optional();
    }

    private static OffsetDateTime at(Instant instant) {
        return instant.atOffset(ZoneOffset.UTC);
    }
}
