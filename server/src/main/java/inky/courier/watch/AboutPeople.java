package inky.courier.watch;

import inky.courier.addressbook.AddressBook;
import inky.courier.audit.ChangeLog;
import inky.courier.audit.SecurityLog;
import inky.courier.consent.Consents;
import inky.courier.consent.Consents.ConsentView;
import inky.courier.core.office.JobItem;
import inky.courier.core.office.Office;
import inky.courier.core.office.PanelItem;
import inky.courier.core.people.PanelSignIn.Replace;
import inky.courier.delivery.ForgottenPeople;
import inky.courier.delivery.query.OwnDeliveries;
import inky.courier.delivery.query.OwnDeliveries.OwnDelivery;
import inky.courier.delivery.query.OwnDeliveries.UsedDevice;
import inky.courier.delivery.query.ReportSums;
import inky.courier.destination.OwnFolders;
import inky.courier.destination.OwnFolders.OwnFolder;
import inky.courier.help.HelpCalls;
import inky.courier.intake.Intake;
import inky.courier.panel.LastTime;
import inky.courier.panel.OwnJobs;
import inky.courier.panel.SignedInPeople;
import inky.courier.panel.SignedInPeople.SignedIn;
import inky.courier.people.Cards;
import inky.courier.people.Cards.CardView;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.people.Pins;
import inky.courier.setup.SetUp;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** All that concerns one person: what they may do and why, what they did, what is kept of them, and how they are forgotten. */
@Service
class AboutPeople {
    private static final Duration WEEKS = Duration.ofDays(28);
    private static final int MOST_DELIVERIES = 10_000;

    /** Stands for whoever was forgotten in logs that stay. */
    private static final String FORGOTTEN = "a forgotten person";

    private final SetUp setUp;
    private final PeopleService people;
    private final Pins pins;
    private final Cards cards;
    private final OwnDeliveries own;
    private final AddressBook book;
    private final LastTime lastTime;
    private final OwnJobs ownJobs;
    private final OwnFolders ownFolders;
    private final HelpCalls help;
    private final Intake intake;
    private final ForgottenPeople forgotten;
    private final ReportSums reports;
    private final Consents consents;
    private final SignedInPeople signedIn;
    private final ChangeLog changes;
    private final SecurityLog security;
    private final Clock clock;

    AboutPeople(
            SetUp setUp,
            PeopleService people,
            Pins pins,
            Cards cards,
            OwnDeliveries own,
            AddressBook book,
            LastTime lastTime,
            OwnJobs ownJobs,
            OwnFolders ownFolders,
            HelpCalls help,
            Intake intake,
            ForgottenPeople forgotten,
            ReportSums reports,
            Consents consents,
            SignedInPeople signedIn,
            ChangeLog changes,
            SecurityLog security,
            Clock clock) {
        this.setUp = setUp;
        this.people = people;
        this.pins = pins;
        this.cards = cards;
        this.own = own;
        this.book = book;
        this.lastTime = lastTime;
        this.ownJobs = ownJobs;
        this.ownFolders = ownFolders;
        this.help = help;
        this.intake = intake;
        this.forgotten = forgotten;
        this.reports = reports;
        this.consents = consents;
        this.signedIn = signedIn;
        this.changes = changes;
        this.security = security;
        this.clock = clock;
    }

    /** Why somebody may use a job. */
    enum Why {
        EVERYBODY,
        GROUP,
        THEMSELVES
    }

    /** @param group of which they are a member; empty where it is for another reason @param panels on which it is */
    record UsableJob(UUID id, String name, Why why, String group, int panels) {}

    /**
     * @param replacePin why they must get another PIN at their next sign-in; absent where they need not
     * @param devices of the last four weeks
     * @param scans the latest
     */
    record PersonPage(
            PersonView person,
            @Nullable Replace replacePin,
            List<CardView> cards,
            List<UsableJob> jobs,
            List<UsedDevice> devices,
            int deliveries,
            List<OwnDelivery> scans,
            List<SignedIn> signedIn,
            List<ConsentView> consents) {}

    @Transactional(readOnly = true)
    PersonPage page(UUID id) {
        Pins.Known known = pins.of(id);
        return new PersonPage(
                known.person(),
                known.replace().orElse(null),
                cards.of(id),
                jobs(known.person()),
                own.devices(id, clock.instant().minus(WEEKS)),
                forgotten.of(id).deliveries(),
                own.latest(id),
                signedIn.of(id),
                consents.of(id));
    }

    private List<UsableJob> jobs(PersonView person) {
        Office office = setUp.office();
        List<PanelItem> panels = office.all(PanelItem.class);
        return office.all(JobItem.class).stream()
                .filter(job -> job.isFor(person.id(), person.groups()))
                .map(job -> new UsableJob(
                        job.id(),
                        job.name(),
                        why(job, person),
                        job.groups().stream()
                                .filter(person.groups()::contains)
                                .findFirst()
                                .orElse(""),
                        (int) panels.stream()
                                .filter(panel -> panel.places().containsValue(job.id()))
                                .count()))
                .sorted(Comparator.comparing(UsableJob::name, String.CASE_INSENSITIVE_ORDER))
                .toList();
    }

    private static Why why(JobItem job, PersonView person) {
        if (job.forEverybody()) {
            return Why.EVERYBODY;
        }
        return job.isFor(person.groups()) ? Why.GROUP : Why.THEMSELVES;
    }

    void signOut(UUID id) {
        people.get(id);
        signedIn.signOut(id);
    }

    /** Everything that is kept of somebody, without pages and files. */
    record Everything(
            Instant at,
            PersonPage person,
            List<OwnDelivery> deliveries,
            AddressBook.OwnBook addressBook,
            List<LastTime.AnsweredJob> lastAnswers,
            List<OwnJobs.OwnJob> ownJobs,
            List<OwnFolder> ownFolders,
            List<HelpCalls.OwnCall> helpCalls,
            List<Intake.MailedForPerson> mailedScans,
            List<SecurityLog.Entry> signIns,
            List<ChangeOfPerson> changes) {}

    /** @param before and {@code after} as it was written down; absent where there was nothing */
    record ChangeOfPerson(
            Instant at,
            String who,
            @Nullable String before,
            @Nullable String after) {}

    @Transactional(readOnly = true)
    Everything everything(UUID id) {
        PersonPage page = page(id);
        return new Everything(
                clock.instant(),
                page,
                own.all(id, MOST_DELIVERIES),
                book.of(id),
                lastTime.of(id),
                ownJobs.of(id),
                ownFolders.of(id),
                help.of(id),
                intake.of(id),
                security.atPanels(page.person.name()),
                changes.about(id).stream()
                        .map(one -> new ChangeOfPerson(one.at(), one.who(), one.before(), one.after()))
                        .toList());
    }

    /**
     * What forgetting somebody means.
     *
     * @param underWay deliveries that may still go, while which nobody is forgotten
     * @param withContents deliveries whose pages and files would be removed
     * @param deliveries that stay without their name
     * @param recipients that they keep or sent to, and {@code folders} of their own, which go
     * @param signIns at panels, and {@code changes}, that stay without their name
     */
    record Forgetting(
            int underWay,
            int withContents,
            int deliveries,
            int cards,
            int consents,
            int recipients,
            int folders,
            int signIns,
            int changes) {}

    @Transactional(readOnly = true)
    Forgetting forgetting(UUID id) {
        PersonView person = people.get(id);
        ForgottenPeople.OfPerson theirs = forgotten.of(id);
        return new Forgetting(
                theirs.underWay(),
                theirs.withContents(),
                theirs.deliveries(),
                cards.of(id).size(),
                consents.of(id).size(),
                book.of(id).size(),
                ownFolders.of(id).size(),
                security.atPanels(person.name()).size(),
                changes.count(id));
    }

    /** All that can be of them goes at once; what has to stay for the record stays without their name. */
    @Transactional
    void forget(UUID id) {
        PersonView person = people.get(id);
        List<OwnFolder> folders = ownFolders.of(id);
        forgotten.forget(id);
        reports.forget(id);
        intake.forget(id, person.email());
        people.delete(id);
        changes.forget(id, FORGOTTEN);
        folders.forEach(folder -> changes.forget(folder.id(), FORGOTTEN));
        changes.forgetBy(person.name(), FORGOTTEN);
        security.forget(person.name(), FORGOTTEN);
    }
}
