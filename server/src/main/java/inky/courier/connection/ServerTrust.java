package inky.courier.connection;

import java.net.Socket;
import java.security.GeneralSecurityException;
import java.security.cert.CertificateException;
import java.security.cert.X509Certificate;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;
import javax.net.ssl.TrustManager;
import javax.net.ssl.X509ExtendedTrustManager;

/** Judges servers; extended, so that the library adds no check of the name of its own. Nobody is a client here. */
public abstract class ServerTrust extends X509ExtendedTrustManager {
    public final SSLContext context() {
        try {
            SSLContext context = SSLContext.getInstance("TLS");
            context.init(null, new TrustManager[] {this}, null);
            return context;
        } catch (GeneralSecurityException e) {
            throw new IllegalStateException("this Java has no TLS", e);
        }
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String kind, Socket socket) throws CertificateException {
        checkServerTrusted(chain, kind);
    }

    @Override
    public void checkServerTrusted(X509Certificate[] chain, String kind, SSLEngine engine) throws CertificateException {
        checkServerTrusted(chain, kind);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String kind, Socket socket) throws CertificateException {
        checkClientTrusted(chain, kind);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String kind, SSLEngine engine) throws CertificateException {
        checkClientTrusted(chain, kind);
    }

    @Override
    public void checkClientTrusted(X509Certificate[] chain, String kind) throws CertificateException {
        throw new CertificateException("Courier is nobody's server here");
    }
}
