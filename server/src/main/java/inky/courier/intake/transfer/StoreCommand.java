package inky.courier.intake.transfer;

import inky.courier.core.message.Languages;
import inky.courier.intake.NotTaken;
import inky.courier.intake.inbox.IncomingFiles;
import java.io.FilterOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Optional;
import java.util.function.Function;
import org.apache.ftpserver.command.AbstractCommand;
import org.apache.ftpserver.ftplet.DataConnection;
import org.apache.ftpserver.ftplet.DataType;
import org.apache.ftpserver.ftplet.DefaultFtpReply;
import org.apache.ftpserver.ftplet.FtpException;
import org.apache.ftpserver.ftplet.FtpFile;
import org.apache.ftpserver.ftplet.FtpReply;
import org.apache.ftpserver.ftplet.FtpRequest;
import org.apache.ftpserver.ftplet.FtpSession;
import org.apache.ftpserver.impl.FtpIoSession;
import org.apache.ftpserver.impl.FtpServerContext;
import org.apache.ftpserver.impl.IODataConnectionFactory;

/** STOR and STOU (RFC 959, section 4.1.3), answered with 226 when the pages are kept, and in words where they are not. */
final class StoreCommand extends AbstractCommand {
    /** Of a session, and of a file, however slowly it comes. */
    static final Duration LONGEST = Duration.ofMinutes(30);

    private final Function<FtpSession, Optional<DropFolder>> folders;

    StoreCommand(Function<FtpSession, Optional<DropFolder>> folders) {
        this.folders = folders;
    }

    @Override
    public void execute(FtpIoSession session, FtpServerContext context, FtpRequest request)
            throws IOException, FtpException {
        try {
            session.write(stored(session, request));
        } finally {
            session.resetState();
            session.getDataConnection().closeDataConnection();
        }
    }

    private FtpReply stored(FtpIoSession session, FtpRequest request) throws FtpException {
        boolean unnamed = !request.hasArgument();
        if (unnamed && request.getCommand().equals("STOR")) {
            return new DefaultFtpReply(501, "STOR needs the name of a file");
        }
        // RFC 959: a connection for the file is agreed on before.
        if (session.getDataConnection() instanceof IODataConnectionFactory line && line.getInetAddress() == null) {
            return new DefaultFtpReply(503, "PORT or PASV must be issued first");
        }
        FtpFile file = session.getFileSystemView()
                .getFile(unnamed ? "scan-" + System.nanoTime() + ".pdf" : request.getArgument());
        DropFolder folder = folders.apply(session.getFtpletSession()).orElse(null);
        if (file == null
                || folder == null
                || !file.isWritable()
                || !Files.isDirectory(FtpDoor.path(file).getParent())) {
            return new DefaultFtpReply(550, "A file cannot be written there");
        }
        Path path = FtpDoor.path(file);
        folder.writing(path);
        session.write(new DefaultFtpReply(150, unnamed ? "FILE: " + file.getName() : "Send it"))
                .awaitUninterruptibly(10_000);
        // Whatever type a device has asked for, or forgot to: lines of pages are never to be changed.
        session.setDataType(DataType.BINARY);
        try {
            receive(session, path);
            folder.written(path);
            return new DefaultFtpReply(226, "Kept");
        } catch (TooLarge e) {
            return new DefaultFtpReply(552, "Larger than " + IncomingFiles.MOST_BYTES / (1024 * 1024) + " MB");
        } catch (NotTaken e) {
            return refusal(e);
        } catch (IOException e) {
            removed(path);
            return new DefaultFtpReply(426, "The connection broke; the file is not kept");
        }
    }

    static FtpReply refusal(NotTaken e) {
        String words = e.why().in(Languages.FIRST).replaceAll("[\\r\\n]+", " ").replaceAll("[^\\x20-\\x7e]", "?");
        return e.isForNow() ? new DefaultFtpReply(451, words) : new DefaultFtpReply(550, words);
    }

    private static void receive(FtpIoSession session, Path file) throws IOException {
        DataConnection line;
        try {
            line = session.getDataConnection().openConnection();
        } catch (Exception e) {
            // The interface of the library says no more than that.
            throw new IOException(e);
        }
        try (OutputStream out = new Bounded(Files.newOutputStream(file))) {
            line.transferFromClient(session.getFtpletSession(), out);
        }
    }

    private static void removed(Path file) {
        try {
            Files.deleteIfExists(file);
        } catch (IOException e) {
            // It goes with the folder.
            file.toFile().deleteOnExit();
        }
    }

    private static final class TooLarge extends IOException {}

    private static final class Bounded extends FilterOutputStream {
        private final long begun = System.nanoTime();
        private long left = IncomingFiles.MOST_BYTES;

        Bounded(OutputStream out) {
            super(out);
        }

        @Override
        public void write(int b) throws IOException {
            write(new byte[] {(byte) b}, 0, 1);
        }

        @Override
        public void write(byte[] bytes, int from, int length) throws IOException {
            left -= length;
            if (left < 0) {
                throw new TooLarge();
            }
            if (System.nanoTime() - begun > LONGEST.toNanos()) {
                throw new IOException("too slow");
            }
            out.write(bytes, from, length);
        }
    }
}
