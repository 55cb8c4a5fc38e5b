package inky.courier.mail;

import inky.courier.core.mail.MailCause;
import java.security.GeneralSecurityException;
import java.security.KeyStore;
import java.security.MessageDigest;
import java.security.cert.CertificateException;
import java.security.cert.CertificateExpiredException;
import java.security.cert.X509Certificate;
import java.util.HexFormat;
import java.util.Optional;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLSocketFactory;
import javax.net.ssl.TrustManager;
import javax.net.ssl.TrustManagerFactory;
import javax.net.ssl.X509TrustManager;

/** Judges the certificate of one connection by the chosen check, and remembers what it saw and why it refused. */
final class TrustPolicy implements X509TrustManager {
    private final CertificateCheck check;
    private final String fingerprint;
    private final String host;
    private final X509TrustManager system;
    private volatile X509Certificate seen;
    private volatile MailCause failure;

    TrustPolicy(CertificateCheck check, String fingerprint, String host) {
        this.check = check;
        this.fingerprint = fingerprint;
        this.host = host;
        this.system = systemTrust();
    }

    SSLSocketFactory socketFactory() {
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, new TrustManager[] {this}, null);
            return context.getSocketFactory();
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no TLS", e);
        }
    }

    /** The server's own certificate, once it has been shown. */
    Optional<X509Certificate> seen() {
        return Optional.ofNullable(seen);
    }

    Optional<MailCause> failure() {
        return Optional.ofNullable(failure);
    }

    /** What strict checking would have said; empty when it would have passed. */
    Optional<MailCause> strictVerdict(X509Certificate[] chain, String kind) {
        try {
            chain[0].checkValidity();
            system.checkServerTrusted(chain, kind);
        } catch (CertificateExpiredException e) {
            return Optional.of(MailCause.CERTIFICATE_EXPIRED);
        } catch (CertificateException e) {
            return Optional.of(MailCause.CERTIFICATE_UNKNOWN);
        }
        return CertificateNames.match(chain[0], host)
                ? Optional.empty()
                : Optional.of(MailCause.CERTIFICATE_OTHER_NAME);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String kind) throws CertificateException {
        seen = chain[0];
        failure = switch (check) {
            case OFF -> null;
            case EXACTLY_THIS ->
                fingerprintOf(chain[0]).equalsIgnoreCase(fingerprint) ? null : MailCause.CERTIFICATE_CHANGED;
            case MUST_BE_VALID -> strictVerdict(chain, kind).orElse(null);
        };
        if (failure != null) {
            throw new CertificateException(failure.sentence());
        }
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String kind) throws CertificateException {
        throw new CertificateException("Courier is nobody's server here");
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return system.getAcceptedIssuers();
    }

    static String fingerprintOf(X509Certificate certificate) {
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(certificate.getEncoded());
            return HexFormat.ofDelimiter(":").withUpperCase().formatHex(digest);
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException(e);
        }
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
