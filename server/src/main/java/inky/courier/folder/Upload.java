package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameRules;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.SidecarForm;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.core.transfer.UploadName;
import inky.courier.core.transfer.WhenTaken;
import inky.courier.destination.Consignment;
import inky.courier.destination.Consignment.FileToSend;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Folders;
import inky.courier.destination.Outcome;
import inky.courier.destination.Progress;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.security.DigestInputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.TreeMap;

/**
 * One try of one leg. Every file is written under a name of its own while it is under way, and gets its real name, taken
 * in the database before, only when it is whole. So what a broken try has left behind is always one of these: nothing, a
 * part under that name, or the whole file under the name that is noted; the next try looks which.
 */
final class Upload {
    private static final int MOST_NUMBERS = 999;
    private static final int BLOCK = 64 * 1024;

    private static final Duration AROUND = Duration.ofMinutes(15);

    /** Bytes a second of a line that is still worth calling one. */
    private static final long SLOWEST = 4 * 1024;

    /** With less room than this a disk is full, whatever the size of the file was. */
    private static final long LITTLE = 1024 * 1024;

    private final RemoteFolder far;
    private final FolderSettings settings;
    private final NameRules rules;
    private final ConnectionTrace trace;
    private final Consignment consignment;
    private final Progress progress;
    private final FolderPath folder;
    private final String place;
    private boolean handedOver;

    Upload(
            RemoteFolder far,
            FolderAccess access,
            NameRules rules,
            ConnectionTrace trace,
            Consignment consignment,
            Progress progress) {
        this.far = far;
        this.settings = access.settings();
        this.rules = rules;
        this.trace = trace;
        this.consignment = consignment;
        this.progress = progress;
        this.folder = FolderTemplate.of(settings.path())
                .fill(consignment.values(), rules)
                .then(FolderPath.of(consignment.below()));
        this.place = access.place(consignment.sender().id()) + " " + folder;
    }

    /** However slow the line is: a far side that takes longer takes nothing. */
    Duration longest() {
        return AROUND.plusSeconds(consignment.bytes() / SLOWEST);
    }

    /** Whether from here on a file may have its name. */
    boolean handedOver() {
        return handedOver;
    }

    Outcome run() throws FarSideException {
        trace.does(TransferStep.FOLDER, this::reachFolder);
        List<FileToSend> files = withSidecar();
        List<Integer> missing = trace.at(TransferStep.READ_BACK, () -> notYetThere(files));
        trace.does(TransferStep.WRITTEN, () -> {
            for (int position : missing) {
                write(position, files.get(position));
            }
        });
        handedOver = true;
        progress.handingOver();
        Map<Integer, String> names = new TreeMap<>(consignment.claimed());
        trace.does(TransferStep.RENAMED, () -> {
            for (int position : missing) {
                names.put(position, name(position, files.get(position)));
            }
        });
        if (consignment.readBack()) {
            trace.does(TransferStep.READ_BACK, () -> compare(files, names));
        }
        long bytes = files.stream().mapToLong(FileToSend::bytes).sum();
        return new Outcome.Accepted("", words(files), bytes, true, List.of());
    }

    private Message words(List<FileToSend> files) {
        Message where = folder.isRoot()
                ? Message.none()
                : Message.of("delivery.in-folder").with("n", files.size()).with("folder", folder.toString());
        Message compared = Message.of("delivery.read-back");
        return !consignment.readBack() ? where : folder.isRoot() ? compared : Message.list(List.of(where, compared));
    }

    /** What somebody else would find there. */
    private void compare(List<FileToSend> files, Map<Integer, String> names) throws IOException {
        for (int position = 0; position < files.size(); position++) {
            String name = names.get(position);
            if (name == null || !isThere(folder.then(name), files.get(position))) {
                throw new FarSideException(TransferCause.CONTENT_DIFFERS, name == null ? "" : name);
            }
        }
    }

    private void reachFolder() throws IOException {
        if (folder.isRoot() || far.find(folder).isPresent()) {
            return;
        }
        if (!settings.makeFolders()) {
            throw new FarSideException(TransferCause.FOLDER_NOT_FOUND, folder.text());
        }
        far.makeAll(folder);
    }

    /** The delivery's data goes last: who waits for it can be sure that the rest is there. */
    private List<FileToSend> withSidecar() {
        List<FileToSend> files = new ArrayList<>(consignment.files());
        if (settings.sidecar() != SidecarForm.NONE) {
            byte[] data = consignment.sidecar().in(settings.sidecar());
            String first = files.get(0).name();
            int dot = first.lastIndexOf('.');
            String name = rules.fit(
                            dot > 0 ? first.substring(0, dot) : first,
                            settings.sidecar().extension())
                    .name();
            files.add(new FileToSend(
                    name,
                    "application/octet-stream",
                    data.length,
                    0,
                    sha256(data),
                    () -> new ByteArrayInputStream(data)));
        }
        return files;
    }

    private List<Integer> notYetThere(List<FileToSend> files) throws IOException {
        List<Integer> missing = new ArrayList<>();
        for (int position = 0; position < files.size(); position++) {
            String claimed = consignment.claimed().get(position);
            if (claimed == null || !isThere(folder.then(claimed), files.get(position))) {
                missing.add(position);
            }
        }
        return missing;
    }

    private boolean isThere(FolderPath path, FileToSend file) throws IOException {
        Optional<Folders.FolderEntry> found = far.find(path);
        if (found.isEmpty() || found.get().bytes() != file.bytes()) {
            return false;
        }
        MessageDigest digest = digest();
        byte[] block = new byte[BLOCK];
        try (InputStream in = new DigestInputStream(far.read(path), digest)) {
            while (in.read(block) >= 0) {
                // The digest sees it.
            }
        }
        return HexFormat.of().formatHex(digest.digest()).equals(file.sha256());
    }

    private void write(int position, FileToSend file) throws IOException {
        FolderPath underWay = underWay(position);
        try (InputStream content = file.content().get()) {
            far.write(underWay, content, file.bytes());
        } catch (IOException e) {
            throw afterFailure(position, file, e);
        }
        long written = far.find(underWay).map(Folders.FolderEntry::bytes).orElse(-1L);
        if (written != file.bytes()) {
            throw new FarSideException(
                    TransferCause.CONTENT_DIFFERS, written + " bytes lie there, " + file.bytes() + " were sent");
        }
    }

    /** A part that could not be written whole may be what fills the disk; it goes, and the person is told of the disk. */
    private IOException afterFailure(int position, FileToSend file, IOException e) {
        boolean told = e instanceof FarSideException refused
                && refused.setback().cause().equals(TransferCause.NO_SPACE.name());
        boolean full = false;
        try {
            OptionalLong left = told ? OptionalLong.empty() : far.spaceLeft(folder);
            full = left.isPresent() && left.getAsLong() < Math.min(file.bytes(), LITTLE);
        } catch (IOException silent) {
            trace.line("* the room left could not be asked for");
        }
        removePart(position);
        return full ? new FarSideException(TransferCause.NO_SPACE, "") : e;
    }

    private void removePart(int position) {
        try {
            if (far.find(underWay(position)).isPresent()) {
                far.remove(underWay(position));
            }
        } catch (IOException e) {
            trace.line("* " + underWay(position) + " could not be removed");
        }
    }

    /** @return the name that it got */
    private String name(int position, FileToSend file) throws IOException {
        String fitted = fitted(file.name());
        String claimed = consignment.claimed().get(position);
        for (int number = 1; number <= MOST_NUMBERS; number++) {
            String name = number == 1 ? fitted : UploadName.numbered(fitted, number, rules);
            boolean ours = name.equals(claimed) || progress.claim(place, position, name);
            if (!ours && settings.whenTaken() == WhenTaken.REPLACE) {
                // Another delivery is about to replace the same file; this one comes after it.
                throw new FarSideException(TransferCause.BUSY, name);
            }
            if (!ours && settings.whenTaken() == WhenTaken.REFUSE) {
                throw taken(position, name);
            }
            if (ours && rename(position, name)) {
                return name;
            }
        }
        throw taken(position, fitted);
    }

    /** @return false when the far side has such a file and the next number is to be tried */
    private boolean rename(int position, String name) throws IOException {
        boolean replace = settings.whenTaken() == WhenTaken.REPLACE;
        try {
            far.rename(underWay(position), folder.then(name), replace);
            return true;
        } catch (FarSideException e) {
            if (!e.setback().cause().equals(TransferCause.NAME_TAKEN.name())) {
                throw e;
            }
            progress.unclaim(place, name);
            if (settings.whenTaken() == WhenTaken.REFUSE) {
                throw taken(position, name);
            }
            return false;
        }
    }

    private FarSideException taken(int position, String name) {
        removePart(position);
        return new FarSideException(TransferCause.NAME_TAKEN, name);
    }

    private FolderPath underWay(int position) {
        return folder.then(UploadName.underWay(consignment.legId(), position));
    }

    private String fitted(String name) {
        int dot = name.lastIndexOf('.');
        return dot > 0
                ? rules.fit(name.substring(0, dot), name.substring(dot + 1)).name()
                : rules.fitFolder(name);
    }

    private static String sha256(byte[] data) {
        return HexFormat.of().formatHex(digest().digest(data));
    }

    private static MessageDigest digest() {
        try {
            return MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }
}
