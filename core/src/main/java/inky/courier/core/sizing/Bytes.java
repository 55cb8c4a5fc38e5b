package inky.courier.core.sizing;

import java.util.Locale;

/** Sizes in the units that mail servers count in: 1 KB is 1024 bytes, 1 MB is 1024 KB. */
public final class Bytes {
    public static final long KB = 1024;
    public static final long MB = 1024 * KB;

    private Bytes() {}

    /** "740 KB" or "10.4 MB". */
    public static String words(long bytes) {
        if (bytes < KB) {
            return bytes + " bytes";
        }
        return bytes < MB
                ? Math.round((double) bytes / KB) + " KB"
                : String.format(Locale.ROOT, "%.1f MB", (double) bytes / MB);
    }
}
