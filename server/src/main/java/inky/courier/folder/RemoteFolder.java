package inky.courier.folder;

import inky.courier.core.transfer.FolderPath;
import inky.courier.destination.Folders;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;

/**
 * An open way into a folder and what is below it. Everything may throw {@link
 * inky.courier.connection.FarSideException} with what it means.
 */
interface RemoteFolder extends Closeable {
    /** Everything in a folder, in any order; the folder itself and the one above may come along. */
    List<Folders.FolderEntry> list(FolderPath folder) throws IOException;

    /** One file or folder; empty when it is not there. */
    Optional<Folders.FolderEntry> find(FolderPath path) throws IOException;

    /** Makes one folder; its parent is there. One that another made in the same moment is as good. */
    void makeFolder(FolderPath folder) throws IOException;

    /** Makes a folder and what is missing above it. */
    default void makeAll(FolderPath folder) throws IOException {
        FolderPath path = FolderPath.ROOT;
        for (String name : folder.names()) {
            path = path.then(name);
            if (find(path).isEmpty()) {
                makeFolder(path);
            }
        }
    }

    /** Writes a file, over what is there under this name. @param bytes how many will come */
    void write(FolderPath file, InputStream content, long bytes) throws IOException;

    InputStream read(FolderPath file) throws IOException;

    /**
     * Gives a file its name.
     *
     * @param replace whether what is there may be replaced
     * @throws inky.courier.connection.FarSideException with NAME_TAKEN when it may not, and something is there
     */
    void rename(FolderPath from, FolderPath to, boolean replace) throws IOException;

    void remove(FolderPath file) throws IOException;

    /** Bytes left for this account, where the protocol tells. */
    OptionalLong spaceLeft(FolderPath folder) throws IOException;
}
