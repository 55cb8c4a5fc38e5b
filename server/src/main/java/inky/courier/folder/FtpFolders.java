package inky.courier.folder;

import inky.courier.connection.BoundedSockets;
import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.Encryption;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
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
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import javax.net.SocketFactory;
import javax.net.ssl.SSLException;
import org.apache.commons.net.ProtocolCommandEvent;
import org.apache.commons.net.ProtocolCommandListener;
import org.apache.commons.net.ftp.FTP;
import org.apache.commons.net.ftp.FTPClient;
import org.apache.commons.net.ftp.FTPConnectionClosedException;
import org.apache.commons.net.ftp.FTPFile;
import org.apache.commons.net.ftp.FTPReply;
import org.springframework.stereotype.Component;

/** FTP (RFC 959, RFC 3659) and FTP over TLS (RFC 4217), through Commons Net. */
@Component
class FtpFolders implements FolderProtocol {
    private static final int PORT = 21;
    private static final int PORT_TLS_FIRST = 990;
    private static final int BLOCK = 256 * 1024;

    /** Of one conversation; a listing comes over a line of its own. */
    private static final long MOST_REPLIES = 4 * 1024 * 1024;

    private static final String HERE = "./";

    /** Signs that a server may take for a pattern. */
    private static final String PATTERN = "*?[]{}";

    private static final Duration OPENING = Duration.ofMinutes(1);
    private static final Duration LONGEST = Duration.ofHours(6);

    private final Clock clock;

    FtpFolders(Clock clock) {
        this.clock = clock;
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.FTP);
    }

    @Override
    public Optional<TrustPolicy> trust(FolderAccess access) {
        return access.settings().encryption() == Encryption.NONE
                ? Optional.empty()
                : Optional.of(FolderProtocol.policy(access, access.settings().host()));
    }

    @Override
    public RemoteFolder open(FolderAccess access, ConnectionTrace trace) throws IOException {
        FolderSettings s = access.settings();
        Optional<TrustPolicy> policy = trace.policy();
        BoundedSockets lines = new BoundedSockets(MOST_REPLIES, OPENING, LONGEST);
        FTPClient client = client(s, policy, lines);
        client.addProtocolCommandListener(new Listening(trace));
        // 421 may answer anything at any time, and ends the line.
        trace.means((step, e) -> e instanceof FTPConnectionClosedException
                        && client.getReplyCode() == FTPReply.SERVICE_NOT_AVAILABLE
                        && step instanceof TransferStep at
                ? Optional.of(refused(client, at).setback())
                : Optional.empty());
        try {
            trace.does(
                    TransferStep.NAME,
                    () -> trace.said(InetAddress.getByName(s.host()).getHostAddress()));
            connect(client, s, trace);
            trace.does(TransferStep.ENCRYPTED, () -> protect(client, trace, policy));
            trace.does(TransferStep.SIGNED_IN, () -> {
                if (!client.login(s.account(), access.secret())) {
                    throw refused(client, TransferStep.SIGNED_IN);
                }
                trace.said(line(client));
                prepare(client, s);
            });
            lines.opened();
            return new Opened(client, FolderTemplate.of(s.path()).absolute() ? "/" : HERE, trace);
        } catch (IOException | RuntimeException e) {
            close(client);
            throw e;
        }
    }

    private static FTPClient client(FolderSettings s, Optional<TrustPolicy> policy, BoundedSockets lines) {
        FTPClient client;
        if (policy.isPresent()) {
            client = new ResumingFtps(s.encryption() == Encryption.TLS, policy.get());
        } else {
            client = new FTPClient();
        }
        client.setSocketFactory(lines);
        client.setConnectTimeout(CONNECT_MILLIS);
        client.setDefaultTimeout(ANSWER_MILLIS);
        client.setDataTimeout(Duration.ofMillis(ANSWER_MILLIS));
        client.setControlEncoding(StandardCharsets.UTF_8.name());
        client.setBufferSize(BLOCK);
        // A server behind a router names an inner address for the second line; the first one's is right.
        client.setPassiveNatWorkaroundStrategy(new FTPClient.NatServerResolverImpl(client));
        return client;
    }

    /** The library connects and changes to TLS in one go; the greeting tells which of the two failed. */
    private static void connect(FTPClient client, FolderSettings s, ConnectionTrace trace) throws IOException {
        int usual = s.encryption() == Encryption.TLS ? PORT_TLS_FIRST : PORT;
        int port = s.port() == 0 ? usual : s.port();
        IOException[] tls = new IOException[1];
        trace.does(TransferStep.REACHED, () -> {
            try {
                client.connect(s.host(), port);
            } catch (SSLException e) {
                tls[0] = e;
            } catch (org.apache.commons.net.MalformedServerReplyException e) {
                throw new FarSideException(TransferCause.NOT_THIS_PROTOCOL, "");
            }
            client.setKeepAlive(true);
            trace.said(s.host() + ":" + port);
            if (tls[0] == null && !FTPReply.isPositiveCompletion(client.getReplyCode())) {
                throw refused(client, TransferStep.REACHED);
            }
            wrongPort(port, s.encryption()).ifPresent(trace::care);
        });
        if (tls[0] != null) {
            trace.does(TransferStep.ENCRYPTED, () -> {
                boolean answered = FTPReply.isNegativePermanent(client.getReplyCode());
                throw answered ? refused(client, TransferStep.ENCRYPTED) : tls[0];
            });
        }
    }

    private static Optional<Message> wrongPort(int port, Encryption encryption) {
        if (port == PORT_TLS_FIRST && encryption != Encryption.TLS) {
            return Optional.of(Message.of("probe.folder.port-990"));
        }
        return port == PORT && encryption == Encryption.TLS
                ? Optional.of(Message.of("probe.folder.port-21"))
                : Optional.empty();
    }

    private void protect(FTPClient client, ConnectionTrace trace, Optional<TrustPolicy> policy) throws IOException {
        if (!(client instanceof ResumingFtps secure)) {
            trace.care(Message.of("probe.folder.ftp-open"));
            return;
        }
        // RFC 4217 section 9: the second line is private only when both are said.
        secure.execPBSZ(0);
        secure.protectData();
        policy.flatMap(p -> p.worry(clock.instant())).ifPresent(trace::care);
    }

    private static void prepare(FTPClient client, FolderSettings s) throws IOException {
        if (client.hasFeature("UTF8")) {
            client.sendCommand("OPTS", "UTF8 ON");
        }
        client.setFileType(FTP.BINARY_FILE_TYPE);
        if (!(client instanceof ResumingFtps)) {
            // The second lines carry files, of any size.
            client.setSocketFactory(SocketFactory.getDefault());
        }
        if (s.passive()) {
            client.enterLocalPassiveMode();
        } else {
            client.enterLocalActiveMode();
        }
    }

    private static FarSideException refused(FTPClient client, TransferStep step) {
        String words = line(client);
        return new FarSideException(TransferCause.ofFtp(step, client.getReplyCode(), words), words);
    }

    private static String line(FTPClient client) {
        return client.getReplyString() == null ? "" : client.getReplyString().strip();
    }

    private static void close(FTPClient client) {
        try {
            client.disconnect();
        } catch (IOException e) {
            // It is of no more use anyway.
        }
    }

    /** Writes the dialogue down; the password is masked by the library, and here once more. */
    private record Listening(ConnectionTrace trace) implements ProtocolCommandListener {
        @Override
        public void protocolCommandSent(ProtocolCommandEvent event) {
            boolean secret = "PASS".equalsIgnoreCase(event.getCommand());
            trace.line("> " + (secret ? "PASS ********" : event.getMessage().strip()));
        }

        @Override
        public void protocolReplyReceived(ProtocolCommandEvent event) {
            event.getMessage().strip().lines().forEach(line -> trace.line("< " + line));
        }
    }

    private record Opened(FTPClient client, String root, ConnectionTrace trace) implements RemoteFolder {
        @Override
        public List<Folders.FolderEntry> list(FolderPath folder) throws IOException {
            if (find(folder).isEmpty()) {
                throw new FarSideException(TransferCause.FOLDER_NOT_FOUND, "");
            }
            FTPFile[] found = client.hasFeature("MLST") ? client.mlistDir(path(folder)) : listed(folder);
            if (!FTPReply.isPositiveCompletion(client.getReplyCode())) {
                throw refused(client, TransferStep.FOLDER);
            }
            List<Folders.FolderEntry> entries = new ArrayList<>();
            for (FTPFile file : found) {
                if (file != null) {
                    entries.add(entry(file));
                }
            }
            return entries;
        }

        /** From within: servers give what LIST names to a shell's rules, which take some signs for patterns. */
        private FTPFile[] listed(FolderPath folder) throws IOException {
            String before = client.printWorkingDirectory();
            if (before == null || !enters(folder)) {
                throw refused(client, TransferStep.FOLDER);
            }
            FTPFile[] found = client.listFiles();
            boolean complete = FTPReply.isPositiveCompletion(client.getReplyCode());
            FarSideException refusal = complete ? null : refused(client, TransferStep.FOLDER);
            client.changeWorkingDirectory(before);
            if (refusal != null) {
                throw refusal;
            }
            return found;
        }

        /**
         * Whether this very folder could be gone into. A server that takes some of its signs for a pattern may have gone
         * elsewhere; where it says it is then is compared with where it should be.
         */
        private boolean enters(FolderPath folder) throws IOException {
            String path = path(folder);
            if (!path.isEmpty() && !client.changeWorkingDirectory(path)) {
                return false;
            }
            if (folder.text().chars().noneMatch(c -> PATTERN.indexOf(c) >= 0)) {
                return true;
            }
            String there = client.printWorkingDirectory();
            return there != null && there.endsWith("/" + folder.text());
        }

        private static Folders.FolderEntry entry(FTPFile file) {
            Instant changed = file.getTimestamp() == null
                    ? Instant.EPOCH
                    : file.getTimestamp().toInstant();
            String name = file.getName().substring(file.getName().lastIndexOf('/') + 1);
            return new Folders.FolderEntry(
                    name, file.isDirectory(), file.isDirectory() ? 0 : Math.max(0, file.getSize()), changed);
        }

        /**
         * Without a listing, which a folder need not allow: by MLST (RFC 3659 section 7), else by SIZE (section 4) and
         * CWD, which tell a file from a folder, and only where a server knows neither by what the folder lists.
         */
        @Override
        public Optional<Folders.FolderEntry> find(FolderPath path) throws IOException {
            if (path.isRoot()) {
                return Optional.of(new Folders.FolderEntry("", true, 0, Instant.EPOCH));
            }
            if (client.hasFeature("MLST")) {
                return Optional.ofNullable(client.mlistFile(path(path))).map(Opened::entry);
            }
            if (FTPReply.isPositiveCompletion(client.sendCommand("SIZE", path(path)))) {
                return Optional.of(new Folders.FolderEntry(path.name(), false, sizeSaid(), Instant.EPOCH));
            }
            boolean knowsSize = !isUnknownCommand();
            String before = client.printWorkingDirectory();
            if (before != null && enters(path)) {
                client.changeWorkingDirectory(before);
                return Optional.of(new Folders.FolderEntry(path.name(), true, 0, Instant.EPOCH));
            }
            return knowsSize ? Optional.empty() : findListed(path);
        }

        private Optional<Folders.FolderEntry> findListed(FolderPath path) throws IOException {
            for (FTPFile file : listed(path.parent())) {
                if (file != null && file.getName().equals(path.name())) {
                    return Optional.of(entry(file));
                }
            }
            return Optional.empty();
        }

        private long sizeSaid() {
            String[] words = line(client).split("\\s+");
            return words.length > 1 && words[1].matches("\\d{1,18}") ? Long.parseLong(words[1]) : 0;
        }

        /** RFC 959 section 4.2: 500 is no command, 502 one that is not implemented. */
        private boolean isUnknownCommand() {
            int code = client.getReplyCode();
            return code == FTPReply.UNRECOGNIZED_COMMAND || code == FTPReply.COMMAND_NOT_IMPLEMENTED;
        }

        @Override
        public void makeFolder(FolderPath folder) throws IOException {
            if (!client.makeDirectory(path(folder))) {
                FarSideException refusal = refused(client, TransferStep.WRITTEN);
                if (find(folder).isEmpty()) {
                    throw refusal;
                }
            }
        }

        /** The last reply is waited for as long as a server takes to write down what came over a slow line. */
        @Override
        public void write(FolderPath file, InputStream content, long bytes) throws IOException {
            OutputStream out = client.storeFileStream(path(file));
            if (out == null) {
                throw refused(client, TransferStep.WRITTEN);
            }
            IOException broken = null;
            try (out) {
                content.transferTo(out);
            } catch (IOException e) {
                broken = e;
            }
            boolean complete = completed(broken);
            if (broken != null) {
                throw broken;
            }
            if (!complete) {
                throw refused(client, TransferStep.WRITTEN);
            }
        }

        /** A server that breaks the second line says why on the first, as when its disk is full. */
        private boolean completed(@Nullable IOException broken) throws IOException {
            try {
                boolean complete = client.completePendingCommand();
                if (broken != null && FTPReply.isNegativeTransient(client.getReplyCode())
                        || FTPReply.isNegativePermanent(client.getReplyCode())) {
                    throw refused(client, TransferStep.WRITTEN);
                }
                return complete;
            } catch (FarSideException e) {
                throw e;
            } catch (IOException e) {
                if (broken != null) {
                    throw broken;
                }
                throw e;
            }
        }

        @Override
        public InputStream read(FolderPath file) throws IOException {
            InputStream in = client.retrieveFileStream(path(file));
            if (in == null) {
                throw refused(client, TransferStep.READ_BACK);
            }
            return new FilterInputStream(in) {
                @Override
                public void close() throws IOException {
                    super.close();
                    if (!client.completePendingCommand()) {
                        throw refused(client, TransferStep.READ_BACK);
                    }
                }
            };
        }

        /** RFC 959 leaves open what RNTO does with a name that is taken, so it is looked for first. */
        @Override
        public void rename(FolderPath from, FolderPath to, boolean replace) throws IOException {
            boolean taken = find(to).isPresent();
            if (taken && !replace) {
                throw new FarSideException(TransferCause.NAME_TAKEN, "");
            }
            if (!client.rename(path(from), path(to))) {
                if (!taken || !client.deleteFile(path(to)) || !client.rename(path(from), path(to))) {
                    throw refused(client, TransferStep.RENAMED);
                }
            }
        }

        @Override
        public void remove(FolderPath file) throws IOException {
            if (!client.deleteFile(path(file))) {
                throw refused(client, TransferStep.REMOVED);
            }
        }

        @Override
        public OptionalLong spaceLeft(FolderPath folder) {
            return OptionalLong.empty();
        }

        /**
         * No line end can come into a command: a path holds no control characters. And nobody's home folder: servers take a
         * name that begins with a tilde for that, some of them anywhere in a path.
         */
        private String path(FolderPath path) throws IOException {
            if (path.names().stream().anyMatch(name -> name.startsWith("~"))) {
                throw new FarSideException(TransferCause.LEADS_ELSEWHERE, "");
            }
            return path.isRoot() && root.equals(HERE) ? "" : root + path.text();
        }

        @Override
        public void close() {
            try {
                client.logout();
            } catch (IOException e) {
                // All is done; whether the server says goodbye does not matter.
            }
            FtpFolders.close(client);
        }
    }
}
