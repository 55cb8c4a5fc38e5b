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
import inky.courier.connection.FarSideException;
import inky.courier.connection.Passage;
import inky.courier.core.connection.Encryption;
import inky.courier.core.naming.NameRules;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.DestinationKind;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.FolderSettings;
import inky.courier.destination.Folders;
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
    public NameRules rules() {
        return NameRules.WINDOWS;
    }

    @Override
    public RemoteFolder open(FolderAccess access, Passage passage) throws IOException {
        FolderSettings s = access.settings();
        boolean encrypted = s.encryption() != Encryption.NONE;
        SmbConfig config = SmbConfig.builder()
                .withTimeout(ANSWER_MILLIS, TimeUnit.MILLISECONDS)
                .withSoTimeout(ANSWER_MILLIS, TimeUnit.MILLISECONDS)
                .withDfsEnabled(false)
                .withEncryptData(encrypted)
                .withBufferSize(BLOCK)
                .build();
        SMBClient client = new SMBClient(config);
        try {
            passage.does(
                    TransferStep.NAME,
                    () -> passage.said(InetAddress.getByName(s.host()).getHostAddress()));
            int port = s.port() == 0 ? PORT : s.port();
            Connection connection = passage.at(
                    TransferStep.REACHED, () -> tried(TransferStep.REACHED, () -> client.connect(s.host(), port)));
            SMB2Dialect dialect = connection.getNegotiatedProtocol().getDialect();
            passage.does(TransferStep.ENCRYPTED, () -> encryption(passage, dialect, encrypted));
            Session session = passage.at(
                    TransferStep.SIGNED_IN,
                    () -> tried(
                            TransferStep.SIGNED_IN,
                            () -> connection.authenticate(new AuthenticationContext(
                                    s.account(), access.secret().toCharArray(), s.domain()))));
            passage.line("* signed in as " + s.account() + ", " + dialect);
            Share share = passage.at(
                    TransferStep.FOLDER, () -> tried(TransferStep.FOLDER, () -> session.connectShare(s.share())));
            if (!(share instanceof DiskShare disk)) {
                throw new FarSideException(TransferCause.SHARE_NOT_FOUND, s.share() + " holds no files");
            }
            return new Opened(client, disk, passage);
        } catch (IOException | RuntimeException e) {
            client.close();
            throw e;
        }
    }

    private static void encryption(Passage passage, SMB2Dialect dialect, boolean encrypted) throws IOException {
        boolean can = dialect.isSmb3x();
        passage.said(dialect.name().replace('_', ' '));
        if (encrypted && !can) {
            throw new FarSideException(TransferCause.TLS_NOT_OFFERED, dialect.name());
        }
        if (!encrypted) {
            passage.care("Not encrypted: on the way, files can be read along.");
        }
    }

    private interface SmbCall<T> {
        T run() throws IOException;
    }

    /** The library's exceptions are unchecked; each carries the server's own status. */
    private static <T> T tried(TransferStep step, SmbCall<T> call) throws IOException {
        try {
            return call.run();
        } catch (SMBApiException e) {
            throw refused(step, e);
        } catch (SMBRuntimeException e) {
            if (e.getCause() instanceof SMBApiException api) {
                throw refused(step, api);
            }
            throw new IOException(e);
        } catch (TransportException e) {
            throw e.getCause() instanceof IOException cause ? cause : e;
        }
    }

    private static FarSideException refused(TransferStep step, SMBApiException e) {
        String status = e.getStatus() == NtStatus.STATUS_OTHER
                ? String.format(Locale.ROOT, "0x%08X", e.getStatusCode())
                : e.getStatus().name();
        return new FarSideException(TransferCause.ofSmb(step, e.getStatusCode()), status);
    }

    private record Opened(SMBClient client, DiskShare share, Passage passage) implements RemoteFolder {
        @Override
        public List<Folders.FolderEntry> list(FolderPath folder) throws IOException {
            return tried(TransferStep.FOLDER, () -> {
                List<Folders.FolderEntry> entries = new ArrayList<>();
                for (FileIdBothDirectoryInformation found : share.list(path(folder))) {
                    if (!found.getFileName().equals(".") && !found.getFileName().equals("..")) {
                        entries.add(entry(found));
                    }
                }
                return entries;
            });
        }

        private static Folders.FolderEntry entry(FileIdBothDirectoryInformation f) {
            boolean folder = (f.getFileAttributes() & FileAttributes.FILE_ATTRIBUTE_DIRECTORY.getValue()) != 0;
            Instant changed = f.getLastWriteTime().toInstant();
            return new Folders.FolderEntry(f.getFileName(), folder, folder ? 0 : f.getEndOfFile(), changed);
        }

        @Override
        public Optional<Folders.FolderEntry> find(FolderPath path) throws IOException {
            return tried(TransferStep.FOLDER, () -> {
                try {
                    var info = share.getFileInformation(path(path));
                    boolean folder = info.getStandardInformation().isDirectory();
                    String name =
                            path.isRoot() ? "" : path.names().get(path.names().size() - 1);
                    return Optional.of(new Folders.FolderEntry(
                            name,
                            folder,
                            folder ? 0 : info.getStandardInformation().getEndOfFile(),
                            info.getBasicInformation().getLastWriteTime().toInstant()));
                } catch (SMBApiException e) {
                    if (TransferCause.ofSmb(TransferStep.FOLDER, e.getStatusCode()) == TransferCause.FOLDER_NOT_FOUND) {
                        return Optional.empty();
                    }
                    throw e;
                }
            });
        }

        @Override
        public void makeFolder(FolderPath folder) throws IOException {
            passage.line("> make folder " + folder);
            tried(TransferStep.WRITTEN, () -> {
                try {
                    share.mkdir(path(folder));
                } catch (SMBApiException e) {
                    if (e.getStatus() != NtStatus.STATUS_OBJECT_NAME_COLLISION) {
                        throw e;
                    }
                }
                return null;
            });
        }

        @Override
        public void write(FolderPath file, InputStream content, long bytes) throws IOException {
            passage.line("> write " + file + ", " + bytes + " bytes");
            tried(TransferStep.WRITTEN, () -> {
                try (File opened = open(file, AccessMask.GENERIC_WRITE, SMB2CreateDisposition.FILE_OVERWRITE_IF);
                        OutputStream out = opened.getOutputStream()) {
                    content.transferTo(out);
                }
                return null;
            });
        }

        @Override
        public InputStream read(FolderPath file) throws IOException {
            return tried(TransferStep.READ_BACK, () -> {
                File opened = open(file, AccessMask.GENERIC_READ, SMB2CreateDisposition.FILE_OPEN);
                return new FilterInputStream(opened.getInputStream()) {
                    @Override
                    public void close() throws IOException {
                        super.close();
                        opened.close();
                    }
                };
            });
        }

        @Override
        public void rename(FolderPath from, FolderPath to, boolean replace) throws IOException {
            passage.line("> rename " + from + " to " + to);
            tried(TransferStep.RENAMED, () -> {
                try (File opened = open(from, AccessMask.DELETE, SMB2CreateDisposition.FILE_OPEN)) {
                    opened.rename(path(to), replace);
                }
                return null;
            });
        }

        @Override
        public void remove(FolderPath file) throws IOException {
            passage.line("> remove " + file);
            tried(TransferStep.REMOVED, () -> {
                share.rm(path(file));
                return null;
            });
        }

        @Override
        public OptionalLong spaceLeft(FolderPath folder) throws IOException {
            return tried(
                    TransferStep.SPACE,
                    () -> OptionalLong.of(share.getShareInformation().getFreeSpace()));
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
            client.close();
        }
    }
}
