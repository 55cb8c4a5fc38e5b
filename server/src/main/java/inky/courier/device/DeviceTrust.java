package inky.courier.device;

import inky.courier.connection.ProbeReport;
import inky.courier.connection.ServerTrust;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.connection.ConnectionCause;
import java.net.http.HttpClient;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import java.util.Optional;
import java.util.function.UnaryOperator;
import javax.net.ssl.SSLEngine;

/**
 * Whom the lines to devices trust, each as its device says, and the client that keeps these lines: one for all of them, since one
 * for each would be a thread for each. A line that is open already is not judged again, so where a device is to be trusted otherwise
 * than before, a new client takes over.
 */
final class DeviceTrust extends ServerTrust {
    private record Judged(String fingerprint, TrustPolicy policy) {}

    private final RecentlyUsed<String, Judged> byPeer;
    private final HttpClient client;

    /** @param made a client of which everything but its trust is said */
    DeviceTrust(UnaryOperator<HttpClient.Builder> made) {
        this(made, new RecentlyUsed<>());
    }

    private DeviceTrust(UnaryOperator<HttpClient.Builder> made, RecentlyUsed<String, Judged> byPeer) {
        this.byPeer = byPeer;
        this.client = made.apply(HttpClient.newBuilder()).sslContext(context()).build();
    }

    HttpClient client() {
        return client;
    }

    /** The one by which the certificate counts that a device names; one that is valid where it names none. */
    DeviceTrust of(DeviceAddress device, UnaryOperator<HttpClient.Builder> made) {
        String fingerprint = device.access().fingerprint();
        Optional<Judged> known = byPeer.get(peer(device));
        if (known.isPresent() && known.get().fingerprint.equals(fingerprint)) {
            return this;
        }
        DeviceTrust taking = known.isPresent() ? new DeviceTrust(made, byPeer.copy()) : this;
        CertificateCheck check = fingerprint.isEmpty() ? CertificateCheck.MUST_BE_VALID : CertificateCheck.EXACTLY_THIS;
        taking.byPeer.put(peer(device), new Judged(fingerprint, new TrustPolicy(check, fingerprint, device.host())));
        return taking;
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
    public void checkServerTrusted(X509Certificate[] chain, String kind) throws CertificateException {
        throw new CertificateException("whose it is cannot be told");
    }

    @Override
    public X509Certificate[] getAcceptedIssuers() {
        return new X509Certificate[0];
    }
}
