package inky.courier.directory;

import com.unboundid.ldap.sdk.BindResult;
import com.unboundid.ldap.sdk.ExtendedResult;
import com.unboundid.ldap.sdk.LDAPConnection;
import com.unboundid.ldap.sdk.LDAPConnectionOptions;
import com.unboundid.ldap.sdk.LDAPException;
import com.unboundid.ldap.sdk.ResultCode;
import com.unboundid.ldap.sdk.SimpleBindRequest;
import com.unboundid.ldap.sdk.extensions.StartTLSExtendedRequest;
import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.FarSideException;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.connection.Encryption;
import inky.courier.core.connection.ProbeStep;
import inky.courier.core.delivery.Setback;
import inky.courier.core.directory.DirectoryCause;
import inky.courier.core.directory.DirectoryStep;
import inky.courier.core.message.Message;
import inky.courier.core.office.DirectoryItem;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import javax.net.SocketFactory;
import javax.net.ssl.SSLSocket;

/** A line to a directory, over which Courier is let in. */
final class LdapLine {
    /** More than an entry with a photograph has. */
    private static final int LARGEST_MESSAGE = 4 * 1024 * 1024;

    private static final int CLIENT_DECODING = 84;
    private static final int CLIENT_SIDE = 81;
    private static final int CLIENT_SIDE_END = 96;

    private LdapLine() {}

    /** A directory, and the password of its account. */
    record Access(DirectoryItem directory, String password) {
        TrustPolicy trust() {
            return new TrustPolicy(directory.certificateCheck(), directory.fingerprint(), directory.host());
        }

        @Override
        public String toString() {
            return directory.host() + ":" + directory.port();
        }
    }

    /** What the library says by an exception of its own, where a trace reads it. */
    static final class Refused extends IOException {
        private final transient LDAPException said;

        Refused(LDAPException said) {
            super(said.getMessage(), said);
            this.said = said;
        }

        LDAPException said() {
            return said;
        }
    }

    interface Asking<T> {
        T run() throws LDAPException, IOException;
    }

    /** Has a trace read what the library says. */
    static <T> T asking(Asking<T> asking) throws IOException {
        try {
            return asking.run();
        } catch (LDAPException e) {
            throw new Refused(e);
        }
    }

    static ConnectionTrace trace(Access access) {
        TrustPolicy trust = access.trust();
        ConnectionTrace trace = new ConnectionTrace(
                access.directory.encryption() == Encryption.NONE ? Optional.empty() : Optional.of(trust));
        trace.means((step, e) ->
                e instanceof Refused refused ? Optional.of(meaning(trace, step, refused.said)) : Optional.empty());
        return trace;
    }

    private static Setback meaning(ConnectionTrace trace, ProbeStep step, LDAPException e) {
        int code = e.getResultCode().intValue();
        Optional<ConnectionCause> distrust = trace.policy().flatMap(TrustPolicy::failure);
        if (distrust.isPresent()) {
            return Setback.of(distrust.get(), "");
        }
        if (code == CLIENT_DECODING) {
            return Setback.of(DirectoryCause.NOT_LDAP, "");
        }
        boolean lineIsLost =
                code >= CLIENT_SIDE && code < CLIENT_SIDE_END && !ResultCode.FILTER_ERROR.equals(e.getResultCode());
        if (lineIsLost) {
            boolean noWordYet = step == DirectoryStep.SIGNED_IN || step == DirectoryStep.ENCRYPTED;
            return Setback.of(noWordYet ? DirectoryCause.NOT_LDAP : ConnectionCause.LINE_LOST, "");
        }
        String diagnostic = Optional.ofNullable(e.getDiagnosticMessage()).orElse("");
        return Setback.of(DirectoryCause.of((DirectoryStep) step, code), diagnostic);
    }

    /**
     * Opens a line and signs in on it.
     *
     * @param patience for each answer
     * @throws FarSideException that says what went wrong
     */
    static LDAPConnection open(Access access, ConnectionTrace trace, Duration patience, Instant now)
            throws FarSideException {
        DirectoryItem to = access.directory;
        InetAddress address = trace.at(DirectoryStep.NAME, () -> {
            InetAddress found = InetAddress.getByName(to.host());
            trace.said(found.getHostAddress());
            return found;
        });
        Socket plain = trace.at(DirectoryStep.REACHED, () -> {
            Socket line = new Socket();
            line.setTcpNoDelay(true);
            line.setSoTimeout((int) patience.toMillis());
            line.connect(new InetSocketAddress(address, to.port()), (int) patience.toMillis());
            trace.said(address.getHostAddress() + ":" + to.port());
            trace.line("* connected to " + address.getHostAddress() + ":" + to.port());
            return line;
        });
        LDAPConnection connection = new LDAPConnection(options(patience));
        try {
            trace.does(DirectoryStep.ENCRYPTED, () -> encrypt(access, trace, connection, plain, now));
            trace.does(DirectoryStep.SIGNED_IN, () -> signIn(access, trace, connection));
            return connection;
        } catch (FarSideException e) {
            connection.close();
            close(plain);
            throw e;
        }
    }

    private static void close(Socket line) {
        try {
            line.close();
        } catch (IOException e) {
            // It is of no use to anybody.
        }
    }

    private static LDAPConnectionOptions options(Duration patience) {
        LDAPConnectionOptions options = new LDAPConnectionOptions();
        options.setConnectTimeoutMillis((int) patience.toMillis());
        options.setResponseTimeoutMillis(patience.toMillis());
        options.setMaxMessageSize(LARGEST_MESSAGE);
        options.setFollowReferrals(false);
        options.setUseSynchronousMode(true);
        options.setAbandonOnTimeout(true);
        return options;
    }

    private static void encrypt(
            Access access, ConnectionTrace trace, LDAPConnection connection, Socket plain, Instant now)
            throws IOException {
        DirectoryItem to = access.directory;
        Optional<TrustPolicy> trust = trace.policy();
        Socket line = plain;
        if (trust.isPresent() && to.encryption() == Encryption.TLS) {
            SSLSocket tls = (SSLSocket) trust.get().socketFactory().createSocket(plain, to.host(), to.port(), true);
            tls.startHandshake();
            trace.said(tls.getSession().getProtocol());
            line = tls;
        }
        connection.setSocketFactory(new Given(line));
        asking(() -> {
            connection.connect(to.host(), to.port());
            return true;
        });
        if (trust.isPresent() && to.encryption() == Encryption.STARTTLS) {
            trace.line("> StartTLS");
            ExtendedResult result = asking(() -> connection.processExtendedOperation(
                    new StartTLSExtendedRequest(trust.get().context())));
            trace.line("< " + result.getResultCode());
            if (!ResultCode.SUCCESS.equals(result.getResultCode())) {
                throw new Refused(new LDAPException(result));
            }
            trace.said(Optional.ofNullable(connection.getSSLSession())
                    .map(session -> session.getProtocol())
                    .orElse(""));
        }
        trust.flatMap(policy -> policy.worry(now)).ifPresent(trace::care);
        if (trust.isEmpty()) {
            trace.care(Message.of("probe.directory.not-encrypted"));
        }
    }

    private static void signIn(Access access, ConnectionTrace trace, LDAPConnection connection) throws IOException {
        String account = access.directory.account();
        trace.line("> bind " + (account.isEmpty() ? "(anonymous)" : account + " ********"));
        BindResult result = asking(() -> connection.bind(new SimpleBindRequest(account, access.password)));
        trace.line("< " + result.getResultCode());
        if (account.isEmpty()) {
            trace.note(Message.of("probe.directory.anonymous"));
        } else {
            trace.said(result.getResultCode().getName());
        }
    }

    /** Hands out a line that stands already. */
    private static final class Given extends SocketFactory {
        private final Socket line;

        Given(Socket line) {
            this.line = line;
        }

        @Override
        public Socket createSocket(String host, int port) {
            return line;
        }

        @Override
        public Socket createSocket(String host, int port, InetAddress from, int fromPort) {
            return line;
        }

        @Override
        public Socket createSocket(InetAddress host, int port) {
            return line;
        }

        @Override
        public Socket createSocket(InetAddress host, int port, InetAddress from, int fromPort) {
            return line;
        }
    }
}
