package inky.courier.destination;

/** The ways out. */
public enum DestinationKind {
    /** To the mail address of the person who scans. */
    MAIL_TO_ME,
    /** To fixed mail addresses. */
    MAIL_FIXED,
    /** To mail addresses that are chosen at the device. */
    MAIL_CHOSEN,
    /** A network folder, SMB 2 and 3. */
    SMB,
    /** A folder of an FTP server, with or without TLS. */
    FTP,
    /** A folder of an SSH server. */
    SFTP,
    /** A folder of a WebDAV server. */
    WEBDAV,
    /** The cloud folder of the person who scans, who has given consent. */
    CLOUD,
    /** The folder that belongs to the person who scans. */
    DESKTOP,
    /** A download page of Courier's own; its address goes by mail to who scans. */
    LINK,
    /** The USB stick in the device that scans. */
    USB,
    /** The shelf of the device that scans. */
    SHELF,
    /** Printed by a device. */
    PRINTER;

    public boolean isMail() {
        return this == MAIL_TO_ME || this == MAIL_FIXED || this == MAIL_CHOSEN;
    }

    /** Whether it is a folder on a server, which can be probed and paused by itself. */
    public boolean isServer() {
        return this == SMB || this == FTP || this == SFTP || this == WEBDAV || this == CLOUD;
    }

    /** Whether it is a part of the device that scans. */
    public boolean isAtTheDevice() {
        return this == USB || this == SHELF;
    }

    /** Whether files go into folders, by rules of the destination's own. */
    public boolean hasFolderSettings() {
        return isServer() || isAtTheDevice();
    }

    /** Whether its folders can be looked into from the desk: those of a person cannot. */
    public boolean isBrowsable() {
        return isServer() && this != CLOUD;
    }

    /** Whether it goes through something that is set up apart: a mail server, a device. */
    public boolean goesThroughAnother() {
        return isMail() || this == LINK || this == PRINTER;
    }

    /** Whether the person who scans decides where it goes. */
    public boolean isPersonal() {
        return this == MAIL_TO_ME || this == LINK || this == CLOUD || this == DESKTOP;
    }
}
