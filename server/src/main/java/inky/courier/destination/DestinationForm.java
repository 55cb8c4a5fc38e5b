package inky.courier.destination;

import inky.courier.core.destination.DestinationKind;
import inky.courier.core.destination.DestinationSettings;
import inky.courier.core.destination.FolderSettings;
import inky.courier.core.destination.MailSettings;
import inky.courier.web.Json;
import jakarta.annotation.Nullable;
import java.util.List;
import java.util.Map;
import java.util.UUID;

/**
 * A destination as it is entered.
 *
 * @param routeId of what it goes through: a mail server, a device
 * @param settings what differs from the usual of its kind
 * @param secret password or private key, or a cloud client's; absent to keep the one that is there, empty to have none
 * @param ownerId the person whose folder it is; absent for the office's
 */
public record DestinationForm(
        String name,
        DestinationKind kind,
        @Nullable UUID routeId,
        @Nullable Map<String, Object> settings,
        @Nullable String secret,
        @Nullable UUID ownerId) {
    public static DestinationForm mail(String name, DestinationKind kind, UUID routeId, List<String> recipients) {
        return mail(name, kind, routeId, MailSettings.USUAL.to(recipients));
    }

    public static DestinationForm mail(String name, DestinationKind kind, UUID routeId, MailSettings settings) {
        return new DestinationForm(name, kind, routeId, entered(settings), null, null);
    }

    public static DestinationForm folder(String name, DestinationKind kind, FolderSettings folder, String secret) {
        return new DestinationForm(name, kind, null, entered(folder), secret, null);
    }

    public static DestinationForm plain(String name, DestinationKind kind) {
        return new DestinationForm(name, kind, null, null, null, null);
    }

    /** One of which nothing is set but what it goes through. */
    public static DestinationForm through(String name, DestinationKind kind, UUID routeId) {
        return new DestinationForm(name, kind, routeId, null, null, null);
    }

    public DestinationForm ownedBy(@Nullable UUID person) {
        return new DestinationForm(name, kind, routeId, settings, secret, person);
    }

    private static Map<String, Object> entered(DestinationSettings settings) {
        return Json.map(settings);
    }

    @Override
    public String toString() {
        return "DestinationForm[" + kind + " " + name + "]";
    }
}
