package inky.courier.destination;

/** The ways out. */
public enum DestinationKind {
    /** To the mail address of the person who scans. */
    MAIL_TO_ME,
    /** To fixed mail addresses. */
    MAIL_FIXED
}
