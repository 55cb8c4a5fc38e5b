package inky.courier.consent;

import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import inky.courier.connection.AccessTokens;
import inky.courier.connection.AccessTokens.Invitation;
import inky.courier.connection.AccessTokens.TokenRefused;
import inky.courier.connection.AccessTokens.Tokens;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.connection.DeviceGrant;
import inky.courier.core.delivery.Cause;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderAccounts;
import inky.courier.live.Live;
import inky.courier.queue.Queue;
import inky.courier.vault.Vault;
import inky.courier.web.QrPicture;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Asks people for their consent, and the clouds whether it was given. */
@Service
public class ConsentRequests {
    /** One for each code that waits, named by its id. */
    static final TaskDescriptor<Void> ASK = TaskDescriptor.of("ask-consent");

    private final FolderAccounts accounts;
    private final Consents consents;
    private final AccessTokens endpoint;
    private final Vault vault;
    private final Queue queue;
    private final Live live;
    private final Clock clock;
    private final JdbcClient jdbc;
    private final TransactionTemplate transaction;

    ConsentRequests(
            FolderAccounts accounts,
            Consents consents,
            AccessTokens endpoint,
            Vault vault,
            Queue queue,
            Live live,
            Clock clock,
            JdbcClient jdbc,
            TransactionTemplate transaction) {
        this.accounts = accounts;
        this.consents = consents;
        this.endpoint = endpoint;
        this.vault = vault;
        this.queue = queue;
        this.live = live;
        this.clock = clock;
        this.jdbc = jdbc;
        this.transaction = transaction;
    }

    public enum ConsentState {
        WAITING,
        GIVEN,
        DECLINED,
        TOO_LATE,
        FAILED
    }

    /**
     * What a panel shows while it waits.
     *
     * @param qr of the page with the code in it
     */
    public record ConsentRequest(
            UUID id,
            String destination,
            String code,
            String page,
            QrPicture qr,
            Instant expiresAt,
            ConsentState state,
            Message sentence) {}

    /** Gets a code for a person. Those of earlier tries are forgotten. */
    public ConsentRequest invite(UUID destination, UUID person) {
        FolderAccess folder = accounts.access(destination)
                .filter(access -> access.kind() == DestinationKind.CLOUD)
                .orElseThrow(() -> Refusal.notFound("cloud folder"));
        Invitation invitation = invitation(folder);
        UUID id = UUID.randomUUID();
        Instant now = clock.instant();
        DeviceGrant grant = new DeviceGrant(invitation.interval(), now.plus(invitation.lasts()));
        transaction.executeWithoutResult(status -> {
            jdbc.sql("delete from consent_request where destination_id = ? and person_id = ?")
                    .params(destination, person)
                    .update();
            jdbc.sql(
                            "insert into consent_request (id, destination_id, person_id, device_code, user_code, page, complete_page, "
                                    + "interval_seconds, expires_at, outcome) values (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)")
                    .params(
                            id,
                            destination,
                            person,
                            vault.sealText(invitation.deviceCode(), context(id)),
                            invitation.userCode(),
                            invitation.page(),
                            invitation.completePage(),
                            grant.interval().toSeconds(),
                            grant.expires().atOffset(java.time.ZoneOffset.UTC),
                            ConsentState.WAITING.name())
                    .update();
            queue.addAt(ASK, id, grant.firstQuestion(now));
        });
        return get(id, person);
    }

    private Invitation invitation(FolderAccess folder) {
        try {
            return endpoint.invite(
                    CloudClient.of(folder, folder.settings().consent().codes()),
                    folder.settings().consent().scope());
        } catch (TokenRefused e) {
            throw refused(TransferCause.ofOAuth(e.error()));
        } catch (IOException e) {
            throw refused(ConnectionCause.NOT_REACHED);
        }
    }

    private static Refusal refused(Cause cause) {
        return new Refusal(HttpStatus.BAD_GATEWAY, "consent.not-offered", cause.sentence(), cause.remedy());
    }

    /** @throws Refusal when it is not this person's, or forgotten */
    @Transactional(readOnly = true)
    public ConsentRequest get(UUID id, UUID person) {
        Waiting waiting = find(id).filter(one -> one.person.equals(person)).orElseThrow(() -> Refusal.notFound("code"));
        return new ConsentRequest(
                id,
                accounts.nameOf(waiting.destination).orElse(""),
                waiting.userCode,
                waiting.page,
                QrPicture.of(waiting.completePage.isEmpty() ? waiting.page : waiting.completePage),
                waiting.grant.expires(),
                waiting.state,
                sentence(waiting.state));
    }

    private static Message sentence(ConsentState state) {
        return switch (state) {
            case WAITING -> Message.none();
            case GIVEN -> Message.of("consent.given");
            case DECLINED -> Message.of("consent.declined");
            case TOO_LATE -> Message.of("consent.too-late");
            case FAILED -> TransferCause.CONSENT_NOT_OFFERED.sentence();
        };
    }

    /** Asks the cloud once. @return when to ask again; empty when there is nothing more to ask */
    Optional<Instant> ask(UUID id) {
        Optional<Waiting> found =
                transaction.execute(status -> find(id).filter(one -> one.state == ConsentState.WAITING));
        Optional<FolderAccess> folder = found.flatMap(waiting -> accounts.access(waiting.destination));
        if (folder.isEmpty()) {
            return Optional.empty();
        }
        Waiting waiting = found.get();
        DeviceGrant.Next next;
        try {
            Tokens tokens = endpoint.redeem(
                    CloudClient.of(
                            folder.get(), folder.get().settings().consent().tokens()),
                    waiting.deviceCode);
            transaction.executeWithoutResult(status -> {
                consents.keep(waiting.destination, waiting.person, tokens);
                decide(id, ConsentState.GIVEN, "");
            });
            return Optional.empty();
        } catch (TokenRefused e) {
            next = waiting.grant.after(e.error(), clock.instant());
        } catch (IOException e) {
            next = waiting.grant.afterNoAnswer(clock.instant());
        }
        return afterwards(id, next);
    }

    private Optional<Instant> afterwards(UUID id, DeviceGrant.Next next) {
        return transaction.execute(status -> {
            if (next instanceof DeviceGrant.AskAgain again) {
                jdbc.sql("update consent_request set interval_seconds = ? where id = ?")
                        .params(again.grant().interval().toSeconds(), id)
                        .update();
                return Optional.of(again.at());
            }
            if (next instanceof DeviceGrant.Refused refused) {
                decide(id, ConsentState.FAILED, refused.error());
            } else {
                decide(id, next instanceof DeviceGrant.Declined ? ConsentState.DECLINED : ConsentState.TOO_LATE, "");
            }
            return Optional.empty();
        });
    }

    private void decide(UUID id, ConsentState state, String reply) {
        jdbc.sql("update consent_request set outcome = ?, reply = ? where id = ?")
                .params(state.name(), reply, id)
                .update();
        live.tell("consent", id);
    }

    private record Waiting(
            UUID destination,
            UUID person,
            String deviceCode,
            String userCode,
            String page,
            String completePage,
            DeviceGrant grant,
            ConsentState state) {}

    private Optional<Waiting> find(UUID id) {
        return jdbc.sql(
                        "select destination_id, person_id, device_code, user_code, page, complete_page, interval_seconds, "
                                + "expires_at, outcome from consent_request where id = ?")
                .param(id)
                .query((row, n) -> new Waiting(
                        row.getObject(1, UUID.class),
                        row.getObject(2, UUID.class),
                        vault.openText(row.getBytes(3), context(id)),
                        row.getString(4),
                        row.getString(5),
                        row.getString(6),
                        new DeviceGrant(
                                Duration.ofSeconds(row.getInt(7)),
                                row.getObject(8, OffsetDateTime.class).toInstant()),
                        ConsentState.valueOf(row.getString(9))))
                .optional();
    }

    private static String context(UUID id) {
        return "consent-request:" + id;
    }
}
