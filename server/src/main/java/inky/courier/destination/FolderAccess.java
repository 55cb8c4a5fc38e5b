package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.FolderSettings;
import java.util.Locale;
import java.util.UUID;

/**
 * All that is needed to get into a folder; the secret in clear, never to be shown.
 *
 * @param id of the destination
 * @param secret password or private key; of a cloud, the client's own
 */
public record FolderAccess(UUID id, String name, DestinationKind kind, FolderSettings settings, String secret) {
    public FolderAccess with(FolderSettings changed, String otherSecret) {
        return new FolderAccess(id, name, kind, changed, otherSecret);
    }

    /**
     * Where its files begin, as far as the settings say so. Two destinations may be one place: an office's folder, and
     * somebody's own in it. One cloud is as many places as there are people.
     *
     * @param person whose files they are
     */
    public String place(UUID person) {
        return kind + " " + settings.host().toLowerCase(Locale.ROOT) + ":" + settings.port() + " " + settings.share()
                + " " + (kind == DestinationKind.CLOUD ? person : settings.account());
    }

    /**
     * What a line there is opened by, secrets included. Destinations that are folders of one account have the same, and may
     * go over one line after the other.
     */
    public Line line() {
        return new Line(kind, settings.line(), secret);
    }

    public record Line(DestinationKind kind, FolderSettings settings, String secret) {
        @Override
        public String toString() {
            return "Line[" + kind + " " + settings.host() + "]";
        }
    }

    @Override
    public String toString() {
        return "FolderAccess[" + kind + " " + settings.host() + "]";
    }
}
