package inky.courier.destination;

import jakarta.annotation.Nullable;
import java.util.List;

/** Says where a destination is, in a few words. */
final class DestinationLocation {
    private DestinationLocation() {}

    static String words(DestinationKind kind, @Nullable FolderSettings f, List<String> recipients) {
        return switch (kind) {
            case MAIL_TO_ME -> "their mailbox";
            case MAIL_FIXED -> String.join(", ", recipients);
            case SMB -> "\\\\" + f.host() + "\\" + f.share() + below(f.path(), "\\");
            case FTP, SFTP -> kind.name().toLowerCase(java.util.Locale.ROOT) + "://" + f.host() + port(f) + path(f);
            case MAIL_CHOSEN -> "whom they choose";
            case CLOUD ->
                "their folder at " + f.host().replaceFirst("^https?://", "").replaceFirst("/.*$", "");
            case USB -> "the stick in the device";
            case SHELF -> "the shelf of the device" + below(f.path(), ", ");
            case PRINTER -> "on paper";
            case WEBDAV -> f.host().replaceFirst("/+$", "") + below(f.path(), "/");
            case DESKTOP -> "the folder that belongs to them";
            case LINK -> "a page to download from";
        };
    }

    private static String path(FolderSettings f) {
        return f.path().startsWith("/") ? f.path() : below(f.path(), "/");
    }

    private static String below(String path, String separator) {
        return path.isEmpty() ? "" : separator + path.replace("/", separator);
    }

    private static String port(FolderSettings f) {
        return f.port() == 0 ? "" : ":" + f.port();
    }
}
