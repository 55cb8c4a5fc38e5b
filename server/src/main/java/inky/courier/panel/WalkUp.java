package inky.courier.panel;

import inky.courier.addressbook.AddressBook;
import inky.courier.core.delivery.LegPhase;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.fleet.DeviceAbilities;
import inky.courier.core.fleet.DeviceCondition;
import inky.courier.core.message.Message;
import inky.courier.core.people.PanelSignIn;
import inky.courier.core.people.PanelSignIn.Replace;
import inky.courier.core.profile.DeviceSetting;
import inky.courier.core.profile.PaperSource;
import inky.courier.core.profile.ScanProfile;
import inky.courier.delivery.DeliveryService;
import inky.courier.delivery.query.DeliveryQueries;
import inky.courier.delivery.query.DeliveryQueries.DeliveryRow;
import inky.courier.delivery.query.DeliveryQueries.LegView;
import inky.courier.delivery.query.Troubles;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.device.DeviceService;
import inky.courier.device.DeviceService.DeviceView;
import inky.courier.job.JobService.JobView;
import inky.courier.naming.NamingService;
import inky.courier.people.PeopleService;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService;
import inky.courier.scan.PageEditForm;
import inky.courier.scan.ScanPages;
import inky.courier.scan.ScanService;
import inky.courier.scan.ScanService.ScanView;
import inky.courier.settings.Settings;
import inky.courier.shelf.ShelfDocuments;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.io.IOException;
import java.time.Clock;
import java.time.ZoneId;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What a person does in front of a device. */
@Service
class WalkUp {
    private final DeviceService devices;
    private final PanelPlaces places;
    private final PanelShown shown;
    private final ProfileService profiles;
    private final NamingService names;
    private final PeopleService people;
    private final PanelUsers users;
    private final ScanService scans;
    private final ScanPages pages;
    private final DeliveryService deliveries;
    private final DeliveryQueries queries;
    private final Troubles troubles;
    private final JobQuestions questions;
    private final FilesToBe filesToBe;
    private final AddressBook book;
    private final LastTime lastTime;
    private final OwnJobs ownJobs;
    private final Settings settings;
    private final ShelfDocuments shelf;
    private final ZoneId zone;
    private final Clock clock;

    WalkUp(
            DeviceService devices,
            PanelPlaces places,
            PanelShown shown,
            ProfileService profiles,
            NamingService names,
            PeopleService people,
            PanelUsers users,
            ScanService scans,
            ScanPages pages,
            DeliveryService deliveries,
            DeliveryQueries queries,
            Troubles troubles,
            JobQuestions questions,
            FilesToBe filesToBe,
            AddressBook book,
            LastTime lastTime,
            OwnJobs ownJobs,
            Settings settings,
            ShelfDocuments shelf,
            ZoneId zone,
            Clock clock) {
        this.devices = devices;
        this.places = places;
        this.shown = shown;
        this.profiles = profiles;
        this.names = names;
        this.people = people;
        this.users = users;
        this.scans = scans;
        this.pages = pages;
        this.deliveries = deliveries;
        this.queries = queries;
        this.troubles = troubles;
        this.questions = questions;
        this.filesToBe = filesToBe;
        this.book = book;
        this.lastTime = lastTime;
        this.ownJobs = ownJobs;
        this.settings = settings;
        this.shelf = shelf;
        this.zone = zone;
        this.clock = clock;
    }

    /** What everybody sees who stands there; the person only once signed in. @param feederSheets how many it takes at a time; 0 for none @param stick whether a USB stick can be put in @param shelf whether folders of the shelf are here @param localOnly whether it scans by itself, and not through Courier @param guests whether somebody can scan without signing in */
    record Front(
            UUID deviceId,
            String office,
            String zone,
            String deviceName,
            String place,
            boolean standIn,
            boolean feeder,
            int feederSheets,
            boolean glass,
            boolean stick,
            boolean shelf,
            DeviceCondition.State condition,
            Message conditionWords,
            boolean localOnly,
            int signOutSeconds,
            String language,
            PanelSignIn.Way way,
            boolean guests,
            @Nullable PanelPerson person) {}

    /**
     * @param language empty for the panel's
     * @param replacePin why they must get another PIN before anything else; absent where they need not
     * @param guest whether they have not signed in: there is nothing of their own
     * @param choosesPin whether they choose a new PIN themselves, of at least {@code pinLength} digits
     */
    record PanelPerson(
            String name,
            String email,
            String language,
            boolean guest,
            @Nullable Replace replacePin,
            boolean choosesPin,
            int pinLength) {}

    /** A job as the label on the panel tells it, in the panel's language. @param picture empty for the icon @param does what it is for, or how it scans @param start whether the start key runs it @param sendAtOnce whether it is sent when the last page is in; never from the glass @param nextDocument whether the same job is offered first afterwards @param note known trouble on the way, in plain words; empty for none @param own which of the person's own jobs it is; absent for one of the office */
    record Label(
            UUID jobId,
            @Nullable UUID own,
            String name,
            String icon,
            String picture,
            List<Message> to,
            Message does,
            Message note,
            boolean possible,
            boolean start,
            boolean sendAtOnce,
            boolean nextDocument,
            List<Ask> asks) {}

    /** @param there what of it lies on the stick, where it has been taken out too early; empty for nothing to say */
    record PanelLeg(String label, LegPhase state, Message sentence, Message there) {}

    record Progress(UUID deliveryId, long number, boolean madeReady, String fileName, List<PanelLeg> legs) {}

    Front front(UUID deviceId, @Nullable PanelUser user) {
        DeviceView device = devices.get(deviceId);
        shown.asked(deviceId);
        return new Front(
                deviceId,
                settings.read().office(),
                zone.getId(),
                device.name(),
                device.place(),
                device.standIn(),
                device.abilities().feeder(),
                device.abilities().feederSheets(),
                device.abilities().glass(),
                device.abilities().usbPort(),
                shelf.isAt(deviceId),
                device.condition(),
                device.conditionWords(),
                device.settings().isLocalOnly(),
                device.signOutSeconds(),
                settings.read().languageOf(device.language()).toLanguageTag(),
                settings.read().panelSignIn().way(),
                places.areGuestsWelcome(deviceId),
                user == null ? null : panelPerson(user));
    }

    private PanelPerson panelPerson(PanelUser user) {
        PersonView person = users.shown(user);
        PanelSignIn rules = settings.read().panelSignIn();
        return new PanelPerson(
                person.name(),
                person.email(),
                person.language(),
                user.guest(),
                user.replace().orElse(null),
                rules.choose(),
                rules.pinLength());
    }

    List<Label> labels(PanelUser user) {
        PersonView person = users.shown(user);
        DeviceView device = devices.get(user.deviceId());
        Map<UUID, Message> troubled = troubles.routes();
        shown.read(device.id(), places.placesOf(device.id()));
        Optional<UUID> start = places.startJob(device.id());
        Map<UUID, Label> ofOffice = new LinkedHashMap<>();
        Map<UUID, JobView> jobs = new HashMap<>();
        for (PanelPlaces.Candidate candidate : places.at(user)) {
            JobView job = candidate.job();
            jobs.put(job.id(), job);
            ofOffice.put(
                    job.id(),
                    label(
                            candidate,
                            device.abilities(),
                            Message.text(person.name()),
                            troubled,
                            start,
                            asks(job, person, device)));
        }
        Stream<Label> own = user.known().stream()
                .flatMap(known -> ownJobs.of(known).stream())
                .filter(one -> jobs.containsKey(one.jobId()))
                .map(one -> own(one, ofOffice.get(one.jobId()), jobs.get(one.jobId()), Message.text(person.name())));
        return Stream.concat(own, ofOffice.values().stream()).toList();
    }

    /** A person's own job, by the label of the one that it is of. */
    private static Label own(OwnJobs.OwnJob own, Label of, JobView job, Message person) {
        List<Message> to =
                own.destinations().isEmpty() ? of.to : goesTo(job.to(Set.copyOf(own.destinations())), person);
        return new Label(
                of.jobId,
                own.id(),
                own.name(),
                of.icon,
                of.picture,
                to,
                Message.of("panel.own-job").with("job", of.name),
                of.note,
                of.possible,
                false,
                of.sendAtOnce,
                of.nextDocument,
                of.asks);
    }

    private static List<Message> goesTo(JobView job, Message person) {
        return job.destinations().stream()
                .map(d -> d.kind() == DestinationKind.MAIL_TO_ME
                        ? person
                        : d.kind() == DestinationKind.MAIL_CHOSEN
                                ? Message.of("panel.whom-you-choose")
                                : Message.text(d.name()))
                .toList();
    }

    /**
     * The labels as they would be seen now.
     *
     * @param personId whose panel it would be; absent for anybody's
     * @param group that somebody would be in; absent for none
     */
    @Transactional(readOnly = true)
    public List<Label> labels(UUID deviceId, @Nullable UUID personId, @Nullable String group) {
        Map<UUID, Message> troubled = troubles.routes();
        Optional<UUID> start = places.startJob(deviceId);
        DeviceAbilities device = devices.get(deviceId).abilities();
        PersonView person = personId == null ? null : people.get(personId);
        Message name = person == null ? Message.of("panel.whoever-scans") : Message.text(person.name());
        List<PanelPlaces.Candidate> seen = person == null
                ? places.at(deviceId, job -> job.forEverybody() || group != null && job.isFor(List.of(group)))
                : places.at(deviceId, job -> job.isFor(person.id(), person.groups()));
        return seen.stream()
                .map(candidate -> label(candidate, device, name, troubled, start, List.of()))
                .toList();
    }

    /** @param person what mail to whoever scans says */
    private Label label(
            PanelPlaces.Candidate candidate,
            DeviceAbilities device,
            Message person,
            Map<UUID, Message> troubled,
            Optional<UUID> start,
            List<Ask> asks) {
        JobView job = candidate.job();
        boolean possible = candidate.findings().stream()
                .noneMatch(f -> f.severity() == inky.courier.core.preflight.Finding.Severity.STOPS);
        Stream<UUID> routes = job.destinations().stream().map(DestinationView::routeId);
        boolean late = job.item().asks().destinations()
                ? routes.allMatch(troubled::containsKey)
                : routes.anyMatch(troubled::containsKey);
        Message note = !possible
                ? candidate.findings().get(0).sentence()
                : late ? Message.of("panel.delayed") : Message.none();
        return new Label(
                job.id(),
                null,
                job.item().label(LocaleContextHolder.getLocale()),
                job.item().icon(),
                job.item().picture(),
                job.item().asks().destinations() ? List.of(Message.of("panel.where-you-choose")) : goesTo(job, person),
                job.item().description().isEmpty()
                        ? job.profileSentence()
                        : Message.text(job.item().description()),
                note,
                possible,
                start.filter(job.id()::equals).isPresent(),
                job.item().asks().sendAtOnce()
                        && from(device, questions.profile(job, null).input().source()) != PaperSource.GLASS,
                job.item().asks().nextDocument(),
                asks);
    }

    /** What this device cannot do is not offered. */
    private List<Ask> asks(JobView job, PersonView person, DeviceView device) {
        boolean chosen = job.item().asks().destinations();
        Set<UUID> open = job.destinations().stream()
                .map(DestinationView::id)
                .filter(to -> !chosen || places.canGo(job, to, device))
                .collect(Collectors.toSet());
        // How it scans is looked at by one way, not by each.
        JobView one = chosen && !open.isEmpty() ? job.to(Set.of(open.iterator().next())) : job;
        return questions.of(job, person).stream()
                .map(ask -> switch (ask.kind()) {
                    case SETTING ->
                        DeviceSetting.of(ask.key())
                                .map(setting -> ask.offering(value -> places.canRun(one, setting, value, device)))
                                .orElse(ask);
                    case DESTINATIONS -> ask.offering(value -> open.contains(UUID.fromString(value)));
                    default -> ask;
                })
                .toList();
    }

    /** @param source where the paper lies; empty for where the job's profile says @param chosen settings, by path */
    ScanView begin(PanelUser user, UUID jobId, Optional<PaperSource> source, @Nullable Map<String, String> chosen) {
        JobView job = placedJob(user, jobId);
        return scans.start(
                user.deviceId(),
                devices.scannerOf(user.deviceId()),
                user.personId(),
                jobId,
                profileAt(user, job, source, chosen));
    }

    /** @param instead the page that is scanned again; empty for more paper */
    ScanView addLoad(
            PanelUser user,
            UUID scanId,
            Optional<UUID> instead,
            Optional<PaperSource> source,
            @Nullable Map<String, String> chosen) {
        ScanView scan = own(user, scanId);
        JobView job = placedJob(user, scan.jobId());
        return scans.addLoad(scanId, devices.scannerOf(user.deviceId()), profileAt(user, job, source, chosen), instead);
    }

    /** A device that has only one of the two scans from that. */
    private ScanProfile profileAt(
            PanelUser user, JobView job, Optional<PaperSource> source, @Nullable Map<String, String> chosen) {
        ScanProfile profile = questions.profile(job, chosen);
        DeviceAbilities device = devices.get(user.deviceId()).abilities();
        return profile.from(from(device, source.orElse(profile.input().source())));
    }

    private static PaperSource from(DeviceAbilities device, PaperSource wanted) {
        boolean onlyGlass = device.glass() && !device.feeder();
        boolean onlyFeeder = device.feeder() && !device.glass();
        return onlyGlass ? PaperSource.GLASS : onlyFeeder ? PaperSource.FEEDER : wanted;
    }

    void cancel(PanelUser user, UUID scanId) {
        own(user, scanId);
        scans.cancel(scanId);
    }

    /** A scan of this person at this device; any other is as good as none. */
    ScanView own(PanelUser user, UUID scanId) {
        ScanView scan = scans.get(scanId);
        if (!scan.personId().equals(user.personId()) || !user.deviceId().equals(scan.deviceId())) {
            throw Refusal.notFound("scan");
        }
        return scan;
    }

    ScanView edit(PanelUser user, UUID scanId, PageEditForm edit) {
        own(user, scanId);
        scans.edit(scanId, edit);
        return scans.get(scanId);
    }

    ScanView undoEdit(PanelUser user, UUID scanId) {
        own(user, scanId);
        scans.undoEdit(scanId);
        return scans.get(scanId);
    }

    byte[] picture(PanelUser user, UUID scanId, UUID page, boolean small) throws IOException {
        own(user, scanId);
        return pages.picture(scanId, page, small);
    }

    DeliveryService.Receipt send(PanelUser user, UUID scanId, @Nullable JobQuestions.Answers answers) {
        ScanView scan = own(user, scanId);
        JobView job = placedJob(user, scan.jobId());
        DeviceView device = devices.get(user.deviceId());
        PersonView person = users.person(user);
        JobQuestions.Answered answered = questions.check(job, person, device.place(), answers);
        user.known().ifPresent(known -> {
            book.used(known, answered.recipients());
            lastTime.keep(known, job.id(), answered.again());
        });
        return deliveries.accept(new DeliveryService.Order(
                scanId,
                Optional.of(device),
                person,
                answered.job(),
                profiles.get(job.item().profileId()),
                answered.profile(),
                answered.name()
                        .orElseGet(() -> names.get(job.item().templateId()).template()),
                answered.choices(),
                clock.instant(),
                false));
    }

    /** What would be made of it as it stands. */
    FilesToBe.PlannedScan plan(PanelUser user, UUID scanId, @Nullable JobQuestions.Answers answers) {
        ScanView scan = own(user, scanId);
        JobView job = placedJob(user, scan.jobId());
        return filesToBe.of(
                scan,
                new FilesToBe.By(
                        users.person(user),
                        devices.get(user.deviceId()),
                        job,
                        names.get(job.item().templateId()).template()),
                Optional.ofNullable(answers).orElse(JobQuestions.Answers.NONE));
    }

    /** Choices of one of a job's questions in which the letters stand. */
    Ask.Options choices(PanelUser user, UUID jobId, String question, String letters) {
        return questions.choices(placedJob(user, jobId), question, letters);
    }

    Progress progress(PanelUser user, UUID deliveryId) {
        DeliveryRow row = queries.row(deliveryId);
        if (!isTheirs(user, row) || !Objects.equals(row.deviceId(), user.deviceId())) {
            throw Refusal.notFound("delivery");
        }
        return new Progress(
                row.id(),
                row.number(),
                row.madeReadyAt() != null,
                row.fileName(),
                row.legs().stream()
                        .map(leg -> new PanelLeg(
                                leg.label(),
                                leg.state(),
                                leg.cause().isEmpty() ? Message.none() : leg.sentence(),
                                there(leg)))
                        .collect(Collectors.toList()));
    }

    private Message there(LegView leg) {
        boolean tookOut = leg.kind() == DestinationKind.USB
                && leg.state() == LegPhase.WAITING
                && !leg.cause().isEmpty();
        if (!tookOut) {
            return Message.none();
        }
        List<String> there = queries.surelyThere(leg.id());
        return there.isEmpty()
                ? Message.of("panel.stick-nothing")
                : Message.of("panel.stick-there").with("names", String.join(", ", there));
    }

    /** What guests send is all of one person; which of them it was, the scan says. */
    private boolean isTheirs(PanelUser user, DeliveryRow row) {
        return user.guest()
                ? queries.scanOf(row.id())
                        .filter(scan -> scans.get(scan).personId().equals(user.personId()))
                        .isPresent()
                : row.personId().equals(user.personId());
    }

    private JobView placedJob(PanelUser user, UUID jobId) {
        return places.placed(user, jobId);
    }
}
