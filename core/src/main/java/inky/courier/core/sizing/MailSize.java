package inky.courier.core.sizing;

/** What an attachment weighs as a mail: base64 in lines of 76 characters, each ended by CR LF (RFC 2045 section 6.8). */
public final class MailSize {
    private static final int LINE = 76;
    private static final int BYTES_PER_LINE = LINE / 4 * 3;

    private MailSize() {}

    /**
     * Exact bytes of a body of so many bytes in base64, line ends included.
     *
     * @param bytes 0 or more
     */
    public static long base64(long bytes) {
        if (bytes < 0) {
            throw new IllegalArgumentException("negative size");
        }
        long characters = (bytes + 2) / 3 * 4;
        long lineEnds = (bytes + BYTES_PER_LINE - 1) / BYTES_PER_LINE;
        return characters + 2 * lineEnds;
    }

    /** The largest attachment whose base64 fits so many bytes, with room for head and text. */
    public static long largestAttachment(long limit, long headAndText) {
        long room = Math.max(0, limit - headAndText);
        long lines = room / (LINE + 2);
        long rest = Math.max(0, room % (LINE + 2) - 2);
        return lines * BYTES_PER_LINE + rest / 4 * 3;
    }
}
