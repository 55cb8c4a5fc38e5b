package inky.courier.destination;

import inky.courier.connection.ProbeReport;
import inky.courier.core.Invalid;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameTemplate;
import inky.courier.core.office.DestinationItem;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.core.text.PlainText;
import inky.courier.core.transfer.FolderPath;
import inky.courier.destination.DestinationService.DestinationView;
import inky.courier.setup.SetUp;
import inky.courier.setup.Wish;
import inky.courier.web.Refusal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.Semaphore;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Folders that belong to a person: those that the office has made for them, and those that they add themselves, on servers
 * whose destination allows it, with an account of their own. They are destinations of the office like any other.
 */
@Service
public class OwnFolders {
    private static final int MOST = 10;
    private static final int LONGEST_NAME = 40;
    private static final int LONGEST_ITEM_NAME = 60;
    private static final int MOST_TESTS = 4;

    private final DestinationService destinations;
    private final FolderAccounts accounts;
    private final SetUp setUp;
    private final Semaphore tests = new Semaphore(MOST_TESTS);

    OwnFolders(DestinationService destinations, FolderAccounts accounts, SetUp setUp) {
        this.destinations = destinations;
        this.accounts = accounts;
        this.setUp = setUp;
    }

    /** @param where its address, in a few words @param removable whether its person may remove it */
    public record OwnFolder(UUID id, String name, String where, boolean removable) {}

    /** A server on which people may add folders. @param id of the destination that says how it is reached */
    public record OwnFolderServer(UUID id, String name) {}

    /** @param path from the account's root, names with slashes between; empty for the root itself */
    public record OwnFolderForm(UUID serverId, String name, String path, String account, String password) {
        @Override
        public String toString() {
            return "OwnFolderForm[" + name + "]";
        }
    }

    /** Those of a person, by name. */
    @Transactional(readOnly = true)
    public List<OwnFolder> of(UUID person) {
        return destinations.list().stream()
                .filter(one -> person.equals(one.ownerId()))
                .map(one -> new OwnFolder(one.id(), one.name(), one.where(), isOnOpenServer(one)))
                .toList();
    }

    @Transactional(readOnly = true)
    public List<OwnFolderServer> servers() {
        return open().map(one -> new OwnFolderServer(one.id(), one.name())).toList();
    }

    private Stream<DestinationView> open() {
        return destinations.list().stream()
                .filter(one -> one.ownerId() == null
                        && one.kind().family() == DestinationKind.Family.SERVER_FOLDER
                        && folder(one).filter(FolderSettings::ownFolders).isPresent());
    }

    private static Optional<FolderSettings> folder(DestinationView one) {
        return Optional.of(one.settings())
                .filter(FolderSettings.class::isInstance)
                .map(FolderSettings.class::cast);
    }

    private boolean isOnOpenServer(DestinationView one) {
        return folder(one)
                .filter(own -> open().anyMatch(server -> server.kind() == one.kind()
                        && folder(server).filter(its -> isSameServer(its, own)).isPresent()))
                .isPresent();
    }

    private static boolean isSameServer(FolderSettings a, FolderSettings b) {
        return a.host().equalsIgnoreCase(b.host())
                && a.port() == b.port()
                && a.share().equalsIgnoreCase(b.share());
    }

    /** Tries the folder step by step, as any other; nothing is kept. */
    public ProbeReport test(OwnFolderForm form) {
        if (!tests.tryAcquire()) {
            throw Refusal.of(HttpStatus.SERVICE_UNAVAILABLE, "own-folder.busy");
        }
        try {
            DestinationItem item = item(form, UUID.randomUUID(), "", DestinationItem.NOTHING);
            FolderSettings folder = item.settings(FolderSettings.class).orElseThrow();
            return destinations
                    .connectorOf(item.kind())
                    .probe(new FolderAccess(
                            DestinationService.NO_ROUTE, form.name(), item.kind(), folder, form.password()));
        } finally {
            tests.release();
        }
    }

    /** @param login of the person, where another's folder has the name already @throws Invalid for what cannot be so */
    @Transactional
    public OwnFolder add(UUID person, String login, OwnFolderForm form) {
        if (!PlainText.isName(form.name(), LONGEST_NAME)) {
            throw Invalid.of("own-folder.name", "name");
        }
        List<OwnFolder> already = of(person);
        if (already.size() >= MOST) {
            throw new Refusal(
                    HttpStatus.CONFLICT,
                    "own-folder.most",
                    Message.of("problem.own-folder.most").with("n", MOST),
                    Message.of("problem.own-folder.most.remedy"));
        }
        UUID id = UUID.randomUUID();
        setUp.change(office -> {
            String name = List.of(form.name().strip(), cut(form.name().strip() + " (" + login)).stream()
                    .filter(wanted -> office.all(DestinationItem.class).stream()
                            .noneMatch(other -> other.name().equalsIgnoreCase(wanted)))
                    .findFirst()
                    .orElseThrow(() -> Invalid.of("own-folder.taken", "name"));
            return Wish.put(item(form, id, name, person))
                    .with(Map.of(Destination.PASSWORD, accounts.seal(id, form.password())));
        });
        return of(person).stream()
                .filter(one -> one.id().equals(id))
                .findFirst()
                .orElseThrow();
    }

    private static String cut(String open) {
        return (open.length() < LONGEST_ITEM_NAME ? open : open.substring(0, LONGEST_ITEM_NAME - 1)) + ")";
    }

    private DestinationItem item(OwnFolderForm form, UUID id, String name, UUID person) {
        DestinationView server = open().filter(one -> one.id().equals(form.serverId()))
                .findFirst()
                .orElseThrow(() -> Refusal.notFound("destination on this panel"));
        // What somebody types is a name, not a template.
        String path = NameTemplate.literal(FolderPath.of(form.path()).text());
        FolderSettings settings =
                folder(server).orElseThrow().ofTheirOwn(path, form.account().strip());
        if (form.account().isBlank()
                || !PlainText.isLine(form.account())
                || form.password().length() > DestinationForms.LONGEST_SECRET) {
            throw Invalid.of("own-folder.account", "account");
        }
        server.kind().check(settings);
        return new DestinationItem(id, name, server.kind(), null, settings, person);
    }

    /** @throws Refusal when it is not theirs to remove */
    @Transactional
    public void remove(UUID person, UUID id) {
        if (of(person).stream().noneMatch(one -> one.id().equals(id) && one.removable())) {
            throw Refusal.notFound("folder");
        }
        setUp.change(Wish.remove(new Reference(ItemKind.DESTINATION, id)));
    }
}
