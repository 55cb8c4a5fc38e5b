package inky.courier.intake.transfer;

import inky.courier.core.intake.FileIntake;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.intake.Arrival.Way;
import inky.courier.intake.IntakeDoor;
import inky.courier.intake.NotTaken;
import inky.courier.intake.SessionLimits;
import inky.courier.intake.inbox.IncomingFiles;
import inky.courier.settings.Settings;
import java.io.Closeable;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.file.CopyOption;
import java.nio.file.Path;
import java.security.KeyPair;
import java.time.Duration;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import org.apache.sshd.common.AttributeRepository.AttributeKey;
import org.apache.sshd.common.file.virtualfs.VirtualFileSystemFactory;
import org.apache.sshd.common.keyprovider.KeyPairProvider;
import org.apache.sshd.common.session.Session;
import org.apache.sshd.common.session.SessionContext;
import org.apache.sshd.common.session.SessionListener;
import org.apache.sshd.core.CoreModuleProperties;
import org.apache.sshd.server.SshServer;
import org.apache.sshd.server.auth.keyboard.UserAuthKeyboardInteractiveFactory;
import org.apache.sshd.server.auth.password.UserAuthPasswordFactory;
import org.apache.sshd.server.forward.RejectAllForwardingFilter;
import org.apache.sshd.server.session.ServerSession;
import org.apache.sshd.sftp.common.SftpConstants;
import org.apache.sshd.sftp.common.SftpException;
import org.apache.sshd.sftp.server.FileHandle;
import org.apache.sshd.sftp.server.Handle;
import org.apache.sshd.sftp.server.SftpErrorStatusDataHandler;
import org.apache.sshd.sftp.server.SftpEventListener;
import org.apache.sshd.sftp.server.SftpFileSystemAccessor;
import org.apache.sshd.sftp.server.SftpSubsystemEnvironment;
import org.apache.sshd.sftp.server.SftpSubsystemFactory;
import org.apache.sshd.sftp.server.SftpSubsystemProxy;
import org.springframework.stereotype.Component;

/**
 * Takes files of devices by SFTP (version 3 of draft-ietf-secsh-filexfer-02 and later). A file is answered when its pages are kept. Nothing
 * else that SSH has is let in: no shell, no commands, no forwarding.
 */
@Component
class SftpDoor implements IntakeDoor<Integer> {
    private static final AttributeKey<DropFolder> FOLDER = new AttributeKey<>();
    private static final Duration SILENCE = Duration.ofMinutes(5);
    private static final Duration TO_SIGN_IN = Duration.ofSeconds(30);
    private static final int MOST_ATTEMPTS = 6;

    private final Settings settings;
    private final DeviceSignIn signIn;
    private final HostKeys keys;
    private final SessionLimits<Session> sessions = new SessionLimits<>(StoreCommand.LONGEST);

    SftpDoor(Settings settings, DeviceSignIn signIn, HostKeys keys) {
        this.settings = settings;
        this.signIn = signIn;
        this.keys = keys;
    }

    @Override
    public Way way() {
        return Way.SFTP;
    }

    @Override
    public Optional<Integer> wanted() {
        FileIntake wanted = settings.read().fileIntake();
        return wanted.sftp() ? Optional.of(wanted.sftpPort()) : Optional.empty();
    }

    @Override
    public int port(Integer wanted) {
        return wanted;
    }

    @Override
    public Message lacks(Integer wanted) {
        return Message.none();
    }

    @Override
    public void tick() {
        sessions.endThoseThatLastTooLong(session -> session.close(true));
    }

    @Override
    public Closeable open(Integer port) throws IOException {
        SshServer server = SshServer.setUpDefaultServer();
        server.setPort(port);
        KeyPair key = keys.key();
        server.setKeyPairProvider(KeyPairProvider.wrap(key));
        server.setPasswordAuthenticator((account, password, session) -> {
            Optional<DropFolder> folder = signIn.signIn(Way.SFTP, account, password, source(session));
            folder.ifPresent(one -> session.setAttribute(FOLDER, one));
            return folder.isPresent();
        });
        server.setUserAuthFactories(
                List.of(UserAuthPasswordFactory.INSTANCE, UserAuthKeyboardInteractiveFactory.INSTANCE));
        server.setFileSystemFactory(new VirtualFileSystemFactory() {
            @Override
            public Path getUserHomeDir(SessionContext session) {
                return session.getAttribute(FOLDER).root();
            }
        });
        SftpSubsystemFactory sftp = new SftpSubsystemFactory.Builder()
                .withSftpErrorStatusDataHandler(new Words())
                .withFileSystemAccessor(new Looking())
                .build();
        sftp.addSftpEventListener(new Taking());
        server.setSubsystemFactories(List.of(sftp));
        server.setForwardingFilter(RejectAllForwardingFilter.INSTANCE);
        server.addSessionListener(new Guard());
        // Each part of a file is answered; without it an answer may wait for the next one.
        CoreModuleProperties.TCP_NODELAY.set(server, true);
        CoreModuleProperties.IDLE_TIMEOUT.set(server, SILENCE);
        CoreModuleProperties.AUTH_TIMEOUT.set(server, TO_SIGN_IN);
        CoreModuleProperties.MAX_AUTH_REQUESTS.set(server, MOST_ATTEMPTS);
        CoreModuleProperties.SERVER_IDENTIFICATION.set(server, "InkyCourier");
        server.start();
        return () -> {
            server.close(true);
            sessions.endAll();
        };
    }

    private static InetAddress source(Session session) {
        return ((InetSocketAddress) session.getRemoteAddress()).getAddress();
    }

    /** Lets in whom the settings name, and of one address only some at once. */
    private final class Guard implements SessionListener {
        @Override
        public void sessionEstablished(Session session) {
            InetAddress source = source(session);
            if (!signIn.takesFrom(source) || !sessions.begin(session, source)) {
                session.close(true);
            }
        }

        @Override
        public void sessionClosed(Session session) {
            sessions.end(session);
            Optional.ofNullable(session.getAttribute(FOLDER)).ifPresent(DropFolder::end);
        }
    }

    /** A device sees its folder as the root of all. */
    private static Path real(ServerSession session, Path seen) {
        Path within = Path.of(seen.toAbsolutePath().normalize().toString().replaceFirst("^/+", ""));
        return session.getAttribute(FOLDER).root().resolve(within);
    }

    /** Makes the folders that are looked for, as far as they may be there. */
    private static final class Looking implements SftpFileSystemAccessor {
        @Override
        public Path resolveLocalFilePath(SftpSubsystemProxy subsystem, Path root, String remote) throws IOException {
            Path path = SftpFileSystemAccessor.super.resolveLocalFilePath(subsystem, root, remote);
            ServerSession session = subsystem.getServerSession();
            session.getAttribute(FOLDER).lookedFor(real(session, path));
            return path;
        }
    }

    /** Takes what was written, when the device says that it is all. */
    private static final class Taking implements SftpEventListener {
        private static final AttributeKey<Boolean> WRITTEN = new AttributeKey<>();

        @Override
        public void writing(
                ServerSession session, String name, FileHandle file, long offset, byte[] data, int from, int length)
                throws IOException {
            if (offset + length > IncomingFiles.MOST_BYTES) {
                throw new SftpException(
                        SftpConstants.SSH_FX_FAILURE,
                        "larger than " + IncomingFiles.MOST_BYTES / (1024 * 1024) + " MB");
            }
            file.setAttribute(WRITTEN, true);
            session.getAttribute(FOLDER).writing(real(session, file.getFile()));
        }

        @Override
        public void closed(ServerSession session, String name, Handle file, Throwable thrown) throws IOException {
            if (thrown == null && file.getAttribute(WRITTEN) != null) {
                DropFolder folder = session.getAttribute(FOLDER);
                take(() -> folder.written(real(session, file.getFile())));
            }
        }

        @Override
        public void moving(ServerSession session, Path from, Path to, Collection<CopyOption> how) throws IOException {
            DropFolder folder = session.getAttribute(FOLDER);
            take(() -> folder.renaming(real(session, from), real(session, to)));
        }

        /** What a link points to may be anything on this machine. */
        @Override
        public void linking(ServerSession session, Path from, Path to, boolean symbolic) throws IOException {
            throw new SftpException(SftpConstants.SSH_FX_OP_UNSUPPORTED, "no links");
        }

        private interface Step {
            void run() throws NotTaken;
        }

        private static void take(Step step) throws SftpException {
            try {
                step.run();
            } catch (NotTaken e) {
                throw new SftpException(SftpConstants.SSH_FX_FAILURE, e.why().in(Languages.FIRST));
            }
        }
    }

    /** Says in words why a file is refused, and no more than that of anything else. */
    private static final class Words implements SftpErrorStatusDataHandler {
        @Override
        public String resolveErrorMessage(
                SftpSubsystemEnvironment environment,
                int id,
                Throwable error,
                int subStatus,
                int command,
                Object... args) {
            return error instanceof SftpException refused ? refused.getMessage() : "not done";
        }
    }
}
