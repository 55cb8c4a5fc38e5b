package inky.courier.destination;

import java.util.UUID;

/**
 * All that is needed to get into a folder; the secret in clear, never to be shown.
 *
 * @param id of the destination
 * @param secret password or private key
 */
public record FolderAccess(UUID id, String name, DestinationKind kind, FolderSettings settings, String secret) {
    public FolderAccess with(FolderSettings changed, String otherSecret) {
        return new FolderAccess(id, name, kind, changed, otherSecret);
    }

    @Override
    public String toString() {
        return "FolderAccess[" + kind + " " + settings.host() + "]";
    }
}
