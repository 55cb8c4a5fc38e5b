package inky.courier.consent;

import inky.courier.audit.ChangeLog;
import inky.courier.connection.AccessTokens;
import inky.courier.connection.AccessTokens.TokenRefused;
import inky.courier.connection.AccessTokens.Tokens;
import inky.courier.connection.FarSideException;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.TransferCause;
import inky.courier.destination.ConsentGiven;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderAccounts;
import inky.courier.live.Live;
import inky.courier.people.PeopleService;
import inky.courier.setup.Leaving;
import inky.courier.vault.Vault;
import inky.courier.web.LongList;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.io.IOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** The consents that people have given, and the tokens that come of them. */
@Service
public class Consents {
    /** Before the end, so that a token does not run out in the middle of a transfer that has just begun. */
    private static final Duration EARLY = Duration.ofSeconds(60);

    /** Whoever withdraws waits to hear what the cloud says; the task comes later, if it is needed at all. */
    private static final Duration ASIDE = Duration.ofSeconds(45);

    private final FolderAccounts accounts;
    private final PeopleService people;
    private final AccessTokens endpoint;
    private final TokenRevocations revocations;
    private final Vault vault;
    private final ChangeLog changes;
    private final Live live;
    private final Clock clock;
    private final JdbcClient jdbc;
    private final ApplicationEventPublisher events;
    private final TransactionTemplate transaction;

    Consents(
            FolderAccounts accounts,
            PeopleService people,
            AccessTokens endpoint,
            TokenRevocations revocations,
            Vault vault,
            ChangeLog changes,
            Live live,
            Clock clock,
            JdbcClient jdbc,
            ApplicationEventPublisher events,
            TransactionTemplate transaction) {
        this.accounts = accounts;
        this.people = people;
        this.endpoint = endpoint;
        this.revocations = revocations;
        this.vault = vault;
        this.changes = changes;
        this.live = live;
        this.clock = clock;
        this.jdbc = jdbc;
        this.events = events;
        this.transaction = transaction;
    }

    /**
     * @param endedAt when the cloud said that it is no longer good; null while it is
     */
    public record ConsentView(
            UUID destinationId,
            String destination,
            UUID personId,
            String person,
            Instant givenAt,
            @Nullable Instant usedAt,
            @Nullable Instant endedAt) {}

    @Transactional(readOnly = true)
    public List<ConsentView> at(UUID destination) {
        return views("destination_id = ?", destination);
    }

    @Transactional(readOnly = true)
    public List<ConsentView> of(UUID person) {
        return views("person_id = ?", person);
    }

    /** Whether files of a person can go there now, as far as is known. */
    @Transactional(readOnly = true)
    public boolean isGood(UUID destination, UUID person) {
        return of(person).stream()
                .anyMatch(consent -> consent.destinationId.equals(destination) && consent.endedAt == null);
    }

    @Transactional
    public void keep(UUID destination, UUID person, Tokens tokens) {
        byte[] refresh = vault.sealText(tokens.refresh().orElseThrow(), context(destination, person));
        jdbc.sql(
                        "insert into cloud_consent (destination_id, person_id, refresh_token, access_token, access_until, given_at) "
                                + "values (:destination, :person, :refresh, :access, :until, :now) on conflict (destination_id, person_id) "
                                + "do update set refresh_token = :refresh, access_token = :access, access_until = :until, given_at = :now, "
                                + "ended_at = null")
                .param("destination", destination)
                .param("person", person)
                .param("refresh", refresh)
                .param("access", vault.sealText(tokens.access(), context(destination, person)))
                .param("until", until(tokens))
                .param("now", OffsetDateTime.now(clock))
                .update();
        record(destination, person, null, "allowed by the person");
        events.publishEvent(new ConsentGiven(destination, person));
        live.tell("destination", destination);
    }

    /** @param cloudKnows whether the cloud has taken Courier off its list too */
    public record WithdrawnConsent(boolean cloudKnows, Message sentence) {}

    /** Courier forgets it in any case, and then tells the cloud. @throws Refusal when there is none */
    public WithdrawnConsent withdraw(UUID destination, UUID person) {
        Optional<UUID> farewell = transaction.execute(status -> {
            List<Optional<UUID>> ended = end(
                    "destination_id = ? and person_id = ?",
                    List.of(destination, person),
                    clock.instant().plus(ASIDE));
            if (ended.isEmpty()) {
                throw Refusal.notFound("consent");
            }
            return ended.get(0);
        });
        if (farewell.isEmpty()) {
            return new WithdrawnConsent(false, Message.of("consent.withdrawn.no-endpoint"));
        }
        TokenRevocations.Told told = revocations.tell(farewell.get());
        return new WithdrawnConsent(
                told == TokenRevocations.Told.YES,
                switch (told) {
                    case YES -> Message.of("consent.withdrawn");
                    case REFUSED -> Message.of("consent.withdrawn.refused");
                    case NOT_YET -> Message.of("consent.withdrawn.not-yet");
                });
    }

    /** A cloud hears of it also when the destination or the person goes. */
    @EventListener
    void leaving(Leaving leaving) {
        switch (leaving.what().kind()) {
            case DESTINATION -> end("destination_id = ?", List.of(leaving.what().id()), clock.instant());
            case PERSON -> end("person_id = ?", List.of(leaving.what().id()), clock.instant());
            default -> {
                // Nobody consents to anything else.
            }
        }
    }

    private record Ended(UUID destination, UUID person, byte[] refresh) {}

    /** @return of each consent the farewell; nothing where the cloud has no address for it */
    private List<Optional<UUID>> end(String which, List<UUID> ids, Instant tellAt) {
        return jdbc
                .sql("delete from cloud_consent where " + which + " returning destination_id, person_id, refresh_token")
                .params(ids)
                .query((row, n) ->
                        new Ended(row.getObject(1, UUID.class), row.getObject(2, UUID.class), row.getBytes(3)))
                .list()
                .stream()
                .map(ended -> end(ended, tellAt))
                .toList();
    }

    private Optional<UUID> end(Ended ended, Instant tellAt) {
        record(ended.destination, ended.person, "allowed", "withdrawn");
        live.tell("destination", ended.destination);
        return accounts.access(ended.destination)
                .filter(folder -> !folder.settings().consent().revocation().isEmpty())
                .map(folder -> revocations.keep(
                        folder,
                        nameOf(ended.person),
                        vault.openText(ended.refresh, context(ended.destination, ended.person)),
                        tellAt));
    }

    private record Kept(byte[] refresh, byte[] access, OffsetDateTime until) {}

    /**
     * A token to get in with. The row is locked meanwhile: a cloud that gives a new refresh token with each answer takes
     * the old one no more, so only one instance may ask at a time.
     *
     * @throws FarSideException when there is no consent, or it is no longer good
     */
    String token(FolderAccess folder, UUID person) throws FarSideException {
        Object result = transaction.execute(status -> {
            Optional<Kept> found = jdbc.sql("select refresh_token, access_token, access_until from cloud_consent "
                            + "where destination_id = ? and person_id = ? and ended_at is null for update")
                    .params(folder.id(), person)
                    .query((row, n) ->
                            new Kept(row.getBytes(1), row.getBytes(2), row.getObject(3, OffsetDateTime.class)))
                    .optional();
            if (found.isEmpty()) {
                return missing(folder.id(), person);
            }
            Kept kept = found.get();
            String context = context(folder.id(), person);
            if (kept.access != null && kept.until.toInstant().isAfter(clock.instant())) {
                return vault.openText(kept.access, context);
            }
            return renew(folder, person, vault.openText(kept.refresh, context));
        });
        if (result instanceof FarSideException refused) {
            throw refused;
        }
        return (String) result;
    }

    private FarSideException missing(UUID destination, UUID person) {
        boolean once = views("destination_id = ?", destination).stream().anyMatch(c -> c.personId.equals(person));
        return new FarSideException(once ? TransferCause.CONSENT_ENDED : TransferCause.NO_CONSENT, "");
    }

    private Object renew(FolderAccess folder, UUID person, String refresh) {
        String context = context(folder.id(), person);
        try {
            Tokens tokens = endpoint.refresh(
                    CloudClient.of(folder, folder.settings().consent().tokens()), refresh);
            jdbc.sql("update cloud_consent set refresh_token = ?, access_token = ?, access_until = ?, used_at = ? "
                            + "where destination_id = ? and person_id = ?")
                    .params(
                            vault.sealText(tokens.refresh().orElse(refresh), context),
                            vault.sealText(tokens.access(), context),
                            until(tokens),
                            OffsetDateTime.now(clock),
                            folder.id(),
                            person)
                    .update();
            return tokens.access();
        } catch (TokenRefused e) {
            TransferCause cause = TransferCause.ofOAuth(e.error());
            if (cause == TransferCause.CONSENT_ENDED) {
                jdbc.sql("update cloud_consent set ended_at = ? where destination_id = ? and person_id = ?")
                        .params(OffsetDateTime.now(clock), folder.id(), person)
                        .update();
                live.tell("destination", folder.id());
            }
            return new FarSideException(cause, e.error());
        } catch (IOException e) {
            return new FarSideException(ConnectionCause.NOT_REACHED, "");
        }
    }

    /** The cloud refuses the token, whatever it said of how long it lasts: the next try gets another. */
    void forgetToken(UUID destination, UUID person) {
        transaction.executeWithoutResult(status -> jdbc.sql(
                        "update cloud_consent set access_token = null where destination_id = ? and person_id = ?")
                .params(destination, person)
                .update());
    }

    private OffsetDateTime until(Tokens tokens) {
        return OffsetDateTime.now(clock).plus(tokens.lasts()).minus(EARLY);
    }

    private void record(UUID destination, UUID person, @Nullable String before, String after) {
        changes.record(
                "consent",
                destination,
                accounts.nameOf(destination).orElse("a cloud") + " for " + nameOf(person),
                before,
                after);
    }

    private String nameOf(UUID person) {
        return people.nameOf(person).orElse("somebody");
    }

    private List<ConsentView> views(String which, UUID id) {
        Map<UUID, String> names = people.list().stream()
                .collect(Collectors.toMap(PeopleService.PersonView::id, PeopleService.PersonView::name));
        Map<UUID, String> destinations = new HashMap<>();
        List<ConsentView> views = jdbc.sql("select destination_id, person_id, given_at, used_at, ended_at "
                        + "from cloud_consent where " + which)
                .param(id)
                .query((row, n) -> new ConsentView(
                        row.getObject(1, UUID.class),
                        destinations.computeIfAbsent(
                                row.getObject(1, UUID.class),
                                destination -> accounts.nameOf(destination).orElse("")),
                        row.getObject(2, UUID.class),
                        names.getOrDefault(row.getObject(2, UUID.class), ""),
                        row.getObject(3, OffsetDateTime.class).toInstant(),
                        instant(row.getObject(4, OffsetDateTime.class)),
                        instant(row.getObject(5, OffsetDateTime.class))))
                .list();
        return LongList.ordered(views.stream(), view -> view.person() + "\n" + view.destination());
    }

    @Nullable
    private static Instant instant(@Nullable OffsetDateTime at) {
        return at == null ? null : at.toInstant();
    }

    private static String context(UUID destination, UUID person) {
        return "consent:" + destination + ":" + person;
    }
}
