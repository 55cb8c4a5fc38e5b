package inky.courier.intake;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.intake.NoScan;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
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
import java.net.InetAddress;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Scans that devices sent by themselves: kept at once, sent as soon as it is known whose they are and by which job. */
@Service
public class Intake {
    /** Of a scan while nobody knows whose it is, or which job it is for. */
    private static final UUID NOBODY = new UUID(0, 2);

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

    /** Where something came from. @param recipient all of the address */
    record Envelope(InetAddress source, String recipient) {}

    /**
     * Keeps a mail's pages; once this returns they cannot be lost. The same message twice is one scan.
     *
     * @throws Invalid when an attachment is no picture
     * @throws Refusal when there are no pages in it, or too many
     */
    void take(IncomingMail mail, Envelope envelope) throws IOException {
        String key = mail.key(envelope.recipient.toLowerCase(Locale.ROOT));
        if (incoming.existsByKey(key)) {
            return;
        }
        Optional<NoScan> none = mail.noScan();
        if (none.isEmpty() && mail.documents().isEmpty()) {
            throw Refusal.of(HttpStatus.UNPROCESSABLE_CONTENT, "intake.no-pages");
        }
        Meant meant = addressees.of(envelope.source, envelope.recipient, mail);
        try {
            transactions.executeWithoutResult(status -> {
                // The same message may come to two instances at once.
                turns.await("incoming " + key);
                if (!incoming.existsByKey(key)) {
                    keep(described(mail, envelope, key, meant), mail, none, meant);
                }
            });
        } catch (UncheckedIOException e) {
            throw e.getCause();
        }
    }

    private static IncomingScan described(IncomingMail mail, Envelope envelope, String key, Meant meant) {
        IncomingScan one = new IncomingScan();
        one.id = UUID.randomUUID();
        one.key = key;
        one.source = envelope.source.getHostAddress();
        one.sender = mail.sender();
        one.recipient = envelope.recipient;
        one.subject = mail.subject();
        one.deviceId = meant.device().map(DeviceView::id).orElse(null);
        one.jobId = meant.job().map(JobView::id).orElse(null);
        one.personId = meant.person().map(PersonView::id).orElse(null);
        return one;
    }

    private void keep(IncomingScan one, IncomingMail mail, Optional<NoScan> none, Meant meant) {
        one.arrivedAt = clock.instant();
        if (none.isPresent()) {
            one.state = State.IGNORED;
            one.why = Message.of("intake.ignored").with("why", none.get().name());
        } else {
            ScanService.Incoming kept = scanOf(one, mail, meant);
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
    }

    private ScanService.Incoming scanOf(IncomingScan one, IncomingMail mail, Meant meant) {
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
                    mail.documents());
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
