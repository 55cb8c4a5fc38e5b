package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.connection.ProbeReport;
import inky.courier.core.delivery.Setback;
import inky.courier.core.message.Message;
import inky.courier.core.sizing.Bytes;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.FolderAccess;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.Arrays;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.UUID;

/** All steps from the server's name to a small file that is written, renamed, read back and removed again. */
final class FolderProbe {
    /** Less room than this is worth a word: a few colour scans fill it. */
    private static final long LITTLE = 200 * Bytes.MB;

    private final FolderProtocol protocol;
    private final FolderAccess access;
    private final ConnectionTrace trace;
    private final Clock clock;

    FolderProbe(FolderProtocol protocol, FolderAccess access, Clock clock) {
        this.protocol = protocol;
        this.access = access;
        this.trace = new ConnectionTrace(protocol.trust(access));
        this.clock = clock;
    }

    ProbeReport run() {
        Optional<Setback> setback = Optional.empty();
        try (RemoteFolder far = protocol.open(access, trace)) {
            FolderTemplate template = FolderTemplate.of(access.settings().path());
            FolderPath folder = template.fixed();
            trace.does(TransferStep.FOLDER, () -> reach(far, folder, template.hasFields()));
            byte[] words = ("Inky Courier tries " + access.name() + " at " + clock.instant() + "\r\n")
                    .getBytes(StandardCharsets.UTF_8);
            String name = "courier-probe-" + UUID.randomUUID();
            FolderPath first = folder.then(name + ".part");
            FolderPath second = folder.then(name + ".txt");
            try {
                trace.does(TransferStep.WRITTEN, () -> far.write(first, new ByteArrayInputStream(words), words.length));
                trace.does(TransferStep.RENAMED, () -> far.rename(first, second, false));
                trace.does(TransferStep.READ_BACK, () -> readBack(far, second, words));
                trace.does(TransferStep.REMOVED, () -> far.remove(second));
            } catch (FarSideException e) {
                clearAway(far, first, second);
                throw e;
            }
            trace.does(TransferStep.SPACE, () -> space(far, folder));
        } catch (FarSideException e) {
            setback = Optional.of(e.setback());
        } catch (IOException e) {
            trace.line("* the line broke at the end");
        }
        return trace.report(clock.instant(), TransferStep.toAFile(), setback, Message.of("probe.folder.stored"));
    }

    /** What a step has left behind that failed, as far as the line still stands. */
    private void clearAway(RemoteFolder far, FolderPath... files) {
        for (FolderPath file : files) {
            try {
                if (far.find(file).isPresent()) {
                    far.remove(file);
                }
            } catch (IOException e) {
                trace.line("* " + file + " could not be removed");
            }
        }
    }

    private void reach(RemoteFolder far, FolderPath folder, boolean hasFields) throws IOException {
        FolderPath path = FolderPath.ROOT;
        if (far.find(folder).isEmpty()) {
            if (!access.settings().makeFolders()) {
                throw new FarSideException(TransferCause.FOLDER_NOT_FOUND, folder.text());
            }
            for (String name : folder.names()) {
                path = path.then(name);
                if (far.find(path).isEmpty()) {
                    far.makeFolder(path);
                }
            }
            trace.note(Message.of("probe.folder.created"));
        }
        trace.said(folder.isRoot() ? "the top" : folder.text());
        if (hasFields) {
            trace.note(Message.of("probe.folder.for-each-scan"));
        }
    }

    private static void readBack(RemoteFolder far, FolderPath file, byte[] words) throws IOException {
        byte[] read;
        try (InputStream in = far.read(file)) {
            read = in.readNBytes(words.length + 1);
        }
        if (!Arrays.equals(words, read)) {
            throw new FarSideException(TransferCause.CONTENT_DIFFERS, read.length + " bytes came back");
        }
    }

    private void space(RemoteFolder far, FolderPath folder) throws IOException {
        OptionalLong left = far.spaceLeft(folder);
        if (left.isEmpty()) {
            trace.note(Message.of("probe.folder.space-unknown"));
            return;
        }
        trace.said(Bytes.words(left.getAsLong()) + " left");
        if (left.getAsLong() < LITTLE) {
            trace.care(Message.of("probe.folder.little-space"));
        }
    }
}
