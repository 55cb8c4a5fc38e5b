package inky.courier.core.fleet;

/** Who has the scans of a device. */
public enum DeviceMode {
    /** Its panel is Courier's, and what is scanned there is delivered by it. */
    THROUGH_COURIER("through-courier"),
    /** It scans by itself; Courier leaves it alone, but for how it is. */
    LOCAL_ONLY("local-only");

    private final String keyword;

    DeviceMode(String keyword) {
        this.keyword = keyword;
    }

    /** As a device keeps it. */
    public String keyword() {
        return keyword;
    }
}
