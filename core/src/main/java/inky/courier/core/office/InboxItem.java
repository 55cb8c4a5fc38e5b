package inky.courier.core.office;

import inky.courier.core.Invalid;
import inky.courier.core.Problem;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.UUID;
import java.util.stream.Stream;

/**
 * Where files arrive that a device sends: an account with which it signs in at Courier, or a folder elsewhere that Courier looks into. The
 * password of an account is kept apart.
 *
 * @param account with which the device signs in; empty where it is a folder
 * @param destinationId whose folder is looked into; {@link DestinationItem#NOTHING} where it is an account
 * @param folder below that of the destination; empty for itself
 * @param deviceId that sends there; {@link DestinationItem#NOTHING} where that is not known
 * @param jobId by which files go whose folder names no job; {@link DestinationItem#NOTHING} for none
 * @param personId whose files they are where the folder names nobody; {@link DestinationItem#NOTHING} for nobody's
 */
public record InboxItem(
        UUID id,
        String name,
        String account,
        UUID destinationId,
        String folder,
        UUID deviceId,
        UUID jobId,
        UUID personId)
        implements Item {
    private static final int LONGEST_NAME = 60;
    private static final UUID NOTHING = DestinationItem.NOTHING;

    /** As devices and file servers take them everywhere. */
    private static final String ACCOUNT = "[a-z][a-z0-9._-]{0,31}";

    public InboxItem {
        name = Required.value(name, "name").strip();
        account = Objects.requireNonNullElse(account, "").strip();
        folder = Objects.requireNonNullElse(folder, "").strip();
        destinationId = Objects.requireNonNullElse(destinationId, NOTHING);
        deviceId = Objects.requireNonNullElse(deviceId, NOTHING);
        jobId = Objects.requireNonNullElse(jobId, NOTHING);
        personId = Objects.requireNonNullElse(personId, NOTHING);
    }

    @Override
    public ItemKind itemKind() {
        return ItemKind.INBOX;
    }

    /** Whether it is a folder that Courier looks into. */
    public boolean looks() {
        return !destinationId.equals(NOTHING);
    }

    public Optional<UUID> device() {
        return Optional.of(deviceId).filter(id -> !id.equals(NOTHING));
    }

    public Optional<UUID> job() {
        return Optional.of(jobId).filter(id -> !id.equals(NOTHING));
    }

    public Optional<UUID> person() {
        return Optional.of(personId).filter(id -> !id.equals(NOTHING));
    }

    @Override
    public List<Need> needs() {
        return Stream.of(
                        new Need(new Reference(ItemKind.DESTINATION, destinationId), "destinationId"),
                        new Need(new Reference(ItemKind.DEVICE, deviceId), "deviceId"),
                        new Need(new Reference(ItemKind.JOB, jobId), "jobId"),
                        new Need(new Reference(ItemKind.PERSON, personId), "personId"))
                .filter(need -> !need.what().id().equals(NOTHING))
                .toList();
    }

    @Override
    public void check(Office office) {
        List<Problem> problems = new ArrayList<>();
        if (!PlainText.isName(name, LONGEST_NAME)) {
            problems.add(Problem.of("inbox.name", "name"));
        }
        if (looks()) {
            if (!account.isEmpty()) {
                problems.add(Problem.of("inbox.both", "account"));
            }
            checkFolder(office, problems);
        } else {
            checkAccount(office, problems);
        }
        if (!problems.isEmpty()) {
            throw new Invalid(problems);
        }
        requireNoCircle(office, "destinationId");
    }

    private void checkAccount(Office office, List<Problem> problems) {
        if (!account.matches(ACCOUNT)) {
            problems.add(Problem.of("inbox.account", "account"));
        }
        office.all(InboxItem.class).stream()
                .filter(other -> !other.id.equals(id) && other.account.equals(account))
                .findFirst()
                .ifPresent(other -> problems.add(new Problem(
                        "inbox.account-taken",
                        "account",
                        Message.of("problem.inbox.account-taken").with("name", other.name),
                        Message.of("problem.inbox.account-taken.remedy"))));
    }

    private void checkFolder(Office office, List<Problem> problems) {
        try {
            FolderPath.of(folder);
        } catch (Invalid e) {
            Problem why = e.problems().get(0);
            problems.add(new Problem(why.code(), "folder", why.sentence(), why.remedy()));
            return;
        }
        Optional<DestinationItem> to = destination(office, destinationId);
        boolean isServer = to.filter(one -> one.kind().family() == DestinationKind.Family.SERVER_FOLDER
                        && one.owner().isEmpty())
                .isPresent();
        if (to.isPresent() && !isServer) {
            problems.add(Problem.of("inbox.no-server-folder", "destinationId"));
        }
        office.all(InboxItem.class).stream()
                .filter(other -> !other.id.equals(id) && other.looks() && overlaps(office, other))
                .findFirst()
                .ifPresent(other -> problems.add(new Problem(
                        "inbox.folder-taken",
                        "folder",
                        Message.of("problem.inbox.folder-taken").with("name", other.name),
                        Message.of("problem.inbox.folder-taken.remedy"))));
    }

    /** Whether one of the two lies in the other. */
    private boolean overlaps(Office office, InboxItem other) {
        Optional<Place> here = place(office);
        Optional<Place> there = other.place(office);
        return here.isPresent()
                && there.isPresent()
                && (here.get().holds(there.get()) || there.get().holds(here.get()));
    }

    /**
     * Scans that are delivered into an inbox would come back as new ones, again and again.
     *
     * @param field of the item that is changed
     * @throws Invalid naming the job that does
     */
    private void requireNoCircle(Office office, String field) {
        Optional<Place> watched = place(office);
        if (watched.isEmpty()) {
            return;
        }
        for (JobItem job : office.all(JobItem.class)) {
            for (JobItem.Target target : job.targets()) {
                boolean isInside = destination(office, target.destinationId())
                        .flatMap(to -> Place.of(to, FolderPath.ROOT))
                        .filter(watched.get()::holds)
                        .isPresent();
                if (isInside) {
                    throw new Invalid(
                            "inbox.circle",
                            field,
                            Message.of("problem.inbox.circle")
                                    .with("inbox", name)
                                    .with("job", job.name()),
                            Message.of("problem.inbox.circle.remedy"));
                }
            }
        }
    }

    /** As {@link #requireNoCircle}, of all inboxes. */
    static void requireNoCircles(Office office, String field) {
        office.all(InboxItem.class).forEach(inbox -> inbox.requireNoCircle(office, field));
    }

    private Optional<Place> place(Office office) {
        return looks()
                ? destination(office, destinationId).flatMap(to -> Place.of(to, FolderPath.of(folder)))
                : Optional.empty();
    }

    private static Optional<DestinationItem> destination(Office office, UUID id) {
        return office.find(new Reference(ItemKind.DESTINATION, id)).map(DestinationItem.class::cast);
    }

    /** A folder on a server, whichever destination leads there. @param server which, and what of it */
    private record Place(String server, FolderPath path) {
        static Optional<Place> of(DestinationItem to, FolderPath below) {
            if (to.kind().family() != DestinationKind.Family.SERVER_FOLDER) {
                return Optional.empty();
            }
            return to.settings(FolderSettings.class)
                    // Behind a share is the same for everybody; elsewhere the account may say where its files begin.
                    .map(folder -> new Place(
                            String.join(
                                            "\n",
                                            folder.host(),
                                            folder.share(),
                                            to.kind() == DestinationKind.SMB ? "" : folder.account())
                                    .toLowerCase(Locale.ROOT),
                            FolderTemplate.of(folder.path()).fixed().then(below)));
        }

        boolean holds(Place other) {
            List<String> outer = path.names();
            List<String> inner = other.path.names();
            return server.equals(other.server)
                    && inner.size() >= outer.size()
                    && inner.subList(0, outer.size()).equals(outer);
        }
    }
}
