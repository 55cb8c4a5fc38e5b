package inky.courier.standins;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLServerSocket;
import org.subethamail.smtp.AuthenticationHandler;
import org.subethamail.smtp.AuthenticationHandlerFactory;
import org.subethamail.smtp.MessageContext;
import org.subethamail.smtp.MessageHandler;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.auth.EasyAuthenticationHandlerFactory;
import org.subethamail.smtp.auth.LoginFailedException;
import org.subethamail.smtp.internal.server.BaseCommand;
import org.subethamail.smtp.internal.server.Command;
import org.subethamail.smtp.server.SMTPServer;
import org.subethamail.smtp.server.Session;
import org.subethamail.smtp.server.SessionHandler;

/**
 * A mail server with three doors: plain (no sign-in), STARTTLS and TLS from the start (both with sign-in). It announces
 * SIZE (RFC 1870) and checks it, keeps what it accepts, and refuses at any step with any reply when told to.
 */
public final class PostOffice implements AutoCloseable {
    /** The steps at which it can be told to refuse. */
    public enum Step {
        GREETING,
        EHLO,
        STARTTLS,
        AUTH,
        MAIL,
        RCPT,
        DATA,
        /** After the message has been read. */
        END
    }

    /** Where it listens and whom it lets in. */
    public record Settings(
            String host,
            String address,
            int plainPort,
            int startTlsPort,
            int tlsPort,
            String account,
            String password,
            int maxMessageBytes,
            Path folder) {}

    private final Settings settings;
    private final Mailbox mailbox;
    private final SMTPServer plain;
    private final SMTPServer startTls;
    private final SMTPServer tls;
    private final Map<Step, String> refusals = new ConcurrentHashMap<>();
    private final Map<String, String> recipientRefusals = new ConcurrentHashMap<>();
    private volatile String tokenSignIn = "OAUTHBEARER";
    private volatile Predicate<String> bearers = token -> false;
    private volatile Chance chance = Chance.NONE;
    private final Set<Session> sessions = ConcurrentHashMap.newKeySet();
    private volatile String password;
    private volatile long bytesPerSecond = Long.MAX_VALUE;
    private volatile Optional<Pause> breaking = Optional.empty();
    private volatile Pause beforeAnswer = () -> {};

    /** Something that happens while a client waits. */
    public interface Pause {
        void run() throws InterruptedException;
    }

    private PostOffice(Settings settings) throws IOException {
        this.settings = settings;
        this.password = settings.password;
        mailbox = new Mailbox(settings.folder.resolve("mail"));
        SSLContext context = SelfSigned.context(settings.folder, settings.host, settings.address, 1, 900);
        plain = server(settings.plainPort).requireAuth(false).hideTLS(true).build();
        startTls = server(settings.startTlsPort)
                .enableTLS()
                .requireTLS()
                .requireAuth()
                .startTlsSocketFactory(context)
                .build();
        tls = server(settings.tlsPort)
                .requireAuth()
                .hideTLS(true)
                .serverSocketFactory(
                        () -> (SSLServerSocket) context.getServerSocketFactory().createServerSocket())
                .build();
        for (SMTPServer server : List.of(plain, startTls, tls)) {
            for (Step step : List.of(Step.EHLO, Step.STARTTLS, Step.AUTH, Step.MAIL, Step.RCPT, Step.DATA)) {
                server.getCommandHandler()
                        .addCommand(
                                new Refusable(step, server.getCommandHandler().getCommand(step.name())));
            }
            server.start();
        }
    }

    public static PostOffice open(Settings settings) throws IOException {
        return new PostOffice(settings);
    }

    public Mailbox mailbox() {
        return mailbox;
    }

    public Settings settings() {
        return settings;
    }

    public int plainPort() {
        return plain.getPortAllocated();
    }

    public int startTlsPort() {
        return startTls.getPortAllocated();
    }

    public int tlsPort() {
        return tls.getPortAllocated();
    }

    /** Refuses one recipient only. */
    public void refuseRecipient(String address, String reply) {
        recipientRefusals.put(address, reply);
    }

    /** @param reply for example {@code 535 5.7.8 Authentication credentials invalid} */
    public void refuse(Step step, String reply) {
        refusals.put(step, reply);
    }

    /** Refuses some messages for now, by chance. @param share 0 to 1 */
    public void sometimesRefuse(double share, long seed) {
        chance = new Chance(share, seed);
    }

    public void behave() {
        chance = Chance.NONE;
        refusals.clear();
        recipientRefusals.clear();
        bytesPerSecond = Long.MAX_VALUE;
        breaking = Optional.empty();
        beforeAnswer = () -> {};
    }

    /** Runs when a message is kept, before the client hears of it. */
    public void beforeAnswer(Pause pause) {
        beforeAnswer = pause;
    }

    /** @param mechanism by which tokens are taken, the only one that is offered: OAUTHBEARER or XOAUTH2 */
    public void tokenSignIn(String mechanism) {
        tokenSignIn = mechanism;
    }

    /** Lets whoever shows a bearer token in that this takes (RFC 7628). */
    public void bearers(Predicate<String> known) {
        bearers = known;
    }

    /** Who has signed in by the one before has to do so again. */
    public void password(String changed) {
        boolean another = !changed.equals(password);
        password = changed;
        if (another) {
            sessions.forEach(Session::quit);
        }
    }

    /** Reads messages no faster than this, so that something can happen in the middle. */
    public void slow(long maxBytesPerSecond) {
        bytesPerSecond = maxBytesPerSecond;
    }

    /** The line breaks in the middle of each message: once its first bytes are in and this is over, no more comes. */
    public void breakLine(Pause afterFirstBytes) {
        breaking = Optional.of(afterFirstBytes);
    }

    @Override
    public void close() {
        plain.stop();
        startTls.stop();
        tls.stop();
    }

    private SMTPServer.Builder server(int port) throws IOException {
        return SMTPServer.port(port)
                .bindAddress(InetAddress.getByName(settings.address))
                .hostName(settings.host)
                .softwareName("Stand-in post office")
                .maxMessageSize(settings.maxMessageBytes)
                .connectionTimeoutMs(120_000)
                .messageHandlerFactory(Reader::new)
                .sessionHandler(new Doorkeeper())
                .authenticationHandlerFactory(new Gate(new EasyAuthenticationHandlerFactory(this::signIn)));
    }

    private void signIn(String account, String given, MessageContext context) throws LoginFailedException {
        if (!account.equals(settings.account) || !given.equals(password)) {
            throw new LoginFailedException();
        }
    }

    private RejectException refusal(Step step) {
        String reply = refusals.get(step);
        return new RejectException(Integer.parseInt(reply.substring(0, 3)), reply.substring(4));
    }

    /** Gives a refused sign-in its enhanced status code, RFC 4954 section 6, and takes bearer tokens as well. */
    private final class Gate implements AuthenticationHandlerFactory {
        /** RFC 7628 section 3.2.2, in base64: the status of an error. */
        private static final String INVALID_TOKEN = "334 eyJzdGF0dXMiOiJpbnZhbGlkX3Rva2VuIn0=";

        private final AuthenticationHandlerFactory plain;

        Gate(AuthenticationHandlerFactory plain) {
            this.plain = plain;
        }

        @Override
        public List<String> getAuthenticationMechanisms() {
            List<String> all = new ArrayList<>(plain.getAuthenticationMechanisms());
            all.add(tokenSignIn);
            return all;
        }

        @Override
        public AuthenticationHandler create() {
            AuthenticationHandler handler = plain.create();
            return new AuthenticationHandler() {
                private boolean refused;

                @Override
                public java.util.Optional<String> auth(String input, MessageContext context) throws RejectException {
                    String[] words = input.split(" ");
                    if (refused) {
                        throw new RejectException(535, "5.7.8 Authentication credentials invalid");
                    }
                    if (words.length > 1 && words[1].equalsIgnoreCase(tokenSignIn)) {
                        refused = !isKnown(words[words.length - 1]);
                        return refused ? java.util.Optional.of(INVALID_TOKEN) : java.util.Optional.empty();
                    }
                    try {
                        return handler.auth(input, context);
                    } catch (RejectException e) {
                        throw e.getCode() == 535
                                ? new RejectException(535, "5.7.8 Authentication credentials invalid")
                                : e;
                    }
                }

                @Override
                public Object getIdentity() {
                    return settings.account;
                }
            };
        }

        private boolean isKnown(String coded) {
            String message =
                    new String(java.util.Base64.getDecoder().decode(coded), java.nio.charset.StandardCharsets.UTF_8);
            String token = message.replaceFirst("(?s).*auth=Bearer ([^\u0001]*).*", "$1");
            String begin = tokenSignIn.equals("XOAUTH2")
                    ? "user=" + settings.account + "\u0001"
                    : "n,a=" + settings.account + ",";
            return message.startsWith(begin) && bearers.test(token);
        }
    }

    private final class Doorkeeper implements SessionHandler {
        @Override
        public SessionAcceptance accept(Session session) {
            sessions.add(session);
            String reply = refusals.get(Step.GREETING);
            return reply == null
                    ? SessionAcceptance.success()
                    : SessionAcceptance.failure(Integer.parseInt(reply.substring(0, 3)), reply.substring(4));
        }

        @Override
        public void onSessionEnd(Session session) {
            sessions.remove(session);
        }
    }

    private final class Refusable extends BaseCommand {
        private final Step step;
        private final Command real;

        Refusable(Step step, Command real) {
            super(step.name(), "");
            this.step = step;
            this.real = real;
        }

        @Override
        public void execute(String line, Session session)
                throws IOException, org.subethamail.smtp.DropConnectionException {
            String reply = step == Step.RCPT
                    ? recipientRefusals.entrySet().stream()
                            .filter(refused -> line.contains("<" + refused.getKey() + ">"))
                            .map(Map.Entry::getValue)
                            .findFirst()
                            .orElse(refusals.get(step))
                    : refusals.get(step);
            if (reply == null) {
                real.execute(line, session);
            } else {
                session.sendResponse(reply);
            }
        }
    }

    private final class Reader implements MessageHandler {
        private final List<String> recipients = new ArrayList<>();
        private String sender = "";

        Reader(MessageContext context) {}

        @Override
        public void from(String from) {
            sender = from;
        }

        @Override
        public void recipient(String recipient) {
            recipients.add(recipient);
        }

        @Override
        public String data(InputStream in) throws RejectException, IOException {
            Path incoming = mailbox.incoming();
            try {
                long bytes = read(in, incoming);
                if (bytes > settings.maxMessageBytes) {
                    throw new RejectException(
                            552, "5.3.4 Message size exceeds fixed limit of " + settings.maxMessageBytes);
                }
                if (chance.strikes()) {
                    throw new RejectException(451, "4.3.0 Try later, says the stand-in by chance");
                }
                if (refusals.containsKey(Step.END)) {
                    throw refusal(Step.END);
                }
                Mailbox.Letter letter = mailbox.keep(sender, recipients, incoming);
                beforeAnswer.run();
                return "2.0.0 Accepted as letter " + letter.number();
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IOException(e);
            } finally {
                Files.deleteIfExists(incoming);
            }
        }

        private long read(InputStream in, Path incoming) throws IOException, InterruptedException {
            long bytes = 0;
            byte[] buffer = new byte[16_384];
            try (OutputStream out = Files.newOutputStream(incoming)) {
                for (int read = in.read(buffer); read >= 0; read = in.read(buffer)) {
                    if (breaking.isPresent()) {
                        breaking.get().run();
                        throw new IOException("the line is broken");
                    }
                    out.write(buffer, 0, read);
                    bytes += read;
                    pause(read);
                }
            }
            return bytes;
        }

        private void pause(int read) throws IOException {
            if (bytesPerSecond == Long.MAX_VALUE) {
                return;
            }
            try {
                Thread.sleep(read * 1000L / bytesPerSecond);
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                throw new IOException(e);
            }
        }

        @Override
        public void done() {
            // The message is already kept.
        }
    }
}
