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
    /** The folder that belongs to the person who scans. */
    DESKTOP,
    /** A download page of Courier's own; its address goes by mail to who scans. */
    LINK;

    public boolean isMail() {
        return this == MAIL_TO_ME || this == MAIL_FIXED;
    }

    /** Whether its settings are a folder on a server. */
    public boolean isFolder() {
        return this == SMB || this == FTP || this == SFTP || this == WEBDAV;
    }

    /** Whether it goes through a mail server, which is set up apart. */
    public boolean goesThroughAnother() {
        return isMail() || this == LINK;
    }
}
