package inky.courier.core.shelf;

/**
 * How full the shelf of a device is, or that of the office.
 *
 * @param documents that lie there
 * @param bytes that they have together
 */
public record ShelfRoom(int documents, long bytes) {
    /** As many documents as devices of offices keep themselves (common practice, no source). */
    public static final int MOST_DOCUMENTS = 3_000;

    public static final long MOST_BYTES = 10L << 30;

    /** From this share on somebody should make room. */
    private static final double NEARLY = 0.9;

    /** What takes no more. */
    public boolean isFull() {
        return documents >= MOST_DOCUMENTS || bytes >= MOST_BYTES;
    }

    public boolean isNearlyFull() {
        return documents >= MOST_DOCUMENTS * NEARLY || bytes >= MOST_BYTES * NEARLY;
    }

    /** Whether so much more goes in. */
    public boolean takes(int more, long moreBytes) {
        return documents + more <= MOST_DOCUMENTS && bytes + moreBytes <= MOST_BYTES;
    }
}
