package inky.courier.intake;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.page.PixelLimit;
import inky.courier.delivery.DeliveryService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.intake.Addressees.Meant;
import inky.courier.intake.IncomingScan.State;
import inky.courier.job.JobService.JobView;
import inky.courier.live.Live;
import inky.courier.panel.Unattended;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService;
import inky.courier.queue.Queue;
import inky.courier.scan.ScanService;
import inky.courier.settings.Settings;
import inky.courier.store.Transactions;
import inky.courier.store.Turns;
import inky.courier.web.Access;
import inky.courier.web.Refusal;
import inky.courier.web.Who;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Scans that devices sent by themselves: kept at once, sent as soon as it is known whose they are and by which job. */
@Service
public class Intake {
    /** Of a scan while nobody knows whose it is, or which job it is for. */
    private static final UUID NOBODY = new UUID(0, 2);

    /** Between a key and the time of what is the same for a while only. */
    private static final String SINCE = "@";

    private static final Logger LOG = LoggerFactory.getLogger(Intake.class);

    /** Until its job says otherwise. */
    private static final Resolution USUAL = new Resolution(300);

    /** Notices of this kind tell that there is one, or that one is settled. */
    static final String KIND = "incoming";

    private final IncomingScanRepository incoming;
    private final ScanService scans;
    private final Unattended unattended;
    private final Addressees addressees;
    private final ProfileService profiles;
    private final Settings settings;
    private final Queue queue;
    private final Turns turns;
    private final Transactions transactions;
    private final Live live;
    private final Clock clock;

    Intake(
            IncomingScanRepository incoming,
            ScanService scans,
            Unattended unattended,
            Addressees addressees,
            ProfileService profiles,
            Settings settings,
            Queue queue,
            Turns turns,
            Transactions transactions,
            Live live,
            Clock clock) {
        this.incoming = incoming;
        this.scans = scans;
        this.unattended = unattended;
        this.addressees = addressees;
        this.profiles = profiles;
        this.settings = settings;
        this.queue = queue;
        this.turns = turns;
        this.transactions = transactions;
        this.live = live;
        this.clock = clock;
    }

    /** What is done in the transaction that keeps it. */
    public interface Also {
        void with(UUID incoming);
    }

    /**
     * Keeps its pages; once this returns they cannot be lost. The same once more is not kept again.
     *
     * @throws NotTaken when there are no pages in it, or too many, or it cannot be read, or it cannot be kept now
     */
    public void take(Arrival arrival, Meant meant) throws NotTaken {
        take(arrival, meant, incoming -> {});
    }

    /** The same. @param also what becomes of it together with the pages */
    public void take(Arrival arrival, Meant meant, Also also) throws NotTaken {
        try {
            if (!isKnown(arrival)) {
                if (arrival.noScan().isEmpty() && arrival.documents().isEmpty()) {
                    throw Refusal.of(HttpStatus.UNPROCESSABLE_CONTENT, "intake.no-pages");
                }
                inTurn(arrival, () -> also.with(keep(described(arrival, meant), arrival, meant)));
            }
        } catch (Invalid e) {
            throw NotTaken.ever(e.problems().get(0).sentence());
        } catch (Refusal e) {
            throw NotTaken.ever(e.sentence());
        } catch (UncheckedIOException e) {
            throw NotTaken.ever(
                    e.getCause() instanceof PixelLimit.TooLarge large
                            ? large.sentence()
                            : Message.of("problem.intake.message"));
        } catch (RuntimeException e) {
            LOG.error("what {} {} sent cannot be kept", arrival.way(), arrival.source(), e);
            throw NotTaken.forNow(e);
        }
    }

    /** The same may come to two instances at once. */
    private void inTurn(Arrival arrival, Runnable keeping) {
        transactions.executeWithoutResult(status -> {
            turns.await("incoming " + arrival.key());
            if (!isKnown(arrival)) {
                keeping.run();
            }
        });
    }

    private boolean isKnown(Arrival arrival) {
        return arrival.sameWithin()
                .map(within ->
                        incoming.wasKept(arrival.key() + SINCE, clock.instant().minus(within)))
                .orElseGet(() -> incoming.existsByKey(arrival.key()));
    }

    /** Whoever looks sees that something came, and why it is not kept. */
    public void refused(Arrival arrival, Meant meant, Message why) {
        transactions.executeWithoutResult(status -> {
            IncomingScan one = described(arrival, meant);
            // What is refused is not known: it may be kept when it comes again.
            one.key = State.REFUSED + " " + one.id;
            one.state = State.REFUSED;
            one.why = why;
            incoming.save(one);
            live.tell(KIND, one.id);
        });
    }

    private IncomingScan described(Arrival arrival, Meant meant) {
        IncomingScan one = new IncomingScan();
        one.id = UUID.randomUUID();
        one.arrivedAt = clock.instant();
        one.way = arrival.way();
        one.key = arrival.key() + (arrival.sameWithin().isEmpty() ? "" : SINCE + one.arrivedAt.toEpochMilli());
        one.source = arrival.source();
        one.sender = arrival.sender();
        one.recipient = arrival.recipient();
        one.subject = arrival.subject();
        one.deviceId = meant.device().map(DeviceView::id).orElse(null);
        one.jobId = meant.job().map(JobView::id).orElse(null);
        one.personId = meant.person().map(PersonView::id).orElse(null);
        return one;
    }

    private UUID keep(IncomingScan one, Arrival arrival, Meant meant) {
        if (arrival.noScan().isPresent()) {
            one.state = State.IGNORED;
            one.why = Message.of("intake.ignored")
                    .with("why", arrival.noScan().get().name());
        } else {
            ScanService.Incoming kept = scanOf(one, arrival, meant);
            one.scanId = kept.scan();
            one.pages = kept.pages();
            one.state = State.UNCLAIMED;
            one.why = missing(meant);
            if (one.why.isEmpty()) {
                queue.add(IntakeTasks.SEND, one.id);
            }
        }
        incoming.save(one);
        live.tell(KIND, one.id);
        return one.id;
    }

    private ScanService.Incoming scanOf(IncomingScan one, Arrival arrival, Meant meant) {
        Resolution resolution = meant.job()
                .map(job -> profiles.value(job.item().profileId(), job.item().changes())
                        .resolution())
                .orElse(USUAL);
        try {
            return scans.keepIncoming(
                    new ScanService.Origin(
                            one.deviceId,
                            Objects.requireNonNullElse(one.personId, NOBODY),
                            Objects.requireNonNullElse(one.jobId, NOBODY)),
                    one.arrivedAt,
                    resolution,
                    arrival.documents());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Why it cannot go yet; empty for nothing. */
    private static Message missing(Meant meant) {
        if (meant.job().isEmpty()) {
            return Message.of(meant.person().isEmpty() ? "intake.nobody-no-job" : "intake.no-job");
        }
        return meant.person().isEmpty() ? Message.of("intake.nobody") : Message.none();
    }

    /** Sends one of which everything is known; says why where that cannot be. */
    void send(UUID id) {
        try {
            transactions.executeWithoutResult(status -> {
                IncomingScan one = incoming.hold(id).orElse(null);
                if (one != null && one.state == State.UNCLAIMED && one.jobId != null && one.personId != null) {
                    sent(one, one.personId, one.jobId, "");
                }
            });
        } catch (Invalid e) {
            Problem problem = e.problems().get(0);
            explain(id, problem.sentence());
        } catch (Refusal e) {
            explain(id, e.sentence());
        }
    }

    private void explain(UUID id, Message why) {
        transactions.executeWithoutResult(status -> incoming.hold(id).ifPresent(one -> {
            one.why = why;
            live.tell(KIND, id);
        }));
    }

    private void sent(IncomingScan one, UUID person, UUID job, String who) {
        Optional<DeviceView> device = addressees.device(one.deviceId);
        UUID scan = Objects.requireNonNull(one.scanId);
        scans.claim(scan, person, job);
        DeliveryService.Receipt receipt = unattended.send(scan, device, person, job);
        one.state = State.SENT;
        one.personId = person;
        one.jobId = job;
        one.deliveryId = receipt.deliveryId();
        one.why = Message.none();
        one.settledBy = who;
        one.settledAt = clock.instant();
        live.tell(KIND, one.id);
    }

    /**
     * Somebody says whose it is, and by which job it goes.
     *
     * @throws Invalid where the job asks for more than can be known
     * @throws Refusal where it is settled already, or the job is not for them
     */
    @Transactional
    public void claim(UUID id, UUID person, UUID job) {
        sent(unclaimed(id), person, job, Who.name());
    }

    /** Nobody wants it; its pages go. */
    @Transactional
    public void remove(UUID id) {
        remove(unclaimed(id), Who.name());
    }

    private void remove(IncomingScan one, String who) {
        scans.dropIncoming(Objects.requireNonNull(one.scanId));
        one.state = State.REMOVED;
        one.settledBy = who;
        one.settledAt = clock.instant();
        live.tell(KIND, one.id);
    }

    private IncomingScan unclaimed(UUID id) {
        IncomingScan one = incoming.hold(id).filter(this::isSeen).orElseThrow(() -> Refusal.notFound("incoming scan"));
        if (one.state != State.UNCLAIMED) {
            throw Refusal.of(HttpStatus.CONFLICT, "intake.settled");
        }
        return one;
    }

    /** Pages stay as long as those of deliveries that never arrive; what is settled is listed as long. */
    void forgetOld() {
        Instant before = clock.instant().minus(Duration.ofDays(settings.read().keepOthersDays()));
        transactions.executeWithoutResult(status -> {
            incoming.findByStateAndArrivedAtBefore(State.UNCLAIMED, before).forEach(one -> remove(one, ""));
            incoming.deleteByStateNotAndArrivedAtBefore(State.UNCLAIMED, before);
        });
    }

    /** By whoever asks; what is from nowhere known is for those only who are limited to no place. */
    private boolean isSeen(IncomingScan one) {
        return Access.sees(placeOf(one));
    }

    private String placeOf(IncomingScan one) {
        return addressees.device(one.deviceId).map(DeviceView::place).orElse("");
    }

    /** What came by mail for somebody. */
    public record MailedForPerson(Instant at, String sender, String recipient, String subject, String state) {}

    @Transactional(readOnly = true)
    public List<MailedForPerson> of(UUID person) {
        return incoming.findByPersonIdOrderByArrivedAtDesc(person).stream()
                .map(one ->
                        new MailedForPerson(one.arrivedAt, one.sender, one.recipient, one.subject, one.state.name()))
                .toList();
    }

    /** What waits for somebody goes, and what came for them or from their address says so no more. @param email empty for none */
    @Transactional
    public void forget(UUID person, String email) {
        List<IncomingScan> theirs = new ArrayList<>(incoming.findByPersonIdOrderByArrivedAtDesc(person));
        if (!email.isEmpty()) {
            theirs.addAll(incoming.findBySender(email.toLowerCase(Locale.ROOT)));
        }
        for (IncomingScan one : theirs) {
            if (one.state == State.UNCLAIMED && person.equals(one.personId)) {
                remove(one, Who.name());
            }
            one.personId = null;
            one.sender = "";
            one.recipient = "";
            one.subject = "";
        }
    }

    /** Where it came from; empty where that is not known, or there is no such scan any more. */
    @Transactional(readOnly = true)
    Optional<String> placeOf(UUID id) {
        return incoming.findById(id).map(this::placeOf);
    }

    /** The scan whose pages an operator may look at, since nobody knows whose they are. */
    @Transactional(readOnly = true)
    UUID unclaimedScan(UUID id) {
        return incoming.findById(id)
                .filter(one -> one.state == State.UNCLAIMED && isSeen(one))
                .map(one -> one.scanId)
                .orElseThrow(() -> Refusal.notFound("incoming scan"));
    }
}
