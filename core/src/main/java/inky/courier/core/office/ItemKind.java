package inky.courier.core.office;

/** What the set-up is made of, in the order in which items are put in: each after what it may need. */
public enum ItemKind {
    SETTINGS("settings"),
    DEVICE("device"),
    FIRMWARE("firmware"),
    SHELF_FOLDER("shelf folder"),
    MAIL_SERVER("mail server"),
    DIRECTORY("directory"),
    DESTINATION("destination"),
    PROFILE("scan profile"),
    NAME("file-name template"),
    JOB("job"),
    INBOX("inbox"),
    PANEL_PLAN("panel plan"),
    PANEL("panel"),
    /** No item of the set-up, but needed by some. */
    PERSON("person");

    private final String words;

    ItemKind(String words) {
        this.words = words;
    }

    /** What a person calls one of them. */
    public String words() {
        return words;
    }
}
