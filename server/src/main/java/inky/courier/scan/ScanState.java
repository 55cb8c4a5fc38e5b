package inky.courier.scan;

/** Where a scan stands. */
public enum ScanState {
    SCANNING,
    /** All paper of the load is in; another load may follow. */
    COMPLETE,
    /** The device stopped; the pages so far are kept, and the rest may follow as another load. */
    TROUBLE,
    CANCELLED
}
