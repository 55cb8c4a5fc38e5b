package inky.courier.intake;

import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.Invalid;
import inky.courier.core.intake.MailIntake;
import inky.courier.core.message.Languages;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.settings.Settings;
import inky.courier.settings.SettingsSecret;
import inky.courier.signin.SignInThrottle;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.store.WorkFolders;
import inky.courier.web.OwnCertificate;
import inky.courier.web.Refusal;
import java.io.Closeable;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.net.ssl.SSLSocket;
import javax.net.ssl.SSLSocketFactory;
import org.springframework.stereotype.Component;
import org.subethamail.smtp.MessageContext;
import org.subethamail.smtp.MessageHandler;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.TooMuchDataException;
import org.subethamail.smtp.auth.EasyAuthenticationHandlerFactory;
import org.subethamail.smtp.auth.LoginFailedException;
import org.subethamail.smtp.server.SMTPServer;
import org.subethamail.smtp.server.Session;
import org.subethamail.smtp.server.SessionHandler;

/**
 * Takes mail of devices (SMTP, RFC 5321) for the addresses of this office and for no others, and says yes when their pages are kept.
 */
@Component
class MailIntakeServer implements IntakeDoor<MailIntakeServer.Opening> {
    private static final int MOST_CONNECTIONS = 50;
    private static final int MOST_RECIPIENTS = 10;
    private static final int MOST_BYTES = 100 * 1024 * 1024;
    private static final int SILENCE_MILLIS = 60_000;

    /** Of a conversation as a whole, however slowly it goes on. */
    private static final Duration LONGEST = Duration.ofMinutes(15);

    private final Settings settings;
    private final Intake intake;
    private final Addressees addressees;
    private final WorkFolders folders;
    private final SignInThrottle throttle;
    private final OwnCertificate certificate;
    private final SessionLimits<Session> sessions = new SessionLimits<>(LONGEST);

    MailIntakeServer(
            Settings settings,
            Intake intake,
            Addressees addressees,
            WorkFolders folders,
            SignInThrottle throttle,
            OwnCertificate certificate) {
        this.settings = settings;
        this.intake = intake;
        this.addressees = addressees;
        this.folders = folders;
        this.throttle = throttle;
        this.certificate = certificate;
    }

    /** What it is opened with; who may send is looked up for each. */
    record Opening(int port, String domain, String account) {}

    @Override
    public Arrival.Way way() {
        return Arrival.Way.MAIL;
    }

    @Override
    public Optional<Opening> wanted() {
        MailIntake wanted = settings.read().mailIntake();
        return wanted.on()
                ? Optional.of(new Opening(wanted.port(), wanted.domain(), wanted.account()))
                : Optional.empty();
    }

    @Override
    public int port(Opening wanted) {
        return wanted.port;
    }

    /** A file of the set-up may bring an account without its password. */
    @Override
    public Message lacks(Opening wanted) {
        return wanted.account.isEmpty() || settings.kept().contains(SettingsSecret.INTAKE_PASSWORD)
                ? Message.none()
                : Message.of("intake.no-password");
    }

    @Override
    public void tick() {
        sessions.endThoseThatLastTooLong(Session::quit);
    }

    @Override
    public Closeable open(Opening open) {
        SMTPServer.Builder builder = SMTPServer.port(open.port)
                .hostName(open.domain)
                .softwareName("Inky Courier")
                .maxConnections(MOST_CONNECTIONS)
                .maxRecipients(MOST_RECIPIENTS)
                .maxMessageSize(MOST_BYTES)
                .connectionTimeoutMs(SILENCE_MILLIS)
                .insertReceivedHeaders(false)
                .sessionHandler(new Guard())
                .messageHandlerFactory(
                        context -> new Taking(((InetSocketAddress) context.getRemoteAddress()).getAddress()));
        if (!open.account.isEmpty()) {
            builder.authenticationHandlerFactory(new EasyAuthenticationHandlerFactory(this::signIn))
                    .requireAuth();
        }
        if (certificate.isThere()) {
            builder.enableTLS().startTlsSocketFactory(socket -> encrypted(socket));
        } else {
            builder.hideTLS(true);
        }
        SMTPServer made = builder.build();
        try {
            made.start();
        } catch (RuntimeException e) {
            made.stop();
            throw e;
        }
        return () -> {
            made.stop();
            sessions.endAll();
        };
    }

    /** Who guesses is slowed and recorded, as where people sign in. */
    private void signIn(String account, String password, MessageContext context) throws LoginFailedException {
        Source source = new Source(
                ((InetSocketAddress) context.getRemoteAddress()).getAddress().getHostAddress());
        SignInThrottle.Attempt attempt;
        try {
            attempt = throttle.begin(ThrottleKey.mail(source));
        } catch (Refusal tooEarly) {
            throw new LoginFailedException();
        }
        if (!isRight(account, password)) {
            throttle.wrong(
                    attempt,
                    account.equals(settings.read().mailIntake().account()) ? account : "",
                    Place.MAIL_INTAKE,
                    source);
            throw new LoginFailedException();
        }
        throttle.right(attempt);
    }

    private boolean isRight(String account, String password) {
        Optional<byte[]> kept =
                settings.secret(SettingsSecret.INTAKE_PASSWORD).map(one -> one.getBytes(StandardCharsets.UTF_8));
        return kept.filter(one -> MessageDigest.isEqual(one, password.getBytes(StandardCharsets.UTF_8)))
                .filter(one -> account.equals(settings.read().mailIntake().account()))
                .isPresent();
    }

    private SSLSocket encrypted(Socket socket) throws IOException {
        SSLSocketFactory factory = certificate.context().getSocketFactory();
        SSLSocket made = (SSLSocket)
                factory.createSocket(socket, socket.getInetAddress().getHostAddress(), socket.getPort(), true);
        made.setUseClientMode(false);
        return made;
    }

    /** Lets in whom the settings name, and of one address only some at once. */
    private final class Guard implements SessionHandler {
        @Override
        public SessionAcceptance accept(Session session) {
            InetAddress source = address(session);
            if (!settings.read().mailIntake().takesFrom(source.getAddress())) {
                return SessionAcceptance.failure(554, "5.7.1 No mail is taken from " + source.getHostAddress());
            }
            if (!sessions.begin(session, source)) {
                return SessionAcceptance.failure(421, "4.7.0 Too many connections; try again later");
            }
            return SessionAcceptance.success();
        }

        @Override
        public void onSessionEnd(Session session) {
            sessions.end(session);
        }
    }

    private static InetAddress address(Session session) {
        return ((InetSocketAddress) session.getRemoteAddress()).getAddress();
    }

    /** One message. */
    private final class Taking implements MessageHandler {
        private final InetAddress source;
        private final List<String> recipients = new ArrayList<>();
        private String returnPath = "";

        Taking(InetAddress source) {
            this.source = source;
        }

        @Override
        public void from(String from) {
            returnPath = from;
        }

        @Override
        public void recipient(String recipient) throws RejectException {
            int at = recipient.lastIndexOf('@');
            String domain = recipient.substring(at + 1).toLowerCase(Locale.ROOT);
            if (at < 1 || !domain.equals(settings.read().mailIntake().domain())) {
                throw new RejectException(550, "5.7.1 Mail is taken for this office's scans only, not passed on");
            }
            recipients.add(PlainText.line(recipient));
        }

        @Override
        public String data(InputStream data) throws RejectException, IOException {
            Path folder = folders.make();
            try {
                Path file = folder.resolve("message");
                copy(data, file);
                take(file);
                return "2.6.0 Kept";
            } catch (TooMuchDataException e) {
                throw new RejectException(552, "5.3.4 The message is larger than " + MOST_BYTES + " bytes");
            } catch (IOException e) {
                // Where it is the line that broke, nobody hears it.
                throw new RejectException(452, "4.3.1 There is no room for it now; try again later");
            } finally {
                folders.remove(folder);
            }
        }

        private void take(Path file) throws RejectException {
            try (IncomingMail mail = new IncomingMail(file, returnPath)) {
                for (String recipient : recipients) {
                    intake.take(mail.to(recipient, source), addressees.of(source, recipient, mail));
                }
            } catch (Invalid e) {
                throw refused(e.problems().get(0).sentence());
            } catch (NotTaken e) {
                if (e.isForNow()) {
                    throw new RejectException(451, "4.3.0 " + words(e.why()));
                }
                throw refused(e.why());
            } catch (IOException e) {
                throw refused(Message.of("problem.intake.message"));
            }
        }

        private static RejectException refused(Message why) {
            return new RejectException(554, "5.6.0 " + words(why));
        }

        @Override
        public void done() {
            recipients.clear();
        }
    }

    private static String words(Message message) {
        return message.in(Languages.FIRST).replaceAll("[\\r\\n]+", " ").replaceAll("[^\\x20-\\x7e]", "?");
    }

    /** What is said of the size may be wrong. */
    private static void copy(InputStream data, Path file) throws IOException {
        byte[] buffer = new byte[64 * 1024];
        long total = 0;
        try (OutputStream out = Files.newOutputStream(file)) {
            for (int read = data.read(buffer); read >= 0; read = data.read(buffer)) {
                total += read;
                if (total > MOST_BYTES) {
                    throw new TooMuchDataException();
                }
                out.write(buffer, 0, read);
            }
        }
    }
}
