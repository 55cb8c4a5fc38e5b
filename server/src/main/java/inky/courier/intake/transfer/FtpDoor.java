package inky.courier.intake.transfer;

import inky.courier.core.intake.FileIntake;
import inky.courier.core.message.Message;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.IntakeDoor;
import inky.courier.intake.NotTaken;
import inky.courier.intake.SessionLimits;
import inky.courier.settings.Settings;
import inky.courier.web.OwnCertificate;
import java.io.Closeable;
import java.io.File;
import java.io.IOException;
import java.net.InetAddress;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocketFactory;
import org.apache.ftpserver.ConnectionConfig;
import org.apache.ftpserver.ConnectionConfigFactory;
import org.apache.ftpserver.DataConnectionConfigurationFactory;
import org.apache.ftpserver.FtpServer;
import org.apache.ftpserver.FtpServerFactory;
import org.apache.ftpserver.command.CommandFactory;
import org.apache.ftpserver.command.CommandFactoryFactory;
import org.apache.ftpserver.command.NotSupportedCommand;
import org.apache.ftpserver.ftplet.DefaultFtpReply;
import org.apache.ftpserver.ftplet.DefaultFtplet;
import org.apache.ftpserver.ftplet.FtpException;
import org.apache.ftpserver.ftplet.FtpFile;
import org.apache.ftpserver.ftplet.FtpRequest;
import org.apache.ftpserver.ftplet.FtpSession;
import org.apache.ftpserver.ftplet.Ftplet;
import org.apache.ftpserver.ftplet.FtpletResult;
import org.apache.ftpserver.listener.Listener;
import org.apache.ftpserver.listener.ListenerFactory;
import org.apache.ftpserver.ssl.ClientAuth;
import org.apache.ftpserver.ssl.SslConfiguration;
import org.springframework.stereotype.Component;

/**
 * Takes files of devices by FTP (RFC 959, RFC 3659) and, where Courier has a certificate, by FTPS (RFC 4217). A file is answered when its
 * pages are kept.
 */
@Component
class FtpDoor implements IntakeDoor<FtpDoor.Opening> {
    private static final int SILENCE_SECONDS = 300;
    private static final int MOST_LOGINS = 50;
    private static final int THREADS = 16;
    private static final Set<String> WITH_PATHS = Set.of("CWD", "STOR", "LIST", "NLST", "MLSD", "MLST", "RNTO");

    private final Settings settings;
    private final DeviceSignIn signIn;
    private final OwnCertificate certificate;
    /** By ids: the library makes a new session object for each question. */
    private final SessionLimits<UUID> sessions = new SessionLimits<>(StoreCommand.LONGEST);

    /** By where they are: that is all that a session knows. */
    private final Map<String, DropFolder> folders = new ConcurrentHashMap<>();

    FtpDoor(Settings settings, DeviceSignIn signIn, OwnCertificate certificate) {
        this.settings = settings;
        this.signIn = signIn;
        this.certificate = certificate;
    }

    record Opening(int port, boolean encrypted, String passivePorts) {}

    @Override
    public Way way() {
        return Way.FTP;
    }

    @Override
    public Optional<Opening> wanted() {
        FileIntake wanted = settings.read().fileIntake();
        return wanted.ftp()
                ? Optional.of(new Opening(wanted.ftpPort(), wanted.ftpEncrypted(), wanted.passivePorts()))
                : Optional.empty();
    }

    @Override
    public int port(Opening wanted) {
        return wanted.port;
    }

    @Override
    public Message lacks(Opening wanted) {
        return wanted.encrypted && !certificate.isThere() ? Message.of("intake.no-certificate") : Message.none();
    }

    @Override
    public Closeable open(Opening wanted) throws IOException {
        FtpServerFactory factory = new FtpServerFactory();
        factory.addListener("default", listener(wanted));
        factory.setUserManager(new FtpAccounts(signIn, folders));
        factory.setConnectionConfig(connections());
        factory.setCommandFactory(commands());
        Map<String, Ftplet> ftplets = new LinkedHashMap<>();
        ftplets.put("guard", new Guard(wanted));
        factory.setFtplets(ftplets);
        FtpServer server = factory.createServer();
        try {
            server.start();
        } catch (FtpException e) {
            server.stop();
            throw new IOException(e);
        }
        return () -> {
            server.stop();
            sessions.endAll();
        };
    }

    private Listener listener(Opening wanted) {
        ListenerFactory listener = new ListenerFactory();
        listener.setPort(wanted.port);
        listener.setIdleTimeout(SILENCE_SECONDS);
        DataConnectionConfigurationFactory data = new DataConnectionConfigurationFactory();
        data.setIdleTime(SILENCE_SECONDS);
        // Files come from whoever has signed in, and from nobody else (RFC 2577, section 4).
        data.setActiveIpCheck(true);
        data.setPassiveIpCheck(true);
        if (!wanted.passivePorts.isEmpty()) {
            data.setPassivePorts(wanted.passivePorts);
        }
        if (certificate.isThere()) {
            SslConfiguration encryption = new Encryption(certificate);
            listener.setSslConfiguration(encryption);
            data.setSslConfiguration(encryption);
        }
        listener.setDataConnectionConfiguration(data.createDataConnectionConfiguration());
        return listener.createListener();
    }

    private static ConnectionConfig connections() {
        ConnectionConfigFactory connections = new ConnectionConfigFactory();
        connections.setAnonymousLoginEnabled(false);
        connections.setMaxLogins(MOST_LOGINS);
        connections.setMaxThreads(THREADS);
        return connections.createConnectionConfig();
    }

    private CommandFactory commands() {
        CommandFactoryFactory commands = new CommandFactoryFactory();
        commands.addCommand("STOR", new StoreCommand(this::folder));
        commands.addCommand("STOU", new StoreCommand(this::folder));
        // A scan comes in one piece; and nobody needs to know who else is there.
        for (String not : new String[] {"APPE", "REST", "REIN", "SITE", "STAT"}) {
            commands.addCommand(not, new NotSupportedCommand());
        }
        return commands.createCommandFactory();
    }

    private Optional<DropFolder> folder(FtpSession session) {
        return Optional.ofNullable(session.getUser()).map(user -> folders.get(user.getHomeDirectory()));
    }

    /** Lets in whom the settings name; and in the clear nobody, where that is not wanted. */
    private final class Guard extends DefaultFtplet {
        private final Opening wanted;

        Guard(Opening wanted) {
            this.wanted = wanted;
        }

        @Override
        public FtpletResult onConnect(FtpSession session) {
            InetAddress source = session.getClientAddress().getAddress();
            return signIn.takesFrom(source) && sessions.begin(session.getSessionId(), source)
                    ? FtpletResult.DEFAULT
                    : FtpletResult.DISCONNECT;
        }

        @Override
        public FtpletResult onDisconnect(FtpSession session) {
            sessions.end(session.getSessionId());
            Optional<DropFolder> folder = folder(session);
            folder.ifPresent(one -> {
                folders.remove(one.root().toString());
                one.end();
            });
            return FtpletResult.DEFAULT;
        }

        @Override
        public FtpletResult beforeCommand(FtpSession session, FtpRequest request) throws FtpException, IOException {
            if (sessions.isTooLong(session.getSessionId())) {
                session.write(new DefaultFtpReply(421, "The session has lasted too long"));
                return FtpletResult.DISCONNECT;
            }
            lookedFor(session, request);
            String command = request.getCommand();
            boolean isOpen = wanted.encrypted
                    && (command.equals("USER") && !session.isSecure()
                            || command.equals("STOR")
                                    && !session.getDataConnection().isSecure());
            if (isOpen) {
                // RFC 4217, sections 12.2 and 12.3
                session.write(new DefaultFtpReply(
                        command.equals("USER") ? 534 : 521, "Encryption is needed: AUTH TLS, PROT P"));
                return FtpletResult.SKIP;
            }
            return super.beforeCommand(session, request);
        }

        private void lookedFor(FtpSession session, FtpRequest request) throws FtpException, IOException {
            Optional<DropFolder> folder = folder(session);
            if (folder.isPresent() && WITH_PATHS.contains(request.getCommand()) && request.hasArgument()) {
                FtpFile file = session.getFileSystemView().getFile(request.getArgument());
                if (file != null) {
                    folder.get().lookedFor(path(file));
                }
            }
        }

        @Override
        public FtpletResult onRenameStart(FtpSession session, FtpRequest request) throws FtpException, IOException {
            FtpFile from = session.getRenameFrom();
            FtpFile to = session.getFileSystemView().getFile(request.getArgument());
            Optional<DropFolder> folder = folder(session);
            if (from == null || to == null || folder.isEmpty()) {
                return FtpletResult.DEFAULT;
            }
            try {
                folder.get().renaming(path(from), path(to));
                return FtpletResult.DEFAULT;
            } catch (NotTaken e) {
                session.write(StoreCommand.refusal(e));
                return FtpletResult.SKIP;
            }
        }
    }

    static Path path(FtpFile file) {
        return ((File) file.getPhysicalFile()).toPath();
    }

    /** As it is now: it is renewed while this runs. */
    private record Encryption(OwnCertificate certificate) implements SslConfiguration {
        @Override
        public SSLSocketFactory getSocketFactory() {
            return getSSLContext().getSocketFactory();
        }

        @Override
        public SSLContext getSSLContext() {
            return certificate.context();
        }

        @Override
        public SSLContext getSSLContext(String protocol) {
            return getSSLContext();
        }

        @Override
        public String[] getEnabledCipherSuites() {
            return null;
        }

        @Override
        public String getEnabledProtocol() {
            return "TLSv1.2";
        }

        @Override
        public String[] getEnabledProtocols() {
            return new String[] {"TLSv1.3", "TLSv1.2"};
        }

        @Override
        public ClientAuth getClientAuth() {
            return ClientAuth.NONE;
        }
    }
}
