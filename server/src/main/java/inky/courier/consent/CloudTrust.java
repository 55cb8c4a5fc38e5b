package inky.courier.consent;

import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.destination.FolderSettings;
import java.net.URI;
import java.util.Optional;

/** By what the certificates of a cloud's addresses are judged. */
final class CloudTrust {
    private CloudTrust() {}

    /** The choice made for the folder's server holds for that server; any other is judged by the system. */
    static Optional<TrustPolicy> of(FolderSettings settings, String address) {
        URI uri = URI.create(address);
        if (!"https".equals(uri.getScheme())) {
            return Optional.empty();
        }
        boolean same =
                uri.getHost().equalsIgnoreCase(URI.create(settings.host()).getHost());
        return Optional.of(
                same
                        ? new TrustPolicy(settings.certificateCheck(), settings.fingerprint(), uri.getHost())
                        : new TrustPolicy(CertificateCheck.MUST_BE_VALID, "", uri.getHost()));
    }
}
