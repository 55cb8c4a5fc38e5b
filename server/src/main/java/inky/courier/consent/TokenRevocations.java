package inky.courier.consent;

import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import inky.courier.audit.ChangeLog;
import inky.courier.connection.AccessTokens;
import inky.courier.connection.AccessTokens.TokenRefused;
import inky.courier.core.delivery.RetrySchedule;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.FolderAccess;
import inky.courier.queue.Queue;
import inky.courier.vault.Vault;
import inky.courier.web.Json;
import java.io.IOException;
import java.security.SecureRandom;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Revokes the tokens of a consent that has ended (RFC 7009). A revocation is kept until the cloud has confirmed it, also when
 * the destination or the person is gone by then.
 */
@Component
class TokenRevocations {
    /** One for each farewell, named by its id. */
    static final TaskDescriptor<Void> TELL = TaskDescriptor.of("tell-cloud");

    private final AccessTokens endpoint;
    private final Vault vault;
    private final Queue queue;
    private final ChangeLog changes;
    private final Clock clock;
    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;
    private final SecureRandom random = new SecureRandom();

    TokenRevocations(
            AccessTokens endpoint,
            Vault vault,
            Queue queue,
            ChangeLog changes,
            Clock clock,
            JdbcClient jdbc,
            TransactionTemplate transaction) {
        this.endpoint = endpoint;
        this.vault = vault;
        this.queue = queue;
        this.changes = changes;
        this.clock = clock;
        this.jdbc = jdbc;
        this.transaction = transaction;
    }

    /** What came of telling. */
    enum Told {
        /** The cloud has taken Courier off its list, or had done so already. */
        YES,
        /** It will not listen, now or later. */
        REFUSED,
        /** It was not to be reached; {@link #TELL} goes on. */
        NOT_YET
    }

    /**
     * Part of the transaction that ends the consent.
     *
     * @param person by name
     * @param at when to tell, unless somebody calls {@link #tell} before
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public UUID keep(FolderAccess folder, String person, String refreshToken, Instant at) {
        UUID id = UUID.randomUUID();
        jdbc.sql(
                        "insert into farewell (id, destination_id, destination, person, settings, secret, refresh_token, since, tries) "
                                + "values (?, ?, ?, ?, ?, ?, ?, ?, 0)")
                .params(
                        id,
                        folder.id(),
                        folder.name(),
                        person,
                        Json.write(folder.settings()),
                        vault.sealText(folder.secret(), context(id)),
                        vault.sealText(refreshToken, context(id)),
                        OffsetDateTime.now(clock))
                .update();
        queue.addAt(TELL, id, at);
        return id;
    }

    private record Farewell(
            UUID id, FolderAccess folder, String person, String refreshToken, Instant since, int tries) {}

    /** May be called twice at a time: a token that was revoked before is no error (RFC 7009 section 2.2). */
    Told tell(UUID id) {
        Optional<Farewell> kept = find(id);
        if (kept.isEmpty()) {
            return Told.YES;
        }
        Told told = revoke(kept.get());
        if (told != Told.NOT_YET) {
            over(kept.get(), told == Told.YES ? "withdrawn; the cloud knows" : "withdrawn; the cloud would not listen");
        }
        return told;
    }

    /** One try of the task. @return when to try again; nothing when it is over */
    Optional<Instant> tellOrPutOff(UUID id) {
        if (tell(id) != Told.NOT_YET) {
            return Optional.empty();
        }
        Optional<Farewell> kept = find(id);
        Optional<Instant> next = kept.flatMap(f -> RetrySchedule.next(
                Setback.of(TransferCause.TRY_LATER, ""), f.tries + 1, f.since, clock.instant(), random));
        if (next.isEmpty()) {
            kept.ifPresent(f -> over(f, "withdrawn; the cloud was not to be reached"));
        } else {
            jdbc.sql("update farewell set tries = tries + 1 where id = ?")
                    .param(id)
                    .update();
        }
        return next;
    }

    private Told revoke(Farewell farewell) {
        try {
            String address = farewell.folder.settings().consent().revocation();
            endpoint.revoke(CloudClient.of(farewell.folder, address), farewell.refreshToken);
            return Told.YES;
        } catch (TokenRefused e) {
            return TransferCause.ofOAuth(e.error()) == TransferCause.TRY_LATER ? Told.NOT_YET : Told.REFUSED;
        } catch (IOException e) {
            return Told.NOT_YET;
        }
    }

    private void over(Farewell farewell, String outcome) {
        transaction.executeWithoutResult(status -> {
            int removed = jdbc.sql("delete from farewell where id = ?")
                    .param(farewell.id)
                    .update();
            if (removed == 1) {
                changes.record(
                        "consent",
                        farewell.folder.id(),
                        farewell.folder.name() + " for " + farewell.person,
                        "withdrawn",
                        outcome);
            }
        });
    }

    private Optional<Farewell> find(UUID id) {
        return jdbc.sql("select * from farewell where id = ?")
                .param(id)
                .query((row, n) -> new Farewell(
                        id,
                        new FolderAccess(
                                row.getObject("destination_id", UUID.class),
                                row.getString("destination"),
                                DestinationKind.CLOUD,
                                Json.read(row.getString("settings"), FolderSettings.class),
                                vault.openText(row.getBytes("secret"), context(id))),
                        row.getString("person"),
                        vault.openText(row.getBytes("refresh_token"), context(id)),
                        row.getObject("since", OffsetDateTime.class).toInstant(),
                        row.getInt("tries")))
                .optional();
    }

    private static String context(UUID id) {
        return "farewell:" + id;
    }
}
