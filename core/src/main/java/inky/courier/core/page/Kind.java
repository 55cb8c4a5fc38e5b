package inky.courier.core.page;

/** What lies on the glass, as told from the page itself. */
public enum Kind {
    DOCUMENT("document"),
    RECEIPT("receipt"),
    CARD("card"),
    PHOTO("photo");

    private final String words;

    Kind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
