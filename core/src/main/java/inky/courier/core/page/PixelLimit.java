package inky.courier.core.page;

import inky.courier.core.message.Message;
import java.io.IOException;

/** How large a picture may be that is opened whole: no larger than any scanner's page, nor than this machine can hold. */
public final class PixelLimit {
    /** A3 at 1200 dpi. */
    private static final int MOST_SIDE = 20_000;

    private static final long MOST_PIXELS = 150_000_000L;

    /** Three bytes a sample, decoded and as a raster, and as much again for what is done to it. */
    static final int BYTES_A_PIXEL = 12;

    private PixelLimit() {}

    /** Refused before it is opened. */
    public static final class TooLarge extends IOException {
        private final transient Message sentence;

        TooLarge(Message sentence) {
            super(sentence.toString());
            this.sentence = sentence;
        }

        public Message sentence() {
            return sentence;
        }
    }

    /** @throws IOException when a side is 0 @throws TooLarge when nobody should open it here */
    public static void check(int width, int height) throws IOException {
        check(width, height, Runtime.getRuntime().maxMemory());
    }

    static void check(int width, int height, long heap) throws IOException {
        if (width <= 0 || height <= 0) {
            throw new IOException("a picture without extent");
        }
        long pixels = (long) width * height;
        if (width > MOST_SIDE || height > MOST_SIDE || pixels > MOST_PIXELS) {
            throw tooLarge("page.larger-than-any", width, height);
        }
        if (pixels > heap / BYTES_A_PIXEL) {
            throw tooLarge("page.needs-memory", width, height);
        }
    }

    private static TooLarge tooLarge(String code, int width, int height) {
        return new TooLarge(Message.of(code).with("width", width).with("height", height));
    }
}
