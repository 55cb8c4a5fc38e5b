package inky.courier.standins;

import java.io.IOException;
import java.io.OutputStream;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.KeyPair;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javax.net.ssl.SSLContext;
import org.apache.ftpserver.DataConnectionConfigurationFactory;
import org.apache.ftpserver.FtpServer;
import org.apache.ftpserver.FtpServerFactory;
import org.apache.ftpserver.ftplet.DefaultFtpReply;
import org.apache.ftpserver.ftplet.DefaultFtplet;
import org.apache.ftpserver.ftplet.FtpException;
import org.apache.ftpserver.ftplet.FtpRequest;
import org.apache.ftpserver.ftplet.FtpSession;
import org.apache.ftpserver.ftplet.FtpletResult;
import org.apache.ftpserver.listener.Listener;
import org.apache.ftpserver.listener.ListenerFactory;
import org.apache.ftpserver.ssl.SslConfigurationFactory;
import org.apache.ftpserver.usermanager.impl.BaseUser;
import org.apache.ftpserver.usermanager.impl.WritePermission;
import org.apache.sshd.common.file.virtualfs.VirtualFileSystemFactory;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.session.ServerSession;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;
import org.apache.sshd.sftp.server.FileHandle;
import org.apache.sshd.sftp.server.Handle;
import org.apache.sshd.sftp.server.SftpEventListener;
import org.apache.sshd.sftp.server.SftpSubsystemFactory;

/**
 * A file server with one folder behind four doors: FTP (plain and with AUTH TLS), FTPS from the start, SFTP, and SMB where
 * Debian's Samba is installed. Each door has a line that can be broken, and can be told to refuse a step.
 */
public final class FileHouse implements AutoCloseable {
    /**
     * Where it listens and whom it lets in; a port of 0 is any that is free.
     *
     * @param folder for keys and for what is stored, under {@code files}
     */
    public record Settings(
            String host,
            String address,
            int ftpPort,
            int ftpsPort,
            int sftpPort,
            int smbPort,
            String account,
            String password,
            Path folder) {}

    private final Settings settings;
    private final Path files;
    private final FtpServer ftp;
    private final SshServer ssh;
    private final Optional<Samba> samba;
    private final BreakableLine ftpLine;
    /** Takes TLS off itself: the library's own listener now and then greets in the middle of the handshake. */
    private final BreakableLine tls;

    private final BreakableLine ftpsLine;
    private final BreakableLine sftpLine;
    private final BaseUser user = new BaseUser();
    private final Map<String, String> ftpRefusals = new ConcurrentHashMap<>();
    private volatile String password;
    private volatile int sftpRefusal;
    private volatile Chance chance = Chance.NONE;
    private volatile PostOffice.Pause beforeRenamed = () -> {};

    private FileHouse(Settings settings) throws IOException {
        this.settings = settings;
        this.password = settings.password;
        this.files = Files.createDirectories(settings.folder.resolve("files"));
        SSLContext context = SelfSigned.context(settings.folder, settings.host, settings.address, 1, 900);
        SslConfigurationFactory ssl = ftpTls();
        Listener plain = listener(ssl, false);
        Listener secure = listener(ssl, true);
        ftp = ftp(plain, secure);
        ssh = ssh();
        ftpLine = BreakableLine.before(settings.address, settings.ftpPort, at(plain.getPort()));
        tls = BreakableLine.takingTlsOff(context, settings.address, at(secure.getPort()));
        ftpsLine = BreakableLine.before(settings.address, settings.ftpsPort, at(tls.port()));
        sftpLine = BreakableLine.before(settings.address, settings.sftpPort, at(ssh.getPort()));
        samba = Samba.open(settings, files);
    }

    public static FileHouse open(Settings settings) throws IOException {
        return new FileHouse(settings);
    }

    public Settings settings() {
        return settings;
    }

    public int ftpPort() {
        return ftpLine.port();
    }

    public int ftpsPort() {
        return ftpsLine.port();
    }

    public int sftpPort() {
        return sftpLine.port();
    }

    /** 0 where there is no Samba on this machine. */
    public int smbPort() {
        return samba.map(s -> s.line().port()).orElse(0);
    }

    /** What is stored, whole files only, by paths from the top. */
    public List<String> stored() {
        return filesBelow(files);
    }

    static List<String> filesBelow(Path folder) {
        try (Stream<Path> found = Files.walk(folder)) {
            return found.filter(Files::isRegularFile)
                    .map(file -> folder.relativize(file).toString())
                    .sorted()
                    .toList();
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    public Path files() {
        return files;
    }

    public List<BreakableLine> lines() {
        return Stream.concat(
                        Stream.of(ftpLine, ftpsLine, sftpLine), samba.stream().map(Samba::line))
                .toList();
    }

    /** @param command for example STOR. @param reply for example {@code 452 No space left} */
    public void refuseFtp(String command, String reply) {
        ftpRefusals.put(command, reply);
    }

    /** Runs when a file has its name, before the client hears of it; by FTP only. */
    public void beforeRenamed(PostOffice.Pause pause) {
        beforeRenamed = pause;
    }

    /** Refuses some files for now, by chance. @param share 0 to 1 */
    public void sometimesRefuse(double share, long seed) {
        chance = new Chance(share, seed);
    }

    /** Answers every write with a status of SFTP, for example 14 for a full disk. */
    public void refuseSftpWrites(int status) {
        sftpRefusal = status;
    }

    /** From now on it is the only one, and whoever was let in by another has to sign in again. */
    public void password(String changed) throws IOException {
        password = changed;
        saveUser();
        if (samba.isPresent()) {
            samba.get().password(changed);
        }
        lines().forEach(BreakableLine::hangUp);
    }

    public void behave() {
        ftpRefusals.clear();
        sftpRefusal = 0;
        beforeRenamed = () -> {};
        chance = Chance.NONE;
        lines().forEach(BreakableLine::behave);
    }

    @Override
    public void close() throws IOException {
        for (BreakableLine line : lines()) {
            line.close();
        }
        tls.close();
        ftp.stop();
        ssh.stop();
        samba.ifPresent(Samba::close);
    }

    private InetSocketAddress at(int port) {
        return new InetSocketAddress(settings.address, port);
    }

    private SslConfigurationFactory ftpTls() {
        SslConfigurationFactory ssl = new SslConfigurationFactory();
        ssl.setKeystoreFile(SelfSigned.store(settings.folder, 1, 900).toFile());
        ssl.setKeystorePassword(SelfSigned.PASSWORD);
        ssl.setKeystoreType("PKCS12");
        return ssl;
    }

    private FtpServer ftp(Listener plain, Listener secure) throws IOException {
        FtpServerFactory server = new FtpServerFactory();
        server.addListener("default", plain);
        server.addListener("tls", secure);
        server.setFtplets(new java.util.HashMap<>(Map.of("refusing", new Refusing())));
        users = server.getUserManager();
        saveUser();
        try {
            FtpServer started = server.createServer();
            started.start();
            return started;
        } catch (FtpException e) {
            throw new IOException(e);
        }
    }

    private org.apache.ftpserver.ftplet.UserManager users;

    /** Tells its port once the server has started. @param secure whether its data are in TLS without being asked */
    private Listener listener(SslConfigurationFactory ssl, boolean secure) {
        ListenerFactory factory = new ListenerFactory();
        factory.setServerAddress(settings.address);
        factory.setPort(0);
        factory.setSslConfiguration(ssl.createSslConfiguration());
        DataConnectionConfigurationFactory data = new DataConnectionConfigurationFactory();
        data.setSslConfiguration(ssl.createSslConfiguration());
        data.setImplicitSsl(secure);
        data.setActiveEnabled(true);
        factory.setDataConnectionConfiguration(data.createDataConnectionConfiguration());
        return factory.createListener();
    }

    private void saveUser() throws IOException {
        user.setName(settings.account);
        user.setPassword(password);
        user.setHomeDirectory(files.toString());
        user.setAuthorities(List.of(new WritePermission()));
        try {
            users.save(user);
        } catch (FtpException e) {
            throw new IOException(e);
        }
    }

    private final class Refusing extends DefaultFtplet {
        @Override
        public FtpletResult onRenameEnd(FtpSession session, FtpRequest request) throws FtpException, IOException {
            try {
                beforeRenamed.run();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
            }
            return super.onRenameEnd(session, request);
        }

        @Override
        public FtpletResult beforeCommand(FtpSession session, FtpRequest request) throws FtpException, IOException {
            String command = request.getCommand().toUpperCase(java.util.Locale.ROOT);
            boolean unlucky = (command.equals("STOR") || command.equals("RNTO")) && chance.strikes();
            String reply = unlucky ? "450 Try later, says the stand-in by chance" : ftpRefusals.get(command);
            if (reply == null) {
                return super.beforeCommand(session, request);
            }
            session.write(new DefaultFtpReply(Integer.parseInt(reply.substring(0, 3)), reply.substring(4)));
            return FtpletResult.SKIP;
        }
    }

    private SshServer ssh() throws IOException {
        SshServer server = SshServer.setUpDefaultServer();
        server.setHost(settings.address);
        server.setPort(0);
        server.setKeyPairProvider(KeyPairProvider.wrap(hostKey()));
        server.setPasswordAuthenticator(
                (account, given, session) -> account.equals(settings.account) && given.equals(password));
        server.setPublickeyAuthenticator((account, key, session) -> isAccepted(key));
        server.setFileSystemFactory(new VirtualFileSystemFactory(files));
        SftpSubsystemFactory sftp = new SftpSubsystemFactory.Builder().build();
        sftp.addSftpEventListener(new SftpRefusing());
        server.setSubsystemFactories(List.of(sftp));
        server.start();
        return server;
    }

    private final List<java.security.PublicKey> accepted = new java.util.concurrent.CopyOnWriteArrayList<>();

    /** Lets whoever has this key in. */
    public void accept(java.security.PublicKey key) {
        accepted.add(key);
    }

    private boolean isAccepted(java.security.PublicKey key) {
        return accepted.stream().anyMatch(known -> org.apache.sshd.common.config.keys.KeyUtils.compareKeys(known, key));
    }

    /** Stays the same as long as the folder does, so that it can be trusted. */
    private KeyPair hostKey() throws IOException {
        var provider = new org.apache.sshd.server.keyprovider.SimpleGeneratorHostKeyProvider(
                settings.folder.resolve("ssh.key"));
        provider.setAlgorithm("EC");
        provider.setKeySize(256);
        return provider.loadKeys(null).iterator().next();
    }

    private final class SftpRefusing implements SftpEventListener {
        @Override
        public void writing(
                ServerSession session, String remote, FileHandle handle, long offset, byte[] data, int from, int length)
                throws IOException {
            refuse(offset == 0);
        }

        @Override
        public void opening(ServerSession session, String remote, Handle handle) throws IOException {
            // Reading and looking around goes on.
        }

        private void refuse(boolean firstPiece) throws IOException {
            if (firstPiece && chance.strikes()) {
                throw new SftpException(SftpConstants.SSH_FX_FAILURE, "try later, says the stand-in by chance");
            }
            if (sftpRefusal != 0) {
                throw new SftpException(sftpRefusal, "the stand-in was told so");
            }
        }
    }

    /** Debian's Samba, with nothing of the machine's own configuration. */
    private record Samba(Process process, Path configuration, String account, BreakableLine line) {
        /** Samba listens where an interface has its address, not at all that are looped back. */
        private static final String LOOPBACK = "127.0.0.1";

        static Optional<Samba> open(Settings s, Path files) throws IOException {
            Path smbd = Path.of("/usr/sbin/smbd");
            if (!Files.isExecutable(smbd) || !isRoot()) {
                return Optional.empty();
            }
            Path own = Files.createDirectories(s.folder.resolve("samba"));
            int port = FreePort.at(LOOPBACK);
            Path configuration = own.resolve("smb.conf");
            Files.writeString(configuration, configuration(s, own, files, port), StandardCharsets.UTF_8);
            for (String folder : List.of("private", "lock", "state", "cache", "pid", "ncalrpc")) {
                Files.createDirectories(own.resolve(folder));
            }
            // In a process group of its own: when it ends, Samba ends its whole group. Its input is a pipe from here,
            // and
            // Samba ends when that does.
            Process process = new ProcessBuilder(
                            smbd.toString(), "--foreground", "-s", configuration.toString(), "--debug-stdout")
                    .redirectErrorStream(true)
                    .redirectOutput(own.resolve("log").toFile())
                    .start();
            Runtime.getRuntime().addShutdownHook(new Thread(process::destroy));
            BreakableLine line = BreakableLine.before(s.address, s.smbPort, new InetSocketAddress(LOOPBACK, port));
            Samba samba = new Samba(process, configuration, s.account, line);
            samba.password(s.password);
            samba.waitUntilThere(port);
            return Optional.of(samba);
        }

        private static boolean isRoot() {
            return "root".equals(System.getProperty("user.name"));
        }

        private static String configuration(Settings s, Path own, Path files, int port) {
            return """
                    [global]
                    server role = standalone server
                    security = user
                    interfaces = 127.0.0.1/8
                    bind interfaces only = yes
                    smb ports = %d
                    disable netbios = yes
                    disable spoolss = yes
                    load printers = no
                    server min protocol = SMB2_10
                    passdb backend = tdbsam:%s/passdb.tdb
                    private dir = %s/private
                    lock directory = %s/lock
                    state directory = %s/state
                    cache directory = %s/cache
                    pid directory = %s/pid
                    ncalrpc dir = %s/ncalrpc
                    log file = %s/smbd.log
                    username map = %s/users
                    map to guest = never
                    [scans]
                    path = %s
                    read only = no
                    force user = root
                    [sealed]
                    path = %s
                    read only = no
                    force user = root
                    smb encrypt = required
                    """.formatted(port, own, own, own, own, own, own, own, own, own, files, files);
        }

        /** Samba maps its accounts to those of the machine; the one that is everywhere is nobody. */
        void password(String password) throws IOException {
            Files.writeString(configuration.resolveSibling("users"), "nobody = " + account + "\n");
            Process setting = new ProcessBuilder("smbpasswd", "-c", configuration.toString(), "-s", "-a", "nobody")
                    .redirectErrorStream(true)
                    .start();
            try (OutputStream in = setting.getOutputStream()) {
                in.write((password + "\n" + password + "\n").getBytes(StandardCharsets.UTF_8));
            }
            String said = new String(setting.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
            try {
                if (setting.waitFor() != 0) {
                    throw new IOException("smbpasswd: " + said);
                }
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IOException(e);
            }
        }

        private void waitUntilThere(int port) throws IOException {
            for (int i = 0; i < 100; i++) {
                try (java.net.Socket socket = new java.net.Socket()) {
                    socket.connect(new InetSocketAddress(LOOPBACK, port), 500);
                    return;
                } catch (IOException e) {
                    pause();
                }
            }
            throw new IOException("Samba does not answer; its log is " + configuration.resolveSibling("log"));
        }

        private static void pause() throws IOException {
            try {
                TimeUnit.MILLISECONDS.sleep(100);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IOException(e);
            }
        }

        void close() {
            process.destroy();
        }
    }
}
