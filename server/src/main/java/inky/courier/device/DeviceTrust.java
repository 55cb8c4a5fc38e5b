package inky.courier.device;

import inky.courier.connection.ProbeReport;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.ConnectionCause;
import java.net.Socket;
import java.security.GeneralSecurityException;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.Optional;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509ExtendedTrustManager;

/**
 * Whom the lines to devices trust, each as its device says: one client for all of them, since a client of its own for each would
 * be a thread for each.
 */
final class DeviceTrust extends X509ExtendedTrustManager {
    private record Judged(String fingerprint, TrustPolicy policy) {}

    private final RecentlyUsed<String, Judged> byPeer = new RecentlyUsed<>();

    SSLContext context() {
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, new TrustManager[] {this}, null);
            return context;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no TLS", e);
        }
    }

    /** From now on the certificate counts that this one names; one that is valid where it names none. */
    void only(DeviceAddress device) {
        String fingerprint = device.access().fingerprint();
        if (byPeer.get(peer(device))
                .filter(known -> known.fingerprint.equals(fingerprint))
                .isEmpty()) {
            CertificateCheck check =
                    fingerprint.isEmpty() ? CertificateCheck.MUST_BE_VALID : CertificateCheck.EXACTLY_THIS;
            byPeer.put(peer(device), new Judged(fingerprint, new TrustPolicy(check, fingerprint, device.host())));
        }
    }

    Optional<ConnectionCause> failure(DeviceAddress device) {
        return byPeer.get(peer(device)).flatMap(known -> known.policy.failure());
    }

    Optional<ProbeReport.Certificate> certificate(DeviceAddress device) {
        return byPeer.get(peer(device)).flatMap(known -> known.policy.certificate());
    }

    private static String peer(DeviceAddress device) {
        return device.host() + ":" + device.port();
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String kind, SSLEngine engine) throws CertificateException {
        byPeer.get(engine.getPeerHost() + ":" + engine.getPeerPort())
                .orElseThrow(() -> new CertificateException("nobody asked for this one"))
                .policy
                .checkServerTrusted(chain, kind);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String kind, Socket socket) throws CertificateException {
        throw new CertificateException("lines to devices are engines");
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String kind) throws CertificateException {
        throw new CertificateException("lines to devices are engines");
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String kind, SSLEngine engine) throws CertificateException {
        checkClientTrusted(chain, kind);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String kind, Socket socket) throws CertificateException {
        checkClientTrusted(chain, kind);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String kind) throws CertificateException {
        throw new CertificateException("Courier is nobody's server here");
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return new X509Certificate[0];
    }
}
