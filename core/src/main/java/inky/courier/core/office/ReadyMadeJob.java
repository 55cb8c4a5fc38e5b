package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationKind.Family;
import inky.courier.core.job.Asking;
import inky.courier.core.job.JobText;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ProfileDifference;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Sides;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.Predicate;
import java.util.stream.Stream;

/**
 * Jobs for common purposes, made of what the office has: the profile that needs the fewest changes, its first file name, and a
 * destination of the right kind; of profiles that need the same, the most usual. Their words stand in the catalogue under {@code ready-made.<code>}.
 */
public enum ReadyMadeJob {
    TO_MY_MAIL("letter", kind -> kind == DestinationKind.MAIL_TO_ME, Map.of()),
    TO_A_FOLDER("crates", kind -> kind.family() == Family.SERVER_FOLDER, Map.of()),
    SEARCHABLE("permit", ReadyMadeJob::isAnywhere, Map.of("files.type", "pdf", "files.searchable", true, "dpi", 300)),
    TEXT_TO_EDIT("permit", ReadyMadeJob::isAnywhere, other("word", Map.of("dpi", 300, "tidy.straighten", true))),
    PHOTOGRAPH(
            "map",
            ReadyMadeJob::isAnywhere,
            other(
                    "jpeg",
                    Map.of(
                            "colour",
                            "colour",
                            "dpi",
                            300,
                            "files.quality",
                            "fine",
                            "sides",
                            "one",
                            "tidy.skipBlank",
                            "no"))),
    IDENTITY_CARD(
            "card",
            ReadyMadeJob::isAnywhere,
            Map.of(
                    "colour", "colour",
                    "dpi", 300,
                    "tidy.card", true,
                    "tidy.crop", true,
                    "tidy.straighten", true,
                    "tidy.openedBook", "no",
                    "tidy.eachPaper", false)),
    RECEIPT(
            "receipt",
            ReadyMadeJob::isAnywhere,
            Map.of(
                    "tidy.crop",
                    true,
                    "tidy.straighten",
                    true,
                    "tidy.eachPaper",
                    true,
                    "tidy.card",
                    false,
                    "tidy.openedBook",
                    "no")),
    READ_ALOUD("people", ReadyMadeJob::isAnywhere, other("spoken", Map.of("dpi", 300))),
    COPY("ring", kind -> kind == DestinationKind.PRINTER, Map.of("files.type", "pdf")),
    /** Where it goes and how it scans is chosen by whoever scans. */
    FREE_SCAN("key", kind -> kind != DestinationKind.LINK, Map.of()) {
        @Override
        int targets() {
            return JobItem.MOST_TO_CHOOSE;
        }

        @Override
        Asking asks(ScanProfile profile) {
            return Asking.everything(profile);
        }
    };

    private final String icon;
    private final Predicate<DestinationKind> leadsTo;
    private final Map<String, Object> wants;

    ReadyMadeJob(String icon, Predicate<DestinationKind> leadsTo, Map<String, Object> wants) {
        this.icon = icon;
        this.leadsTo = leadsTo;
        this.wants = wants;
    }

    /** What needs nobody at a device to choose, nor a stick to be in it. */
    private static boolean isAnywhere(DestinationKind kind) {
        return kind == DestinationKind.MAIL_TO_ME || kind.family() == Family.SERVER_FOLDER;
    }

    /** Without what only PDF files have. */
    private static Map<String, Object> other(String type, Map<String, Object> more) {
        Map<String, Object> wants = new HashMap<>(more);
        wants.putAll(
                Map.of("files.type", type, "files.light", false, "files.searchable", false, "files.archive", false));
        return Map.copyOf(wants);
    }

    /** To how many destinations it leads. */
    int targets() {
        return 1;
    }

    /** What it asks at the device, of a profile. */
    Asking asks(ScanProfile profile) {
        return Asking.NOTHING;
    }

    private String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** What it is called. */
    public Message words() {
        return Message.of("ready-made." + code());
    }

    /** What it is for. */
    public Message says() {
        return Message.of("ready-made." + code() + ".says");
    }

    /**
     * It as a job of this office, which may still lack a destination.
     *
     * @return empty where no profile of the office can become what it needs, or there is no file name yet
     */
    public Optional<JobItem> draft(Office office, UUID id) {
        Optional<NameItem> name = office.all(NameItem.class).stream().min(Comparator.comparing(NameItem::name));
        record Changed(ProfileItem profile, ProfileDifference changes) {}
        return name.flatMap(template -> office.all(ProfileItem.class).stream()
                .flatMap(profile -> changes(profile).map(changes -> new Changed(profile, changes)).stream())
                .min(Comparator.<Changed>comparingInt(
                                changed -> changed.changes.paths().size())
                        .thenComparingInt(changed -> unusual(changed.profile))
                        .thenComparing(changed -> changed.profile.name()))
                .map(nearest -> job(office, id, nearest.profile, template, nearest.changes)));
    }

    /** Colour as found at 200 dpi, one side, PDF: what most scans are; common practice, no source. */
    private static final ScanProfile USUAL =
            new ScanProfile(ColourMode.AS_FOUND, new Resolution(200), Sides.ONE, FileType.PDF);

    /** In how many settings a profile differs from what most scans are. */
    private static int unusual(ProfileItem profile) {
        return ProfileDifference.between(USUAL, profile.profile()).paths().size();
    }

    /** What has to be otherwise than in a profile; empty where it cannot be. */
    private Optional<ProfileDifference> changes(ProfileItem profile) {
        try {
            var wanted = new ProfileDifference(wants).applyTo(profile.profile());
            return Optional.of(ProfileDifference.between(profile.profile(), wanted));
        } catch (Invalid doesNotGoTogether) {
            return Optional.empty();
        }
    }

    private JobItem job(Office office, UUID id, ProfileItem profile, NameItem name, ProfileDifference changes) {
        List<JobItem.Target> targets = office.all(DestinationItem.class).stream()
                .filter(destination -> leadsTo.test(destination.kind()))
                .filter(destination -> targets() == 1 || destination.owner().isEmpty())
                .sorted(Comparator.<DestinationItem, Boolean>comparing(d -> d.kind() != DestinationKind.MAIL_TO_ME)
                        .thenComparing(DestinationItem::name))
                .limit(targets())
                .map(destination -> new JobItem.Target(destination.id(), List.of()))
                .toList();
        return JobItem.usual(id, free(office, words().in(Locale.ENGLISH)), profile.id(), name.id(), targets)
                .with(job -> {
                    job.icon = icon;
                    job.changes = changes;
                    job.asks = asks(changes.applyTo(profile.profile()));
                });
    }

    private static String free(Office office, String wanted) {
        return Stream.iterate(1, n -> n + 1)
                .map(n -> n == 1 ? wanted : wanted + " " + n)
                .filter(name -> name.length() <= JobText.LONGEST_NAME
                        && office.all(JobItem.class).stream()
                                .noneMatch(job -> job.name().equals(name)))
                .findFirst()
                .orElseThrow();
    }
}
