package inky.courier.web;

import java.util.Optional;
import javax.net.ssl.SSLContext;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.ssl.SslBundles;
import org.springframework.stereotype.Component;

/** Courier's own certificate, where it was started with one ({@link TlsCertificate}). */
@Component
public class OwnCertificate {
    private final Optional<SslBundles> bundles;
    private final boolean isThere;

    OwnCertificate(Optional<SslBundles> bundles, @Value("${courier.tls-certificate:}") String certificate) {
        this.bundles = bundles;
        isThere = !certificate.isBlank();
    }

    public boolean isThere() {
        return isThere;
    }

    /** By the certificate as it is now: it is renewed while this runs. */
    public SSLContext context() {
        return bundles.orElseThrow().getBundle(TlsCertificate.NAME).createSslContext();
    }
}
