package inky.courier.folder;

import com.hierynomus.msdtyp.AccessMask;
import com.hierynomus.mserref.NtStatus;
import com.hierynomus.msfscc.FileAttributes;
import com.hierynomus.msfscc.fileinformation.FileIdBothDirectoryInformation;
import com.hierynomus.mssmb2.SMB2CreateDisposition;
import com.hierynomus.mssmb2.SMB2CreateOptions;
import com.hierynomus.mssmb2.SMB2Dialect;
import com.hierynomus.mssmb2.SMB2ShareAccess;
import com.hierynomus.mssmb2.SMBApiException;
import com.hierynomus.protocol.transport.TransportException;
import com.hierynomus.smbj.SMBClient;
import com.hierynomus.smbj.SmbConfig;
import com.hierynomus.smbj.auth.AuthenticationContext;
import com.hierynomus.smbj.common.SMBRuntimeException;
import com.hierynomus.smbj.connection.Connection;
import com.hierynomus.smbj.session.Session;
import com.hierynomus.smbj.share.DiskShare;
import com.hierynomus.smbj.share.File;
import com.hierynomus.smbj.share.Share;
import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Folders;
import jakarta.annotation.Nullable;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import org.springframework.stereotype.Component;

/** SMB 2 and 3 (MS-SMB2), through smbj. */
@Component
class SmbFolders implements FolderProtocol {
    private static final int PORT = 445;
    private static final int BLOCK = 1024 * 1024;

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.SMB);
    }

    @Override
    public RemoteFolder open(FolderAccess access, ConnectionTrace trace) throws IOException {
        boolean encrypted = access.settings().encryption() != Encryption.NONE;
        try {
            return open(access, trace, encrypted);
        } catch (SealedShare e) {
            // A share may demand encryption where the server does not, and refuses all else as it refuses strangers.
            trace.line("* the share demands encryption");
            return open(access, trace, true);
        }
    }

    /** A share that refuses an account which the server has just let in, over a line that could be encrypted and is not. */
    private static final class SealedShare extends IOException {
        SealedShare(IOException refusal) {
            super(refusal);
        }
    }

    private RemoteFolder open(FolderAccess access, ConnectionTrace trace, boolean encrypted) throws IOException {
        FolderSettings s = access.settings();
        SmbConfig config = SmbConfig.builder()
                .withTimeout(ANSWER_MILLIS, TimeUnit.MILLISECONDS)
                .withSoTimeout(ANSWER_MILLIS, TimeUnit.MILLISECONDS)
                .withDfsEnabled(false)
                .withEncryptData(encrypted)
                .withBufferSize(BLOCK)
                .withSecurityProvider(new SmbCiphers())
                .build();
        SMBClient client = new SMBClient(config);
        Translation translation = SmbFolders::translated;
        Connection[] reached = new Connection[1];
        try {
            trace.does(
                    TransferStep.NAME,
                    () -> trace.said(InetAddress.getByName(s.host()).getHostAddress()));
            int port = s.port() == 0 ? PORT : s.port();
            Connection connection = trace.at(
                    TransferStep.REACHED,
                    () -> translation.tried(TransferStep.REACHED, () -> client.connect(s.host(), port)));
            reached[0] = connection;
            SMB2Dialect dialect = connection.getNegotiatedProtocol().getDialect();
            trace.does(TransferStep.ENCRYPTED, () -> encryption(trace, dialect, encrypted));
            Session session = trace.at(
                    TransferStep.SIGNED_IN,
                    () -> translation.tried(
                            TransferStep.SIGNED_IN,
                            () -> connection.authenticate(new AuthenticationContext(
                                    s.account(), access.secret().toCharArray(), s.domain()))));
            trace.line("* signed in as " + s.account() + ", " + dialect);
            Share share = share(session, s.share(), dialect.isSmb3x() && !encrypted, trace);
            if (!(share instanceof DiskShare disk)) {
                throw new FarSideException(TransferCause.SHARE_NOT_FOUND, s.share() + " holds no files");
            }
            return new TracedFolder(new Opened(client, connection, disk), trace, translation);
        } catch (IOException | RuntimeException e) {
            close(client, reached[0]);
            throw e;
        }
    }

    /** Without a goodbye, for which a server that is gone would be waited for a minute; the end of the line says the same. */
    private static void close(SMBClient client, @Nullable Connection connection) {
        try {
            if (connection != null) {
                connection.close(true);
            }
        } catch (IOException e) {
            // It is of no more use anyway.
        }
        client.close();
    }

    private static Share share(Session session, String name, boolean couldEncrypt, ConnectionTrace trace)
            throws IOException {
        Translation translation = SmbFolders::translated;
        try {
            return couldEncrypt
                    ? session.connectShare(name)
                    : trace.at(
                            TransferStep.FOLDER,
                            () -> translation.tried(TransferStep.FOLDER, () -> session.connectShare(name)));
        } catch (SMBApiException e) {
            IOException refusal = translated(TransferStep.FOLDER, e).orElseThrow();
            if (e.getStatus() == NtStatus.STATUS_ACCESS_DENIED) {
                throw new SealedShare(refusal);
            }
            trace.does(TransferStep.FOLDER, () -> {
                throw refusal;
            });
            throw refusal;
        }
    }

    private static void encryption(ConnectionTrace trace, SMB2Dialect dialect, boolean encrypted) throws IOException {
        boolean can = dialect.isSmb3x();
        trace.said(dialect.name().replace('_', ' '));
        if (encrypted && !can) {
            throw new FarSideException(TransferCause.ENCRYPTION_NOT_OFFERED, dialect.name());
        }
        if (encrypted) {
            trace.note(Message.of("probe.folder.smb3"));
        } else {
            trace.care(Message.of("probe.folder.smb-open"));
        }
    }

    /** The library's exceptions are unchecked, and wrap each other. */
    private static Optional<IOException> translated(TransferStep step, Exception e) {
        SMBApiException refused =
                e instanceof SMBApiException api ? api : e.getCause() instanceof SMBApiException inner ? inner : null;
        if (refused != null) {
            String status = refused.getStatus() == NtStatus.STATUS_OTHER
                    ? String.format(Locale.ROOT, "0x%08X", refused.getStatusCode())
                    : refused.getStatus().name();
            return Optional.of(new FarSideException(TransferCause.ofSmb(step, refused.getStatusCode()), status));
        }
        if (e instanceof TransportException && e.getCause() instanceof IOException line) {
            return Optional.of(line);
        }
        return e instanceof SMBRuntimeException ? Optional.of(new IOException(e)) : Optional.empty();
    }

    private record Opened(SMBClient client, Connection connection, DiskShare share) implements RemoteFolder {
        @Override
        public List<Folders.FolderEntry> list(FolderPath folder) throws IOException {
            List<Folders.FolderEntry> entries = new ArrayList<>();
            for (FileIdBothDirectoryInformation found : share.list(path(folder))) {
                entries.add(entry(found));
            }
            return entries;
        }

        private static Folders.FolderEntry entry(FileIdBothDirectoryInformation f) {
            boolean folder = (f.getFileAttributes() & FileAttributes.FILE_ATTRIBUTE_DIRECTORY.getValue()) != 0;
            Instant changed = f.getLastWriteTime().toInstant();
            return new Folders.FolderEntry(f.getFileName(), folder, folder ? 0 : f.getEndOfFile(), changed);
        }

        @Override
        public Optional<Folders.FolderEntry> find(FolderPath path) throws IOException {
            try {
                var info = share.getFileInformation(path(path));
                boolean folder = info.getStandardInformation().isDirectory();
                return Optional.of(new Folders.FolderEntry(
                        path.name(),
                        folder,
                        folder ? 0 : info.getStandardInformation().getEndOfFile(),
                        info.getBasicInformation().getLastWriteTime().toInstant()));
            } catch (SMBApiException e) {
                if (TransferCause.ofSmb(TransferStep.FOLDER, e.getStatusCode()) == TransferCause.FOLDER_NOT_FOUND) {
                    return Optional.empty();
                }
                throw e;
            }
        }

        @Override
        public void makeFolder(FolderPath folder) throws IOException {
            try {
                share.mkdir(path(folder));
            } catch (SMBApiException e) {
                if (e.getStatus() != NtStatus.STATUS_OBJECT_NAME_COLLISION) {
                    throw e;
                }
            }
        }

        @Override
        public void write(FolderPath file, InputStream content, long bytes) throws IOException {
            try (File opened = open(file, AccessMask.GENERIC_WRITE, SMB2CreateDisposition.FILE_OVERWRITE_IF);
                    OutputStream out = opened.getOutputStream()) {
                content.transferTo(out);
            }
        }

        @Override
        public InputStream read(FolderPath file) throws IOException {
            File opened = open(file, AccessMask.GENERIC_READ, SMB2CreateDisposition.FILE_OPEN);
            return new FilterInputStream(opened.getInputStream()) {
                @Override
                public void close() throws IOException {
                    super.close();
                    opened.close();
                }
            };
        }

        @Override
        public void rename(FolderPath from, FolderPath to, boolean replace) throws IOException {
            try (File opened = open(from, AccessMask.DELETE, SMB2CreateDisposition.FILE_OPEN)) {
                opened.rename(path(to), replace);
            }
        }

        @Override
        public void remove(FolderPath file) throws IOException {
            share.rm(path(file));
        }

        @Override
        public OptionalLong spaceLeft(FolderPath folder) throws IOException {
            return OptionalLong.of(share.getShareInformation().getFreeSpace());
        }

        private File open(FolderPath file, AccessMask mask, SMB2CreateDisposition disposition) {
            return share.openFile(
                    path(file),
                    EnumSet.of(mask),
                    EnumSet.noneOf(FileAttributes.class),
                    EnumSet.of(SMB2ShareAccess.FILE_SHARE_READ),
                    disposition,
                    EnumSet.noneOf(SMB2CreateOptions.class));
        }

        private static String path(FolderPath path) {
            return String.join("\\", path.names());
        }

        @Override
        public void close() {
            SmbFolders.close(client, connection);
        }
    }
}
