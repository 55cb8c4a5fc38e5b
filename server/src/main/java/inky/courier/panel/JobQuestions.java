package inky.courier.panel;

import inky.courier.addressbook.AddressBook;
import inky.courier.consent.Consents;
import inky.courier.core.Invalid;
import inky.courier.core.contact.DirectEntry;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.core.job.Asked;
import inky.courier.core.job.Asking;
import inky.courier.core.job.Question;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.profile.DeviceSetting;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.text.PlainText;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.delivery.Choices;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.destination.OwnFolders;
import inky.courier.job.JobService.JobView;
import inky.courier.people.PeopleService.PersonView;
import inky.courier.profile.ProfileService;
import inky.courier.settings.Settings;
import inky.courier.web.Refusal;
import jakarta.annotation.Nullable;
import java.time.Clock;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/** What a job asks the person at the device, and whether the answers will do. */
@Component
public class JobQuestions {
    private static final int LONGEST_NAME = 120;
    private static final int LONGEST_SUBJECT = 200;

    /** ISO 32000-2, 7.6.4.3.3: 127 bytes, which is checked when the file is set up. */
    private static final int LONGEST_PASSCODE = 127;

    /** What a finger can choose among without a search. */
    private static final int MOST_OPTIONS = 24;

    private final Consents consents;
    private final AddressBook book;
    private final ProfileService profiles;
    private final OwnFolders ownFolders;
    private final Settings settings;
    private final Clock clock;
    private final ZoneId zone;

    JobQuestions(
            Consents consents,
            AddressBook book,
            ProfileService profiles,
            OwnFolders ownFolders,
            Settings settings,
            Clock clock,
            ZoneId zone) {
        this.consents = consents;
        this.book = book;
        this.profiles = profiles;
        this.ownFolders = ownFolders;
        this.settings = settings;
        this.clock = clock;
        this.zone = zone;
    }

    /** What was answered; absent for nothing. @param destinations where it goes, where that is asked @param whenTooLarge instead of what the job does then @param recipients, folders and places (which of one's own folders) by destination, settings by path, questions by key */
    record Answers(
            @Nullable List<UUID> destinations,
            @Nullable WhenTooLarge whenTooLarge,
            @Nullable Map<UUID, List<String>> recipients,
            @Nullable Map<UUID, String> folders,
            @Nullable Map<UUID, UUID> places,
            @Nullable List<String> copies,
            @Nullable String fileName,
            @Nullable String subject,
            @Nullable String passcode,
            @Nullable Map<String, String> settings,
            @Nullable Map<String, String> questions) {
        static final Answers NONE = new Answers(null, null, null, null, null, null, null, null, null, null, null);

        /**
         * What of it may be given again: of what is asked, without what is for one document only (passcodes, names of files, what was done about
         * its size).
         */
        Answers again(List<Ask> asks) {
            Set<Ask.Kind> asked = asks.stream().map(Ask::kind).collect(Collectors.toSet());
            return new Answers(
                    asked.contains(Ask.Kind.DESTINATIONS) ? destinations : null,
                    null,
                    of(recipients, asks, Ask.Kind.RECIPIENTS, Ask::destinationId),
                    of(folders, asks, Ask.Kind.FOLDER, Ask::destinationId),
                    of(places, asks, Ask.Kind.OWN_FOLDER, Ask::destinationId),
                    asked.contains(Ask.Kind.COPIES) ? copies : null,
                    null,
                    asked.contains(Ask.Kind.SUBJECT) ? subject : null,
                    null,
                    of(settings, asks, Ask.Kind.SETTING, Ask::key),
                    of(questions, asks, Ask.Kind.QUESTION, Ask::key));
        }

        @Nullable
        private static <K, V> Map<K, V> of(
                @Nullable Map<K, V> given, List<Ask> asks, Ask.Kind kind, Function<Ask, K> key) {
            if (given == null) {
                return null;
            }
            Map<K, V> kept = new LinkedHashMap<>(given);
            kept.keySet()
                    .retainAll(asks.stream()
                            .filter(ask -> ask.kind() == kind)
                            .map(key)
                            .toList());
            return kept;
        }

        /** Whether anything was answered at all. */
        boolean hasAny() {
            boolean lists = Stream.of(recipients, folders, places, settings, questions)
                    .anyMatch(map -> map != null && !map.isEmpty());
            return lists
                    || copies != null && !copies.isEmpty()
                    || destinations != null && !destinations.isEmpty()
                    || Stream.of(fileName, subject, passcode).anyMatch(text -> text != null && !text.isEmpty());
        }
    }

    /**
     * What a job does with the answers.
     *
     * @param job going where was chosen
     * @param profile with what was chosen
     * @param name template of its files; empty for the job's own
     * @param recipients as they were chosen, groups not yet taken apart
     * @param again the answers as they may be given again
     */
    public record Answered(
            JobView job,
            Choices choices,
            ScanProfile profile,
            Optional<String> name,
            List<String> recipients,
            Answers again) {}

    List<Ask> of(JobView job, PersonView person) {
        List<Ask> asks = new ArrayList<>();
        boolean chosen = job.item().asks().destinations();
        if (chosen) {
            // What still needs consent gets it by a job that goes there.
            asks.add(Ask.where(job.destinations().stream().filter(to -> isOpen(to, person))));
        }
        asks.addAll(settings(job));
        for (DestinationView destination : job.destinations()) {
            if (!chosen && !isOpen(destination, person)) {
                asks.add(Ask.about(destination, Ask.Kind.CONSENT, false, false));
            }
            if (destination.kind() == DestinationKind.MAIL_CHOSEN) {
                asks.add(Ask.about(destination, Ask.Kind.RECIPIENTS, true, true)
                        .within(entry(job, Optional.of(destination.id()), person))
                        .onlyFor(chosen ? Stream.of(destination) : Stream.of()));
            }
            List<OwnFolders.OwnFolder> theirs =
                    destination.kind() == DestinationKind.DESKTOP ? ownFolders.of(person.id()) : List.of();
            if (theirs.size() > 1) {
                asks.add(Ask.which(destination, theirs).onlyFor(chosen ? Stream.of(destination) : Stream.of()));
            }
            if (job.item().askFolder()
                    && destination.settings() instanceof FolderSettings folder
                    && canChoose(folder)) {
                asks.add(Ask.about(destination, Ask.Kind.FOLDER, folder.makeFolders(), false)
                        .onlyFor(chosen ? Stream.of(destination) : Stream.of()));
            }
        }
        Asking wanted = job.item().asks().in(LocaleContextHolder.getLocale());
        List<DestinationView> mails =
                job.destinations().stream().filter(to -> to.kind().isMail()).toList();
        List<DestinationView> onlyForMails = chosen ? mails : List.of();
        if (!mails.isEmpty() && wanted.copies()) {
            asks.add(Ask.of(Ask.Kind.COPIES, false)
                    .within(entry(job, Optional.empty(), person))
                    .onlyFor(onlyForMails.stream()));
        }
        add(asks, Ask.Kind.FILE_NAME, wanted.fileName());
        if (!mails.isEmpty() && wanted.subject() != Asked.NO) {
            asks.add(
                    Ask.of(Ask.Kind.SUBJECT, wanted.subject() == Asked.REQUIRED).onlyFor(onlyForMails.stream()));
        }
        if (wanted.passcode() == Asked.NO) {
            passcodeForStick(job, chosen).ifPresent(asks::add);
        } else {
            add(asks, Ask.Kind.PASSCODE, wanted.passcode());
        }
        wanted.questions().stream().map(this::ask).forEach(asks::add);
        return asks;
    }

    /** A stick is easily lost: where its files would be open to whoever finds it, a passcode is suggested. */
    private Optional<Ask> passcodeForStick(JobView job, boolean chosen) {
        List<DestinationView> sticks = job.destinations().stream()
                .filter(to -> to.kind() == DestinationKind.USB)
                .toList();
        if (sticks.isEmpty()) {
            return Optional.empty();
        }
        ScanProfile profile = profile(job);
        return profile.encryptsFiles() || !Asking.canOpenWithPasscode(profile)
                ? Optional.empty()
                : Optional.of(Ask.suggested(Ask.Kind.PASSCODE, Message.of("panel.passcode-suggested"))
                        .onlyFor(chosen ? sticks.stream() : Stream.of()));
    }

    /** Whether files of this person can go there: their own cloud folder needs their consent. */
    private boolean isOpen(DestinationView destination, PersonView person) {
        return destination.kind() != DestinationKind.CLOUD || consents.isGood(destination.id(), person.id());
    }

    /** The job, going where somebody chose. @throws Invalid for no destination, or one that they cannot choose */
    private JobView goingWhereChosen(JobView job, PersonView person, @Nullable List<UUID> chosen) {
        if (!job.item().asks().destinations()) {
            return job;
        }
        Set<UUID> wanted = chosen == null ? Set.of() : new HashSet<>(chosen);
        Set<UUID> open = job.destinations().stream()
                .filter(to -> isOpen(to, person))
                .map(DestinationView::id)
                .collect(Collectors.toSet());
        if (wanted.isEmpty() || !open.containsAll(wanted)) {
            throw Invalid.of("panel.destinations", "destinations");
        }
        return job.to(wanted);
    }

    /** @throws Invalid for a link where nobody has said where Courier is reached */
    private WhenTooLarge allowed(WhenTooLarge wanted) {
        if (wanted == WhenTooLarge.LINK && !canLink()) {
            throw Invalid.of("panel.no-links", "whenTooLarge");
        }
        return wanted;
    }

    boolean canLink() {
        return !settings.read().address().isEmpty();
    }

    /**
     * What a job does by answers of which some may still be missing.
     *
     * @param template of its files' names
     * @param answers to its questions
     */
    record SoFar(JobView job, ScanProfile profile, String template, Map<String, String> answers) {}

    /** @param template of the job's names @throws Invalid for settings that cannot be chosen */
    SoFar soFar(JobView asking, String template, Answers given) {
        Set<UUID> chosen = given.destinations == null ? Set.of() : new HashSet<>(given.destinations);
        JobView going = asking.item().asks().destinations() ? asking.to(chosen) : asking;
        JobView job = given.whenTooLarge == null ? going : going.whenTooLarge(given.whenTooLarge);
        Asking wanted = asking.item().asks();
        String called = wanted.fileName() == Asked.NO || given.fileName == null ? "" : given.fileName.strip();
        Map<String, String> answers = new HashMap<>();
        Map<String, String> written = Optional.ofNullable(given.questions).orElse(Map.of());
        wanted.questions().forEach(question -> answers.put(question.key(), written.getOrDefault(question.key(), "")));
        return new SoFar(
                job,
                profile(asking, given.settings),
                PlainText.isName(called, LONGEST_NAME) ? NameTemplate.literal(called) : template,
                answers);
    }

    /**
     * Which addresses somebody may enter: what the office lets them, the job and the destination too.
     *
     * @param destination whose recipients they are; empty for copies, which follow the strictest of the job's mails
     */
    DirectEntry entry(JobView job, Optional<UUID> destination, PersonView person) {
        return ofJob(job, destination).and(book.entryOf(person.groups()));
    }

    private static DirectEntry ofJob(JobView job, Optional<UUID> destination) {
        boolean freely = job.destinations().stream()
                .filter(to -> destination.map(to.id()::equals).orElse(to.kind().isMail()))
                .allMatch(to -> !(to.settings() instanceof MailSettings mail) || mail.directEntry());
        return freely ? job.item().asks().entry() : DirectEntry.NONE;
    }

    /** As whom somebody looks into the address book while a job asks them. */
    AddressBook.Reader reader(JobView job, Optional<UUID> destination, PersonView person, String place) {
        return AddressBook.Reader.of(person, place, ofJob(job, destination));
    }

    private static void add(List<Ask> asks, Ask.Kind kind, Asked asked) {
        if (asked != Asked.NO) {
            asks.add(Ask.of(kind, asked == Asked.REQUIRED));
        }
    }

    private Stream<Ask> settings(JobView job, ScanProfile profile) {
        return job.item().asks().settings().keySet().stream()
                .flatMap(path -> DeviceSetting.of(path).stream())
                .sorted()
                .map(setting -> new Ask(
                        null,
                        Ask.Kind.SETTING,
                        setting.path(),
                        setting.words(),
                        false,
                        false,
                        Question.Type.CHOICE,
                        setting.in(profile).toString(),
                        new Ask.Options(
                                job.item().asks().offered(setting, profile).stream()
                                        .map(value -> new Ask.Option(value.toString(), setting.words(value)))
                                        .toList(),
                                false),
                        List.of(),
                        List.of()));
    }

    private List<Ask> settings(JobView job) {
        return job.item().asks().settings().isEmpty()
                ? List.of()
                : settings(job, profile(job)).toList();
    }

    private ScanProfile profile(JobView job) {
        return profiles.value(job.item().profileId(), job.item().changes());
    }

    private Ask ask(Question question) {
        boolean today = question.usual().equals(Question.TODAY) && question.type() == Question.Type.DATE;
        return new Ask(
                null,
                Ask.Kind.QUESTION,
                question.key(),
                Message.text(question.label()),
                question.type() != Question.Type.CHOICE,
                question.required(),
                question.type(),
                today ? today().toString() : question.usual(),
                options(question, ""),
                List.of(),
                List.of());
    }

    /** Choices of one of a job's questions in which the letters stand; those that begin with them first. */
    Ask.Options choices(JobView job, String key, String letters) {
        return job.item().asks().questions().stream()
                .filter(question -> question.key().equals(key))
                .findFirst()
                .map(question -> options(question, letters))
                .orElseThrow(() -> Refusal.notFound("question"));
    }

    private static Ask.Options options(Question question, String letters) {
        String wanted = letters.strip().toLowerCase(Locale.ROOT);
        List<Ask.Option> found = question.choices().stream()
                .filter(choice -> place(choice, wanted) >= 0)
                .sorted(Comparator.comparing(choice -> place(choice, wanted) > 0))
                .map(choice -> new Ask.Option(choice.value(), Message.text(choice.shown())))
                .toList();
        return new Ask.Options(found.subList(0, Math.min(MOST_OPTIONS, found.size())), found.size() > MOST_OPTIONS);
    }

    private static int place(Question.Listed choice, String letters) {
        int shown = choice.shown().toLowerCase(Locale.ROOT).indexOf(letters);
        return shown >= 0 ? shown : choice.value().toLowerCase(Locale.ROOT).indexOf(letters);
    }

    /** Where the destination's own folder depends on the day, there is none to look into beforehand. */
    private static boolean canChoose(FolderSettings folder) {
        return !FolderTemplate.of(folder.path()).hasFields();
    }

    /** How the job scans with what was chosen. @param chosen by the setting's path @throws Invalid for what cannot be chosen */
    ScanProfile profile(JobView job, @Nullable Map<String, String> chosen) {
        return chosen == null || chosen.isEmpty()
                ? profile(job)
                : job.item().asks().chosen(profile(job), chosen);
    }

    /** @param place of the device @throws Invalid saying what is missing, or wrong */
    Answered check(JobView asking, PersonView person, String place, @Nullable Answers given) {
        Answers answers = Optional.ofNullable(given).orElse(Answers.NONE);
        JobView going = goingWhereChosen(asking, person, answers.destinations);
        JobView job = answers.whenTooLarge == null ? going : going.whenTooLarge(allowed(answers.whenTooLarge));
        Map<UUID, List<String>> recipients = new HashMap<>();
        Map<UUID, String> folders = new HashMap<>();
        Map<UUID, UUID> places = new HashMap<>();
        List<String> chosen = new ArrayList<>();
        Set<Ask.Kind> asked = EnumSet.noneOf(Ask.Kind.class);
        List<Ask> asks = of(job, person);
        for (Ask ask : asks) {
            UUID id = ask.destinationId();
            asked.add(ask.kind());
            if (ask.kind() == Ask.Kind.RECIPIENTS) {
                List<String> wanted = of(answers.recipients, id).orElse(List.of());
                chosen.addAll(wanted);
                recipients.put(
                        id,
                        wanted.isEmpty() && !ask.required()
                                ? List.of()
                                : book.addresses(reader(job, Optional.of(id), person, place), wanted));
            } else if (ask.kind() == Ask.Kind.OWN_FOLDER) {
                of(answers.places, id).ifPresent(own -> places.put(id, ofTheirs(ask, own)));
            } else if (ask.kind() == Ask.Kind.FOLDER) {
                of(answers.folders, id)
                        .ifPresent(
                                folder -> folders.put(id, FolderPath.of(folder).text()));
            }
        }
        Asking wanted = job.item().asks().in(LocaleContextHolder.getLocale());
        Optional<String> name = text(wanted.fileName(), answers.fileName, LONGEST_NAME, "file-name");
        String subject = asked.contains(Ask.Kind.SUBJECT)
                ? text(wanted.subject(), answers.subject, LONGEST_SUBJECT, "subject")
                        .orElse("")
                : "";
        List<String> copies = asked.contains(Ask.Kind.COPIES) && answers.copies != null && !answers.copies.isEmpty()
                ? book.addresses(reader(job, Optional.empty(), person, place), answers.copies)
                : List.of();
        if (!copies.isEmpty()) {
            chosen.addAll(answers.copies);
            recipients.values().forEach(to -> book.requireFew(to.size() + copies.size()));
        }
        ScanProfile profile = profile(job, answers.settings);
        Asked passcodeAsked =
                asked.contains(Ask.Kind.PASSCODE) && wanted.passcode() == Asked.NO ? Asked.OPTIONAL : wanted.passcode();
        Optional<String> passcode = text(passcodeAsked, answers.passcode, LONGEST_PASSCODE, "passcode");
        return new Answered(
                job,
                new Choices(
                        recipients,
                        folders,
                        copies,
                        NameTemplate.literal(subject),
                        wanted.answers(Optional.ofNullable(answers.questions).orElse(Map.of()), today()),
                        places),
                passcode.map(code -> Asking.openingWith(profile, code)).orElse(profile),
                name.map(NameTemplate::literal),
                chosen,
                answers.again(asks));
    }

    /** @throws Invalid for a folder that is none of their own, or none any more */
    private static UUID ofTheirs(Ask ask, UUID place) {
        if (ask.options().options().stream().noneMatch(one -> one.value().equals(place.toString()))) {
            throw Invalid.of("panel.destinations", "places");
        }
        return place;
    }

    private static Optional<String> text(Asked asked, @Nullable String given, int longest, String what) {
        String text = asked == Asked.NO || given == null ? "" : given.strip();
        if (text.isEmpty() && asked != Asked.REQUIRED) {
            return Optional.empty();
        }
        if (!PlainText.isName(text, longest)) {
            throw Invalid.of("panel." + what, what);
        }
        return Optional.of(text);
    }

    /**
     * What can be known where nobody is asked: mail goes to the person themselves.
     *
     * @throws Invalid saying what else the job has to be told
     */
    Answered unattended(JobView job, PersonView person, String place) {
        Map<UUID, List<String>> recipients = of(job, person).stream()
                .filter(ask -> ask.kind() == Ask.Kind.RECIPIENTS && ask.required())
                .collect(Collectors.toMap(Ask::destinationId, ask -> List.of(person.email())));
        return check(
                job,
                person,
                place,
                new Answers(null, null, recipients, null, null, null, null, null, null, null, null));
    }

    /** The answers where nobody stands at a device: mail goes to the person themselves, files where the destination says. */
    public Answered answeredFor(JobView job, PersonView person) {
        Map<UUID, List<String>> recipients = job.destinations().stream()
                .filter(to -> to.kind() == DestinationKind.MAIL_CHOSEN)
                .collect(Collectors.toMap(DestinationView::id, to -> List.of(person.email())));
        return new Answered(
                job,
                new Choices(
                        recipients, Map.of(), List.of(), "", job.item().asks().samples(today())),
                profile(job),
                Optional.empty(),
                List.of(),
                Answers.NONE);
    }

    private LocalDate today() {
        return LocalDate.now(clock.withZone(zone));
    }

    private static <T> Optional<T> of(@Nullable Map<UUID, T> answers, UUID destination) {
        return Optional.ofNullable(answers).map(all -> all.get(destination));
    }
}
