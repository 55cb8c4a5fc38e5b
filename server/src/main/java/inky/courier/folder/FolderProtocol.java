package inky.courier.folder;

import inky.courier.connection.ConnectionTrace;
import inky.courier.connection.TrustPolicy;
import inky.courier.core.connection.CertificateCheck;
import inky.courier.core.destination.DestinationKind;
import inky.courier.destination.FolderAccess;
import java.io.IOException;
import java.util.Optional;
import java.util.Set;

/** How folders of some kinds are reached. */
interface FolderProtocol {
    int CONNECT_MILLIS = 8_000;

    /** Longer than a server takes to sync a large file. */
    int ANSWER_MILLIS = 60_000;

    Set<DestinationKind> kinds();

    /** Signs in, taking the passage's steps as far as SIGNED_IN. */
    RemoteFolder open(FolderAccess access, ConnectionTrace trace) throws IOException;

    /** What judges the far side's certificate; empty for protocols without any. */
    default Optional<TrustPolicy> trust(FolderAccess access) {
        return Optional.empty();
    }

    static TrustPolicy policy(FolderAccess access, String host) {
        CertificateCheck check = access.settings().certificateCheck();
        return new TrustPolicy(check, access.settings().fingerprint(), host);
    }
}
