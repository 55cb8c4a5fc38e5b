package inky.courier.core.access;

/** What somebody at the desk may be allowed to do. */
public enum Right {
    /** Sees deliveries, devices and what needs attention; not what was scanned. */
    READ_DELIVERIES,
    /** Tries deliveries again, holds, releases and stops them, asks devices anew. */
    ACT_ON_DELIVERIES,
    /** Opens pages and files of other people; each time is recorded. */
    OPEN_PAGES,
    /** Sees the set-up, without secrets. */
    READ_SETUP,
    /** Changes the set-up, its secrets and the people. */
    CHANGE_SETUP,
    /** Reads who changed what and who signed in. */
    READ_LOGS,
    /** Answers calls for help from panels, and sees the panel where whoever calls allows it. */
    HELP_AT_PANELS,
    /** Ends pauses after wrong attempts. */
    UNLOCK,
    /** Invites others to the desk, changes their roles and takes them away. */
    MANAGE_ACCOUNTS
}
