package inky.courier.core.job;

/** What becomes of a scan that is larger than the mail server takes. */
public enum WhenTooLarge {
    /** It stops, with advice. */
    REFUSE,
    /** It is made again with the setting that costs least and fits. */
    SMALLER,
    /** Its files go in several mails. */
    SEVERAL,
    /** The address of a download page goes instead. */
    LINK
}
