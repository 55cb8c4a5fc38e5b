package inky.courier.core.report;

/** What the rows of a report are. */
public enum ReportBy {
    DEVICE,
    /** Of the devices that stand there now. */
    PLACE,
    PERSON,
    JOB,
    /** A document that goes to several is counted at each. */
    DESTINATION,
    /** Why a document has not arrived, or not everywhere. */
    CAUSE,
    /** An hour of the week: 1 to 7 for Monday to Sunday, and 00 to 23, as {@code 1-09}. */
    HOUR
}
