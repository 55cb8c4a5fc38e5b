package inky.courier.consent;

import inky.courier.connection.AccessTokens.Client;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.destination.FolderSettings;
import inky.courier.destination.FolderAccess;
import java.net.URI;
import java.util.Optional;

/** As whom Courier comes to a cloud, and by what the certificates of its addresses are judged. */
final class CloudClient {
    private CloudClient() {}

    /** @param address one of those in the folder's consent settings */
    static Client of(FolderAccess folder, String address) {
        return new Client(
                address, folder.settings().consent().clientId(), folder.secret(), trust(folder.settings(), address));
    }

    /** The choice made for the folder's server holds for that server; any other is judged by the system. */
    static Optional<TrustPolicy> trust(FolderSettings settings, String address) {
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
