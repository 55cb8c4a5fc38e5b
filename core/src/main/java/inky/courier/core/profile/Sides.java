package inky.courier.core.profile;

/** Which sides of the paper are scanned; keywords of IPP's {@code input-sides} (PWG 5100.15). */
public enum Sides {
    ONE("one-sided", "one side"),
    TWO_LONG_EDGE("two-sided-long-edge", "both sides"),
    TWO_SHORT_EDGE("two-sided-short-edge", "both sides, turned on the short edge");

    private final String ipp;
    private final String words;

    Sides(String ipp, String words) {
        this.ipp = ipp;
        this.words = words;
    }

    public String ippKeyword() {
        return ipp;
    }

    public String words() {
        return words;
    }

    public boolean both() {
        return this != ONE;
    }
}
