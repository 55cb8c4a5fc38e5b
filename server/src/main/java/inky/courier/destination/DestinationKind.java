package inky.courier.destination;

/** The ways out. */
public enum DestinationKind {
    /** To the mail address of the person who scans. */
    MAIL_TO_ME,
    /** To fixed mail addresses. */
    MAIL_FIXED,
    /** A network folder, SMB 2 and 3. */
    SMB,
    /** A folder of an FTP server, with or without TLS. */
    FTP,
    /** A folder of an SSH server. */
    SFTP,
    /** A folder of a WebDAV server. */
    WEBDAV,
    /** A folder of a person in a cloud, by WebDAV with the person's consent. */
    CLOUD,
    /** The USB stick in the device that scans. */
    USB,
    /** The storage of the device that scans. */
    SHELF,
    /** The folder that belongs to the person who scans. */
    DESKTOP,
    /** A download page of Courier's own; its address goes by mail to who scans. */
    LINK,
    /** Paper, on another device. */
    PRINTER;

    public boolean isMail() {
        return this == MAIL_TO_ME || this == MAIL_FIXED;
    }

    /** Whether its settings are a folder on a server. */
    public boolean isFolder() {
        return this == SMB || this == FTP || this == SFTP || this == WEBDAV || this == CLOUD;
    }

    /** Whether it lies at the device that scans, wherever that is. */
    public boolean isAtDevice() {
        return this == USB || this == SHELF;
    }

    /** Whether it goes through something set up apart: a mail server, or a device. */
    public boolean goesThroughAnother() {
        return isMail() || this == LINK || this == PRINTER;
    }
}
