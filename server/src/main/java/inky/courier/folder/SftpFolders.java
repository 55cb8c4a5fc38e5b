package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.delivery.Setback;
import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.message.Message;
import inky.courier.core.transfer.FolderPath;
import inky.courier.core.transfer.FolderTemplate;
import inky.courier.core.transfer.TransferCause;
import inky.courier.core.transfer.TransferStep;
import inky.courier.destination.FolderAccess;
import inky.courier.destination.Folders;
import jakarta.annotation.PreDestroy;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.nio.charset.StandardCharsets;
import java.security.GeneralSecurityException;
import java.security.KeyPair;
import java.security.PublicKey;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Predicate;
import org.apache.sshd.client.SshClient;
import org.apache.sshd.client.session.ClientSession;
import org.apache.sshd.common.AttributeRepository;
import org.apache.sshd.common.NamedFactory;
import org.apache.sshd.common.NamedResource;
import org.apache.sshd.common.SshException;
import org.apache.sshd.common.cipher.Cipher;
import org.apache.sshd.common.config.keys.KeyUtils;
import org.apache.sshd.common.digest.BuiltinDigests;
import org.apache.sshd.common.util.security.SecurityUtils;
import org.apache.sshd.sftp.client.SftpClient;
import org.apache.sshd.sftp.client.SftpClient.Attributes;
import org.apache.sshd.sftp.client.SftpClient.DirEntry;
import org.apache.sshd.sftp.client.SftpClient.OpenMode;
import org.apache.sshd.sftp.client.SftpClientFactory;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHPosixRenameExtension;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHStatExtensionInfo;
import org.apache.sshd.sftp.client.extensions.openssh.OpenSSHStatPathExtension;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;
import org.springframework.stereotype.Component;

/** SFTP (draft-ietf-secsh-filexfer-02 over RFC 4253), through Apache MINA SSHD. */
@Component
class SftpFolders implements FolderProtocol {
    private static final int PORT = 22;
    private static final AttributeRepository.AttributeKey<Predicate<PublicKey>> JUDGE =
            new AttributeRepository.AttributeKey<>();
    private static final Duration ANSWER = Duration.ofMillis(ANSWER_MILLIS);

    /** One for all sessions: its threads and its random source take longer to make than a small file to send. */
    private final SshClient client = SshClient.setUpDefaultClient();

    SftpFolders() {
        client.setCipherFactories(fastestFirst(client.getCipherFactories()));
        client.setServerKeyVerifier((session, address, key) ->
                session.getConnectionContext().getAttribute(JUDGE).test(key));
        client.start();
    }

    /** The client's order decides (RFC 4253 section 7.1), and for AES-GCM (RFC 5647) Java has the processor's instructions. */
    private static List<NamedFactory<Cipher>> fastestFirst(List<NamedFactory<Cipher>> offered) {
        return offered.stream()
                .sorted(Comparator.comparing(cipher -> !cipher.getName().contains("-gcm@")))
                .toList();
    }

    @PreDestroy
    void stop() {
        client.stop();
    }

    @Override
    public Set<DestinationKind> kinds() {
        return Set.of(DestinationKind.SFTP);
    }

    @Override
    public RemoteFolder open(FolderAccess access, ConnectionTrace trace) throws IOException {
        FolderSettings s = access.settings();
        AtomicReference<FarSideException> keyRefused = new AtomicReference<>();
        Predicate<PublicKey> judge = key -> {
            keyRefused.set(judge(key, s, trace));
            return keyRefused.get() == null;
        };
        ClientSession[] opened = new ClientSession[1];
        try {
            trace.does(
                    TransferStep.NAME,
                    () -> trace.said(InetAddress.getByName(s.host()).getHostAddress()));
            ClientSession session = trace.at(TransferStep.REACHED, () -> connect(s, trace, judge));
            opened[0] = session;
            trace.does(TransferStep.ENCRYPTED, () -> exchangeKeys(session, trace, keyRefused));
            trace.does(TransferStep.SIGNED_IN, () -> signIn(session, access, trace));
            SftpClient sftp = trace.at(
                    TransferStep.FOLDER, () -> SftpClientFactory.instance().createSftpClient(session));
            String root = FolderTemplate.of(s.path()).absolute() ? "/" : "";
            return new TracedFolder(new Opened(session, sftp, root), trace, SftpFolders::translated);
        } catch (IOException | RuntimeException e) {
            if (opened[0] != null) {
                opened[0].close(true);
            }
            throw e;
        }
    }

    private ClientSession connect(FolderSettings s, ConnectionTrace trace, Predicate<PublicKey> judge)
            throws IOException {
        int port = s.port() == 0 ? PORT : s.port();
        ClientSession session = client.connect(
                        s.account(), s.host(), port, AttributeRepository.ofKeyValuePair(JUDGE, judge))
                .verify(CONNECT_MILLIS)
                .getSession();
        trace.said(s.host() + ":" + port);
        return session;
    }

    /** @return why the key is not taken; null when it is */
    private static FarSideException judge(PublicKey key, FolderSettings s, ConnectionTrace trace) {
        String fingerprint = KeyUtils.getFingerPrint(BuiltinDigests.sha256, key);
        trace.said(KeyUtils.getKeyType(key) + " " + fingerprint);
        trace.line("< key " + KeyUtils.getKeyType(key) + " " + fingerprint);
        trace.showKey(KeyUtils.getKeyType(key), fingerprint);
        if (s.certificateCheck() == CertificateCheck.OFF) {
            trace.care(Message.of("probe.folder.key-not-checked"));
            return null;
        }
        if (s.fingerprint().isBlank()) {
            return new FarSideException(TransferCause.HOST_KEY_UNKNOWN, fingerprint);
        }
        return s.fingerprint().strip().equals(fingerprint)
                ? null
                : new FarSideException(TransferCause.HOST_KEY_CHANGED, fingerprint);
    }

    private static void exchangeKeys(
            ClientSession session, ConnectionTrace trace, AtomicReference<FarSideException> keyRefused)
            throws IOException {
        var reached = session.waitFor(
                EnumSet.of(ClientSession.ClientSessionEvent.WAIT_AUTH, ClientSession.ClientSessionEvent.CLOSED),
                ANSWER);
        if (keyRefused.get() != null) {
            throw keyRefused.get();
        }
        if (!reached.contains(ClientSession.ClientSessionEvent.WAIT_AUTH)) {
            // Who has said its version speaks SSH: that it ended then, as when too many have begun, passes.
            boolean speaksSsh = session.getServerVersion() != null;
            throw new FarSideException(
                    speaksSsh
                            ? Setback.of(ConnectionCause.LINE_LOST, "")
                            : Setback.of(TransferCause.NOT_THIS_PROTOCOL, ""));
        }
        trace.line("< " + session.getServerVersion());
    }

    private static void signIn(ClientSession session, FolderAccess access, ConnectionTrace trace) throws IOException {
        if (access.settings().signsInByKey()) {
            keyPairs(access.secret()).forEach(session::addPublicKeyIdentity);
        } else {
            session.addPasswordIdentity(access.secret());
        }
        trace.line("> sign in as " + access.settings().account() + " ********");
        try {
            session.auth().verify(ANSWER);
        } catch (SshException e) {
            throw new FarSideException(TransferCause.SIGN_IN_REFUSED, "");
        }
    }

    private static List<KeyPair> keyPairs(String key) throws IOException {
        List<KeyPair> pairs = new ArrayList<>();
        try {
            SecurityUtils.loadKeyPairIdentities(
                            null,
                            NamedResource.ofName("private key"),
                            new ByteArrayInputStream(key.getBytes(StandardCharsets.US_ASCII)),
                            null)
                    .forEach(pairs::add);
        } catch (GeneralSecurityException | RuntimeException e) {
            pairs.clear();
        }
        if (pairs.isEmpty()) {
            throw new FarSideException(
                    isLocked(key) ? TransferCause.KEY_HAS_PASSPHRASE : TransferCause.KEY_NOT_READABLE, "");
        }
        return pairs;
    }

    /** In PEM a locked key says so (RFC 1421 section 4.6.1.1); in OpenSSH's form its cipher has a name. */
    private static boolean isLocked(String key) {
        if (key.contains("ENCRYPTED")) {
            return true;
        }
        String inside = key.replaceAll("-----[^-]+-----|\\s", "");
        try {
            String head = new String(
                    Base64.getDecoder().decode(inside.substring(0, Math.min(inside.length() / 4 * 4, 64))),
                    StandardCharsets.ISO_8859_1);
            return head.startsWith("openssh-key-v1") && !head.contains("none");
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    private static Optional<IOException> translated(TransferStep step, Exception e) {
        if (!(e instanceof SftpException refused)) {
            return Optional.empty();
        }
        String status = SftpConstants.getStatusName(refused.getStatus()) + " " + refused.getMessage();
        return Optional.of(new FarSideException(TransferCause.ofSftp(step, refused.getStatus(), status), status));
    }

    private record Opened(ClientSession session, SftpClient sftp, String root) implements RemoteFolder {
        @Override
        public List<Folders.FolderEntry> list(FolderPath folder) throws IOException {
            List<Folders.FolderEntry> entries = new ArrayList<>();
            try {
                for (DirEntry found : sftp.readDir(path(folder))) {
                    entries.add(entry(found.getFilename(), found.getAttributes()));
                }
            } catch (UncheckedIOException e) {
                throw e.getCause();
            }
            return entries;
        }

        private static Folders.FolderEntry entry(String name, Attributes a) {
            return new Folders.FolderEntry(
                    name,
                    a.isDirectory(),
                    a.isDirectory() ? 0 : a.getSize(),
                    a.getModifyTime() == null
                            ? java.time.Instant.EPOCH
                            : a.getModifyTime().toInstant());
        }

        @Override
        public Optional<Folders.FolderEntry> find(FolderPath path) throws IOException {
            try {
                return Optional.of(entry(path.name(), sftp.stat(path(path))));
            } catch (SftpException e) {
                if (e.getStatus() == SftpConstants.SSH_FX_NO_SUCH_FILE) {
                    return Optional.empty();
                }
                throw e;
            }
        }

        @Override
        public void makeFolder(FolderPath folder) throws IOException {
            try {
                sftp.mkdir(path(folder));
            } catch (SftpException e) {
                if (find(folder).isEmpty()) {
                    throw e;
                }
            }
        }

        @Override
        public void write(FolderPath file, InputStream content, long bytes) throws IOException {
            try (OutputStream out =
                    sftp.write(path(file), EnumSet.of(OpenMode.Create, OpenMode.Truncate, OpenMode.Write))) {
                content.transferTo(out);
            }
        }

        @Override
        public InputStream read(FolderPath file) throws IOException {
            return sftp.read(path(file));
        }

        /** Version 3 refuses a name that is taken; servers that do not are asked first. */
        @Override
        public void rename(FolderPath from, FolderPath to, boolean replace) throws IOException {
            boolean taken = find(to).isPresent();
            if (taken && !replace) {
                throw new FarSideException(TransferCause.NAME_TAKEN, "");
            }
            if (!taken) {
                sftp.rename(path(from), path(to));
                return;
            }
            OpenSSHPosixRenameExtension atOnce = sftp.getExtension(OpenSSHPosixRenameExtension.class);
            if (atOnce != null && atOnce.isSupported()) {
                atOnce.posixRename(path(from), path(to));
            } else {
                sftp.remove(path(to));
                sftp.rename(path(from), path(to));
            }
        }

        @Override
        public void remove(FolderPath file) throws IOException {
            sftp.remove(path(file));
        }

        /** By statvfs@openssh.com, where the server has it; the protocol itself has no such question. */
        @Override
        public OptionalLong spaceLeft(FolderPath folder) throws IOException {
            OpenSSHStatPathExtension asks = sftp.getExtension(OpenSSHStatPathExtension.class);
            if (asks == null || !asks.isSupported()) {
                return OptionalLong.empty();
            }
            OpenSSHStatExtensionInfo found = asks.stat(path(folder));
            return OptionalLong.of(found.f_bavail * found.f_frsize);
        }

        private String path(FolderPath path) {
            String text = root + path.text();
            return text.isEmpty() ? "." : text;
        }

        @Override
        public void close() throws IOException {
            sftp.close();
            session.close();
            session.waitFor(EnumSet.of(ClientSession.ClientSessionEvent.CLOSED), Duration.ofSeconds(2));
        }
    }
}
