package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.delivery.Setback;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.TransferStep;
import inky.courier.core.transfer.UploadName;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Folders;
import inky.courier.destination.Folders.FolderEntry;
import inky.courier.destination.Folders.FolderListing;
import inky.courier.web.Refusal;
import java.io.IOException;
import java.io.InputStream;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import org.springframework.http.HttpStatus;

/** Lists a destination's folders, from its root down. */
final class FolderBrowser {
    /** Some protocols list the folder itself and the one above. */
    private static final Set<String> ITSELF = Set.of(".", "..");

    private static final Comparator<FolderEntry> FOLDERS_FIRST = Comparator.comparing((FolderEntry e) -> !e.folder())
            .thenComparing(e -> e.name().toLowerCase(Locale.ROOT))
            .thenComparing(FolderEntry::name);

    private final RemoteFolder far;
    private final FolderPath root;
    private final boolean makesFolders;
    private final ConnectionTrace trace;

    private FolderBrowser(RemoteFolder far, FolderPath root, boolean makesFolders, ConnectionTrace trace) {
        this.far = far;
        this.root = root;
        this.makesFolders = makesFolders;
        this.trace = trace;
    }

    interface Look<T> {
        T run(FolderBrowser folder) throws IOException;
    }

    /** @throws Refusal saying in plain words what the far side refused */
    static <T> T into(FolderProtocol protocol, FolderAccess access, Look<T> look) {
        ConnectionTrace trace = new ConnectionTrace(protocol.trust(access));
        FolderPath root = FolderTemplate.of(access.settings().path()).fixed();
        try (RemoteFolder far = protocol.open(access, trace)) {
            return look.run(new FolderBrowser(far, root, access.settings().makeFolders(), trace));
        } catch (FarSideException e) {
            throw refused(e.setback());
        } catch (IOException e) {
            throw refused(Setback.of(ConnectionCause.LINE_LOST, ""));
        }
    }

    static Refusal refused(Setback setback) {
        return new Refusal(
                HttpStatus.BAD_GATEWAY,
                "folder." + setback.cause().toLowerCase(Locale.ROOT),
                setback.sentence(),
                setback.remedy());
    }

    FolderListing list(FolderPath below, String after) throws IOException {
        return list(below, after, entry -> true);
    }

    /** @param wanted which entries are to be seen */
    FolderListing list(FolderPath below, String after, Predicate<FolderEntry> wanted) throws IOException {
        List<FolderEntry> all = trace.at(TransferStep.FOLDER, () -> inside(below)).stream()
                .filter(entry -> !UploadName.isUnderWay(entry.name()) && !ITSELF.contains(entry.name()))
                .filter(wanted)
                .sorted(FOLDERS_FIRST)
                .toList();
        int from = 0;
        for (int i = 0; i < all.size() && !after.isEmpty(); i++) {
            from = all.get(i).name().equals(after) ? i + 1 : from;
        }
        int to = Math.min(all.size(), from + Folders.PAGE);
        return new FolderListing(below.text(), all.subList(from, to), to < all.size());
    }

    Optional<FolderEntry> find(FolderPath below) throws IOException {
        return trace.at(TransferStep.FOLDER, () -> far.find(root.then(below)));
    }

    InputStream read(FolderPath below) throws IOException {
        return trace.at(TransferStep.READ_BACK, () -> far.read(root.then(below)));
    }

    /** A destination's own folder comes with its first file; until then there is nothing in it. */
    private List<FolderEntry> inside(FolderPath below) throws IOException {
        boolean notYet = makesFolders
                && below.isRoot()
                && !root.isRoot()
                && far.find(root).isEmpty();
        return notYet ? List.of() : far.list(root.then(below));
    }

    void make(FolderPath below) throws IOException {
        trace.does(TransferStep.WRITTEN, () -> {
            if (makesFolders) {
                far.makeAll(root);
            }
            far.makeFolder(root.then(below));
        });
    }
}
