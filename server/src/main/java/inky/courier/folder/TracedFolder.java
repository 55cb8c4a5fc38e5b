package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.Folders;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/** Records the calls of libraries that show no dialogue, and translates their exceptions. */
record TracedFolder(RemoteFolder folder, ConnectionTrace trace, Translation translation) implements RemoteFolder {
    private interface Action {
        void run() throws IOException;
    }

    @Override
    public List<Folders.FolderEntry> list(FolderPath path) throws IOException {
        return translation.tried(TransferStep.FOLDER, () -> folder.list(path));
    }

    @Override
    public Optional<Folders.FolderEntry> find(FolderPath path) throws IOException {
        return translation.tried(TransferStep.FOLDER, () -> folder.find(path));
    }

    @Override
    public void makeFolder(FolderPath path) throws IOException {
        does(TransferStep.WRITTEN, "make folder " + path, () -> folder.makeFolder(path));
    }

    @Override
    public void write(FolderPath file, InputStream content, long bytes) throws IOException {
        does(TransferStep.WRITTEN, "write " + file + ", " + bytes + " bytes", () -> folder.write(file, content, bytes));
    }

    @Override
    public InputStream read(FolderPath file) throws IOException {
        trace.line("> read " + file);
        return translation.tried(TransferStep.READ_BACK, () -> folder.read(file));
    }

    @Override
    public void rename(FolderPath from, FolderPath to, boolean replace) throws IOException {
        does(TransferStep.RENAMED, "rename " + from + " to " + to, () -> folder.rename(from, to, replace));
    }

    @Override
    public void remove(FolderPath file) throws IOException {
        does(TransferStep.REMOVED, "remove " + file, () -> folder.remove(file));
    }

    @Override
    public OptionalLong spaceLeft(FolderPath path) throws IOException {
        return translation.tried(TransferStep.SPACE, () -> folder.spaceLeft(path));
    }

    @Override
    public void close() throws IOException {
        folder.close();
    }

    private void does(TransferStep step, String words, Action action) throws IOException {
        trace.line("> " + words);
        translation.tried(step, () -> {
            action.run();
            return null;
        });
    }
}
