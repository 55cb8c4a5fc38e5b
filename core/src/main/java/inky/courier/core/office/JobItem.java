package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.job.Asking;
import inky.courier.core.job.JobPicture;
import inky.courier.core.job.JobText;
import inky.courier.core.job.KindsOfPaper;
import inky.courier.core.job.Notify;
import inky.courier.core.job.WhenTooLarge;
import inky.courier.core.job.Zone;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.page.Kind;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.text.PlainText;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.stream.Stream;

/**
 * A one-touch job.
 *
 * @param icon the picture on its stamp
 * @param targets where its files go, 1 to 8; up to 24 where whoever scans chooses among them, and then all files to each
 * @param subject of its mails, a template, and {@code body} likewise
 * @param askFolder whether a folder is chosen at the device, below the destination's own
 * @param changes what it has otherwise than its profile; absent for nothing
 * @param asks what it asks at the device; absent for nothing
 * @param groups of people who may use it, up to 20
 * @param zones of its pages that are read for names, up to 8; absent for none
 * @param labels what it is called on panels in other languages, by their tags; its name where none stands; absent for none
 * @param picture of its own on the stamp, as {@link JobPicture} has it; empty or absent for the icon
 * @param people who may use it beside the groups, up to 20; where neither stands, everybody may
 * @param description what it is for, in a line that people read on large labels; absent for none
 * @param guests whether it can be used without signing in, where the office lets guests scan; absent for no
 */
public record JobItem(
        UUID id,
        String name,
        String icon,
        UUID profileId,
        UUID templateId,
        List<Target> targets,
        String subject,
        String body,
        WhenTooLarge whenTooLarge,
        Notify notifyWhen,
        boolean askFolder,
        ProfileDifference changes,
        Asking asks,
        List<String> groups,
        List<Zone> zones,
        Map<String, String> labels,
        String picture,
        List<UUID> people,
        String description,
        Boolean guests)
        implements Item {
    private static final int MOST_TARGETS = 8;

    /** Among which somebody can choose with a finger. */
    public static final int MOST_TO_CHOOSE = 24;

    private static final int MOST_GROUPS = 20;

    /** Characters of the name of a group of people. */
    public static final int LONGEST_GROUP = 40;

    private static final int LONGEST_DESCRIPTION = 120;

    /** Letters that fit on a panel's button. */
    private static final int LONGEST_LABEL = 40;

    /** The pictures on the stamps; drawn by the interface. */
    private static final Set<String> ICONS = Set.of(
            "letter",
            "permit",
            "crates",
            "card",
            "question",
            "waves",
            "people",
            "map",
            "receipt",
            "ring",
            "folder",
            "contract",
            "invoice",
            "anchor",
            "ship",
            "truck",
            "calendar",
            "wrench",
            "key",
            "book",
            "camera",
            "plan",
            "heart",
            "shield",
            "house",
            "ear");

    /** @param kinds of paper that go there, names of {@link Kind} or {@link KindsOfPaper#REST}; none for all */
    public record Target(UUID destinationId, List<String> kinds) {
        public Target {
            Required.value(destinationId, "destinationId");
            kinds = kinds == null ? List.of() : kinds.stream().distinct().toList();
        }
    }

    public JobItem {
        Required.value(icon, "icon");
        Required.value(profileId, "profileId");
        Required.value(templateId, "templateId");
        Required.value(subject, "subject");
        Required.value(body, "body");
        Required.value(whenTooLarge, "whenTooLarge");
        Required.value(notifyWhen, "notifyWhen");
        Required.value(targets, "targets");
        name = Required.value(name, "name").strip();
        targets = List.copyOf(targets);
        changes = changes == null ? ProfileDifference.NONE : changes;
        asks = asks == null ? Asking.NOTHING : asks;
        groups = groups == null
                ? List.of()
                : groups.stream().map(String::strip).distinct().sorted().toList();
        zones = zones == null ? List.of() : List.copyOf(zones);
        labels = Languages.plain(labels);
        picture = picture == null ? "" : picture;
        people =
                people == null ? List.of() : people.stream().distinct().sorted().toList();
        description = description == null ? "" : description.strip();
        guests = Boolean.TRUE.equals(guests);
    }

    /** One as most are: it asks nothing, is for everybody, and has all as its profile has it. */
    public static JobItem usual(UUID id, String name, UUID profileId, UUID templateId, List<Target> targets) {
        return new JobItem(
                id,
                name,
                "letter",
                profileId,
                templateId,
                targets,
                "{job}, {pages} pages",
                "Scanned by {person.name} on {device.name}.\n",
                WhenTooLarge.REFUSE,
                Notify.NEVER,
                false,
                ProfileDifference.NONE,
                Asking.NOTHING,
                List.of(),
                List.of(),
                Map.of(),
                "",
                List.of(),
                "",
                false);
    }

    /** What it is called on a panel in a language. */
    public String label(Locale language) {
        return labels.getOrDefault(language.getLanguage(), name);
    }

    /** The same, but for what is changed. */
    public JobItem with(Consumer<Changes> change) {
        Changes changed = new Changes(this);
        change.accept(changed);
        return changed.job();
    }

    /** The same, going to some of its destinations. */
    public JobItem to(Set<UUID> chosen) {
        return with(job -> job.targets = targets.stream()
                .filter(target -> chosen.contains(target.destinationId))
                .toList());
    }

    public JobItem withChanges(ProfileDifference other) {
        return with(job -> job.changes = other);
    }

    /** Parts of a job that are about to be changed, by their names. */
    public static final class Changes {
        public UUID id;
        public String name;
        public String icon;
        public UUID profileId;
        public UUID templateId;
        public List<Target> targets;
        public String subject;
        public String body;
        public WhenTooLarge whenTooLarge;
        public Notify notifyWhen;
        public boolean askFolder;
        public ProfileDifference changes;
        public Asking asks;
        public List<String> groups;
        public List<Zone> zones;
        public Map<String, String> labels;
        public String picture;
        public List<UUID> people;
        public String description;
        public boolean guests;

        private Changes(JobItem from) {
            id = from.id;
            name = from.name;
            icon = from.icon;
            profileId = from.profileId;
            templateId = from.templateId;
            targets = from.targets;
            subject = from.subject;
            body = from.body;
            whenTooLarge = from.whenTooLarge;
            notifyWhen = from.notifyWhen;
            askFolder = from.askFolder;
            changes = from.changes;
            asks = from.asks;
            groups = from.groups;
            zones = from.zones;
            labels = from.labels;
            picture = from.picture;
            people = from.people;
            description = from.description;
            guests = from.guests;
        }

        private JobItem job() {
            return new JobItem(
                    id,
                    name,
                    icon,
                    profileId,
                    templateId,
                    targets,
                    subject,
                    body,
                    whenTooLarge,
                    notifyWhen,
                    askFolder,
                    changes,
                    asks,
                    groups,
                    zones,
                    labels,
                    picture,
                    people,
                    description,
                    guests);
        }
    }

    /** Whether what it asks goes with how it scans. @throws Invalid saying what does not */
    void checkAsks(ScanProfile profile) {
        List<Problem> problems = asks.problems(profile);
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
    }

    /** Whether somebody may use it. @param memberOf the groups that they are in */
    public boolean isFor(UUID person, Collection<String> memberOf) {
        return forEverybody() || people.contains(person) || isFor(memberOf);
    }

    /** Whether no group and no person has it for itself. */
    public boolean forEverybody() {
        return groups.isEmpty() && people.isEmpty();
    }

    /** Whether it can be used without signing in: it is for guests, and asks for nothing of a person's own. */
    public boolean isForGuests(Office office) {
        return guests && guestsCannot(office).isEmpty();
    }

    /** What it has that somebody who has not signed in can have no part in: destinations, or whom and where to choose. */
    public Optional<Message> guestsCannot(Office office) {
        Optional<DestinationItem> own = targets.stream()
                .flatMap(target -> office.find(new Reference(ItemKind.DESTINATION, target.destinationId)).stream())
                .map(DestinationItem.class::cast)
                .filter(to -> to.kind().isPersonal()
                        || to.kind() == DestinationKind.MAIL_CHOSEN
                        || to.owner().isPresent())
                .findFirst();
        if (own.isPresent()) {
            return Optional.of(
                    Message.of("job.guests.own").with("destination", own.get().name()));
        }
        return askFolder || asks.copies() ? Optional.of(Message.of("job.guests.choose")) : Optional.empty();
    }

    /** Whether it is for one of these groups. */
    public boolean isFor(Collection<String> memberOf) {
        return groups.stream().anyMatch(memberOf::contains);
    }

    /** How it scans: its profile, with what it has otherwise. @throws Invalid when the two do not go together */
    public ScanProfile profile(Office office) {
        return changes.applyTo(office.find(new Reference(ItemKind.PROFILE, profileId))
                .map(ProfileItem.class::cast)
                .orElseThrow()
                .profile());
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.JOB;
    }

    @Override
    public List<Need> needs() {
        return Stream.of(
                        people.stream().map(person -> new Need(new Reference(ItemKind.PERSON, person), "people")),
                        Stream.of(
                                new Need(new Reference(ItemKind.PROFILE, profileId), "profileId"),
                                new Need(new Reference(ItemKind.NAME, templateId), "templateId")),
                        targets.stream()
                                .map(target -> new Need(
                                        new Reference(ItemKind.DESTINATION, target.destinationId), "destinationIds")))
                .flatMap(Function.identity())
                .toList();
    }

    @Override
    public void check(Office office) {
        JobText.of(name, subject, body);
        if (!ICONS.contains(icon)) {
            throw Invalid.of("job.icon", "icon");
        }
        int most = asks.destinations() ? MOST_TO_CHOOSE : MOST_TARGETS;
        Set<UUID> each = new HashSet<>();
        if (targets.isEmpty()
                || targets.size() > most
                || !targets.stream().allMatch(target -> each.add(target.destinationId))) {
            throw new Invalid(
                    "job.destinations",
                    "destinationIds",
                    Message.of("problem.job.destinations").with("n", most),
                    Message.of("problem.job.destinations.remedy"));
        }
        boolean known = targets.stream()
                .flatMap(target -> target.kinds.stream())
                .allMatch(kind -> kind.equals(KindsOfPaper.REST)
                        || Arrays.stream(Kind.values()).anyMatch(k -> k.name().equals(kind)));
        if (!known) {
            throw Invalid.of("job.kinds", "kinds");
        }
        if (asks.destinations() && targets.stream().anyMatch(target -> !target.kinds.isEmpty())) {
            // What goes only to one that nobody chose would go nowhere.
            throw Invalid.of("job.kinds-chosen", "kinds");
        }
        if (office.find(new Reference(ItemKind.PROFILE, profileId)).isPresent()) {
            ScanProfile profile = profile(office);
            ProfileItem.checkStamp(profile);
            checkAsks(profile);
        }
        if (groups.size() > MOST_GROUPS || !groups.stream().allMatch(group -> PlainText.isName(group, LONGEST_GROUP))) {
            throw Invalid.of("job.groups", "groups");
        }
        if (description.length() > LONGEST_DESCRIPTION || !PlainText.isLine(description)) {
            throw Invalid.of("job.description", "description");
        }
        if (people.size() > MOST_GROUPS) {
            throw Invalid.of("job.people", "people");
        }
        if (!Languages.areLabels(labels, LONGEST_LABEL)) {
            throw Invalid.of("job.label", "labels");
        }
        if (!picture.isEmpty() && !JobPicture.is(picture)) {
            throw Invalid.of("job.picture", "picture");
        }
        List<Problem> zoneProblems = Zone.problems(zones);
        if (!zoneProblems.isEmpty()) {
            throw new Invalid(zoneProblems);
        }
        if (whenTooLarge == WhenTooLarge.LINK) {
            office.settings().requireAddress("whenTooLarge");
        }
    }
}
