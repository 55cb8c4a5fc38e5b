package inky.courier.core.sizing;

import inky.courier.core.message.Message;

/** Sizes in the units that mail servers count in: 1 KB is 1024 bytes, 1 MB is 1024 KB, 1 GB is 1024 MB. */
public final class Bytes {
    public static final long KB = 1024;
    public static final long MB = 1024 * KB;
    public static final long GB = 1024 * MB;

    private Bytes() {}

    /** "740 KB" or "10.4 MB", in English, for logs and the dialogues of probes. */
    public static String words(long bytes) {
        return said(bytes).toString();
    }

    public static Message said(long bytes) {
        if (bytes < KB) {
            return Message.of("size.bytes").with("n", bytes);
        }
        if (bytes < MB) {
            return Message.of("size.kb").with("n", Math.round((double) bytes / KB));
        }
        return bytes < GB
                ? Message.of("size.mb").with("n", (double) bytes / MB)
                : Message.of("size.gb").with("n", (double) bytes / GB);
    }
}
