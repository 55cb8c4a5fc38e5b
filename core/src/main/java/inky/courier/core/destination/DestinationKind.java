package inky.courier.core.destination;

import inky.courier.core.message.Message;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * The ways out: each constant says all that is known of its kind, and nothing else asks which constant it is where one of these
 * answers will do. The interface reads the same table ({@code destination-kinds.json}).
 */
public enum DestinationKind {
    /** To the mail address of the person who scans. */
    MAIL_TO_ME(Family.MAIL, Through.MAIL_SERVER, (folder, recipients) -> "their mailbox"),
    /** To fixed mail addresses. */
    MAIL_FIXED(Family.MAIL, Through.MAIL_SERVER, (folder, recipients) -> String.join(", ", recipients)),
    /** To mail addresses that are chosen at the device. */
    MAIL_CHOSEN(Family.MAIL, Through.MAIL_SERVER, (folder, recipients) -> "whom they choose"),
    /** A network folder, SMB 2 and 3. */
    SMB(
            Family.SERVER_FOLDER,
            null,
            (folder, recipients) -> "\\\\" + folder.host() + "\\" + folder.share() + below(folder.path(), "\\")),
    /** A folder of an SSH server. */
    SFTP(Family.SERVER_FOLDER, null, (folder, recipients) -> address("sftp", folder)),
    /** A folder of an FTP server, with or without TLS. */
    FTP(Family.SERVER_FOLDER, null, (folder, recipients) -> address("ftp", folder)),
    /** A folder of a WebDAV server. */
    WEBDAV(
            Family.SERVER_FOLDER,
            null,
            (folder, recipients) -> folder.host().replaceFirst("/+$", "") + below(folder.path(), "/")),
    /** The cloud folder of the person who scans, who has given consent. */
    CLOUD(
            Family.CLOUD_FOLDER,
            null,
            (folder, recipients) -> "their folder at "
                    + folder.host().replaceFirst("^https?://", "").replaceFirst("/.*$", "")),
    /** The folder that belongs to the person who scans. */
    DESKTOP(Family.PERSONS_FOLDER, null, (folder, recipients) -> "the folder that belongs to them"),
    /** A download page of Courier's own; its address goes by mail to who scans. */
    LINK(Family.LINK, Through.MAIL_SERVER, (folder, recipients) -> "a page to download from"),
    /** The USB stick in the device that scans. */
    USB(Family.DEVICE_STORAGE, null, (folder, recipients) -> "the stick in the device"),
    /** The shelf of the device that scans. */
    SHELF(Family.DEVICE_STORAGE, null, (folder, recipients) -> "the shelf of the device" + below(folder.path(), ", ")),
    /** Printed by a device. */
    PRINTER(Family.PAPER, Through.DEVICE, (folder, recipients) -> "on paper");

    /** What kinds have in common: which settings they have, and who knows where they lead. */
    public enum Family {
        MAIL,
        /** A folder on a server, at one place for everybody. */
        SERVER_FOLDER,
        /** A folder on a server for each person. */
        CLOUD_FOLDER,
        /** One of the office's folders, chosen by who scans. */
        PERSONS_FOLDER,
        /** A part of the device that scans. */
        DEVICE_STORAGE,
        LINK,
        PAPER
    }

    /** What is set up apart and carries for others. */
    public enum Through {
        MAIL_SERVER,
        DEVICE
    }

    private interface Place {
        String words(FolderSettings folder, List<String> recipients);
    }

    private final Family family;
    private final Through through;
    private final Place place;

    DestinationKind(Family family, Through through, Place place) {
        this.family = family;
        this.through = through;
        this.place = place;
    }

    public Family family() {
        return family;
    }

    /** What it goes through that is set up apart: a mail server, a device. */
    public Optional<Through> through() {
        return Optional.ofNullable(through);
    }

    /** What an administrator calls it. */
    public Message words() {
        return Message.of("destination." + code());
    }

    /** What it is for, in a sentence. */
    public Message does() {
        return Message.of("destination." + code() + ".does");
    }

    private String code() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Says where a destination of this kind is, in a few words. */
    public String place(FolderSettings folder, List<String> recipients) {
        return place.words(folder, recipients);
    }

    public boolean isMail() {
        return family == Family.MAIL;
    }

    /** Whether it is a folder on a server, which can be probed and paused by itself. */
    public boolean isServer() {
        return family == Family.SERVER_FOLDER || family == Family.CLOUD_FOLDER;
    }

    /** Whether it is a part of the device that scans. */
    public boolean isAtTheDevice() {
        return family == Family.DEVICE_STORAGE;
    }

    /** Whether files go into folders, by rules of the destination's own. */
    public boolean hasFolderSettings() {
        return isServer() || isAtTheDevice();
    }

    /** Whether its folders can be looked into from the desk: those of a person cannot. */
    public boolean isBrowsable() {
        return family == Family.SERVER_FOLDER;
    }

    /** Whether it goes through something that is set up apart: a mail server, a device. */
    public boolean goesThroughAnother() {
        return through != null;
    }

    /** Whether the person who scans decides where it goes. */
    public boolean isPersonal() {
        return this == MAIL_TO_ME
                || family == Family.LINK
                || family == Family.CLOUD_FOLDER
                || family == Family.PERSONS_FOLDER;
    }

    private static String address(String scheme, FolderSettings folder) {
        String port = folder.port() == 0 ? "" : ":" + folder.port();
        String path = folder.path().startsWith("/") ? folder.path() : below(folder.path(), "/");
        return scheme + "://" + folder.host() + port + path;
    }

    private static String below(String path, String separator) {
        return path.isEmpty() ? "" : separator + path.replace("/", separator);
    }
}
