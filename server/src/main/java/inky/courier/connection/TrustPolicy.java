package inky.courier.connection;

import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.ConnectionCause;
import inky.courier.core.message.Message;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.MessageDigest;
import java.security.cert.CertificateException;
import java.security.cert.CertificateExpiredException;
import java.security.cert.CertificateNotYetValidException;
import java.security.cert.X509Certificate;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.Optional;
import javax.net.SocketFactory;
import javax.net.ssl.SSLSocketFactory;
import javax.net.ssl.TrustManager;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509TrustManager;

/** Judges the certificate of one connection by the chosen check, and remembers what it saw and why it refused. */
public final class TrustPolicy extends ServerTrust {
    private static final Duration ENDS_SOON = Duration.ofDays(30);

    static {
        resumeBySessionId();
    }

    /**
     * Has Java resume TLS sessions by their id (RFC 5246 section 7.3) instead of by ticket (RFC 5077), which FTP servers that
     * demand a resumed session on the second line do not take for one. Java reads this once, before its first line.
     */
    public static void resumeBySessionId() {
        System.setProperty("jdk.tls.client.enableSessionTicketExtension", "false");
    }

    private final CertificateCheck check;
    private final String fingerprint;
    private final String host;
    private volatile X509Certificate seen;
    private volatile ConnectionCause failure;

    public TrustPolicy(CertificateCheck check, String fingerprint, String host) {
        this.check = check;
        this.fingerprint = fingerprint;
        this.host = host;
    }

    public SSLSocketFactory socketFactory() {
        return context().getSocketFactory();
    }

    /** The same, over lines of somebody else's making. */
    public SSLSocketFactory socketFactoryOver(SocketFactory lines) {
        return new LayeredSockets(socketFactory(), lines);
    }

    /** The server's own certificate, once it has been shown. */
    public Optional<X509Certificate> seen() {
        return Optional.ofNullable(seen);
    }

    public Optional<ConnectionCause> failure() {
        return Optional.ofNullable(failure);
    }

    Optional<String> subject() {
        return seen().map(c -> c.getSubjectX500Principal().getName());
    }

    /** What the far side showed, for people. */
    public Optional<ProbeReport.Certificate> certificate() {
        return seen().map(c -> {
            Optional<ConnectionCause> verdict = strictVerdict(new X509Certificate[] {c}, "UNKNOWN");
            return new ProbeReport.Certificate(
                    c.getSubjectX500Principal().getName(),
                    c.getIssuerX500Principal().getName(),
                    c.getNotBefore().toInstant(),
                    c.getNotAfter().toInstant(),
                    fingerprintOf(c),
                    verdict.isEmpty(),
                    verdict.map(ConnectionCause::sentence).orElse(Message.of("probe.certified")));
        });
    }

    /** A sentence when nobody checks the certificate, or when it will end within 30 days; empty when all is well. */
    public Optional<Message> worry(Instant now) {
        if (check == CertificateCheck.OFF) {
            return Optional.of(Message.of("probe.not-checked"));
        }
        Instant until = seen().map(c -> c.getNotAfter().toInstant()).orElse(Instant.MAX);
        return until.isBefore(now.plus(ENDS_SOON))
                ? Optional.of(Message.of("probe.ends-soon")
                        .with("n", Duration.between(now, until).toDays()))
                : Optional.empty();
    }

    /** What strict checking would have said; empty when it would have passed. */
    public Optional<ConnectionCause> strictVerdict(X509Certificate[] chain, String kind) {
        try {
            chain[0].checkValidity();
            Trusted.BY_SYSTEM.checkServerTrusted(chain, kind);
        } catch (CertificateNotYetValidException e) {
            return Optional.of(ConnectionCause.CERTIFICATE_NOT_YET);
        } catch (CertificateExpiredException e) {
            return Optional.of(ConnectionCause.CERTIFICATE_EXPIRED);
        } catch (CertificateException e) {
            return Optional.of(ConnectionCause.CERTIFICATE_UNKNOWN);
        }
        return CertificateNames.match(chain[0], host)
                ? Optional.empty()
                : Optional.of(ConnectionCause.CERTIFICATE_OTHER_NAME);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String kind) throws CertificateException {
        seen = chain[0];
        failure = switch (check) {
            case OFF -> null;
            case EXACTLY_THIS ->
                fingerprintOf(chain[0]).equalsIgnoreCase(fingerprint) ? null : ConnectionCause.CERTIFICATE_CHANGED;
            case MUST_BE_VALID -> strictVerdict(chain, kind).orElse(null);
        };
        if (failure != null) {
            throw new CertificateException(failure.sentence().toString());
        }
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return Trusted.BY_SYSTEM.getAcceptedIssuers();
    }

    public static String fingerprintOf(X509Certificate certificate) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(certificate.getEncoded());
            return HexFormat.ofDelimiter(":").withUpperCase().formatHex(digest);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }

    /** Read once: a hundred and more certificates take longer than a handshake. */
    private static final class Trusted {
        static final X509TrustManager BY_SYSTEM = systemTrust();
    }

    private static X509TrustManager systemTrust() {
        try {
            TrustManagerFactory factory = TrustManagerFactory.getInstance(TrustManagerFactory.getDefaultAlgorithm());
            factory.init((KeyStore) null);
            for (TrustManager manager : factory.getTrustManagers()) {
                if (manager instanceof X509TrustManager x509) {
                    return x509;
                }
            }
            throw new IllegalStateException("this Java trusts nobody");
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
    }
}
