package inky.courier.intake.transfer;

import inky.courier.core.intake.FileIntake;
import inky.courier.core.message.Message;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.IntakeDoor;
import inky.courier.intake.NotTaken;
import inky.courier.settings.Settings;
import java.io.Closeable;
import java.io.File;
import java.io.IOException;
import java.net.InetAddress;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import org.apache.ftpserver.ConnectionConfigFactory;
import org.apache.ftpserver.DataConnectionConfigurationFactory;
import org.apache.ftpserver.FtpServer;
import org.apache.ftpserver.FtpServerFactory;
import org.apache.ftpserver.command.CommandFactoryFactory;
import org.apache.ftpserver.ftplet.DefaultFtpReply;
import org.apache.ftpserver.ftplet.DefaultFtplet;
import org.apache.ftpserver.ftplet.FtpException;
import org.apache.ftpserver.ftplet.FtpFile;
import org.apache.ftpserver.ftplet.FtpRequest;
import org.apache.ftpserver.ftplet.FtpSession;
import org.apache.ftpserver.ftplet.FtpletResult;
import org.apache.ftpserver.listener.ListenerFactory;
import org.apache.ftpserver.ssl.ClientAuth;
import org.apache.ftpserver.ssl.SslConfiguration;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ssl.SslBundles;
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
    private final Optional<SslBundles> certificates;
    private final boolean hasCertificate;
    /** By ids: the library makes a new session object for each question. */
    private final Crowd<UUID> crowd = new Crowd<>();

    /** By where they are: that is all that a session knows. */
    private final Map<String, DropFolder> folders = new ConcurrentHashMap<>();

    FtpDoor(
            Settings settings,
            DeviceSignIn signIn,
            Optional<SslBundles> certificates,
            @Value("${courier.tls-certificate:}") String certificate) {
        this.settings = settings;
        this.signIn = signIn;
        this.certificates = certificates;
        this.hasCertificate = !certificate.isBlank();
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
        return wanted.encrypted && !hasCertificate ? Message.of("intake.no-certificate") : Message.none();
    }

    @Override
    public Closeable open(Opening wanted) throws IOException {
        FtpServerFactory factory = new FtpServerFactory();
        factory.addListener("default", listener(wanted));
        factory.setUserManager(new Accounts(signIn, folders));
        factory.setConnectionConfig(connections());
        factory.setCommandFactory(commands());
        Map<String, org.apache.ftpserver.ftplet.Ftplet> ftplets = new LinkedHashMap<>();
        ftplets.put("guard", new Guard(wanted));
        factory.setFtplets(ftplets);
        FtpServer server = factory.createServer();
        try {
            server.start();
        } catch (FtpException e) {
            server.stop();
            throw new IOException(e);
        }
        return server::stop;
    }

    private org.apache.ftpserver.listener.Listener listener(Opening wanted) {
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
        if (hasCertificate) {
            SslConfiguration certificate = new Certificate(certificates.orElseThrow());
            listener.setSslConfiguration(certificate);
            data.setSslConfiguration(certificate);
        }
        listener.setDataConnectionConfiguration(data.createDataConnectionConfiguration());
        return listener.createListener();
    }

    private static org.apache.ftpserver.ConnectionConfig connections() {
        ConnectionConfigFactory connections = new ConnectionConfigFactory();
        connections.setAnonymousLoginEnabled(false);
        connections.setMaxLogins(MOST_LOGINS);
        connections.setMaxThreads(THREADS);
        return connections.createConnectionConfig();
    }

    private org.apache.ftpserver.command.CommandFactory commands() {
        CommandFactoryFactory commands = new CommandFactoryFactory();
        commands.addCommand("STOR", new StoreCommand(this::folder));
        commands.addCommand("STOU", new StoreCommand(this::folder));
        // A scan comes in one piece; and nobody needs to know who else is there.
        for (String not : new String[] {"APPE", "REST", "REIN", "SITE", "STAT"}) {
            commands.addCommand(not, new org.apache.ftpserver.command.NotSupportedCommand());
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
            return signIn.takesFrom(source) && crowd.comes(session.getSessionId(), source)
                    ? FtpletResult.DEFAULT
                    : FtpletResult.DISCONNECT;
        }

        @Override
        public FtpletResult onDisconnect(FtpSession session) {
            crowd.goes(session.getSessionId());
            Optional<DropFolder> folder = folder(session);
            folder.ifPresent(one -> {
                folders.remove(one.root().toString());
                one.end();
            });
            return FtpletResult.DEFAULT;
        }

        @Override
        public FtpletResult beforeCommand(FtpSession session, FtpRequest request) throws FtpException, IOException {
            if (crowd.isOver(session.getSessionId())) {
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

    static java.nio.file.Path path(FtpFile file) {
        return ((File) file.getPhysicalFile()).toPath();
    }

    /** As it is now: it is renewed while this runs. */
    private record Certificate(SslBundles bundles) implements SslConfiguration {
        @Override
        public javax.net.ssl.SSLSocketFactory getSocketFactory() {
            return getSSLContext().getSocketFactory();
        }

        @Override
        public javax.net.ssl.SSLContext getSSLContext() {
            return bundles.getBundle("courier").createSslContext();
        }

        @Override
        public javax.net.ssl.SSLContext getSSLContext(String protocol) {
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
