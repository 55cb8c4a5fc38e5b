package inky.courier.core.transfer;

/** What happens when a file of the same name is there already. */
public enum WhenTaken {
    /** The new one gets a number. */
    NUMBER("the new one gets a number"),
    /** The new one takes the place of the old. */
    REPLACE("the new one replaces it"),
    /** The new one stays out, and somebody is told. */
    REFUSE("it is left alone, and the scan stops");

    private final String words;

    WhenTaken(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
