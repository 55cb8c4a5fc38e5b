package inky.courier.core.workshop;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import inky.courier.core.Invalid;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.Barcode;
import inky.courier.core.page.PageRaster;
import inky.courier.core.text.PlainText;
import inky.courier.core.tidy.StampInk;
import java.util.Arrays;
import java.util.Map;

/** The sheet that is laid between documents: a large QR code that ends one file and names the next. */
public final class SeparatorSheet {
    private static final int LONGEST = 80;

    private SeparatorSheet() {}

    /** @param text what the next file may be named by; empty for none */
    public static PageRaster draw(String text, int dpi) {
        if (text.length() > LONGEST || !PlainText.isLine(text)) {
            throw Invalid.of("separator.text", "text");
        }
        Resolution resolution = new Resolution(dpi);
        int width = resolution.pixels(MediaSizes.A4.width());
        int height = resolution.pixels(MediaSizes.A4.height());
        byte[] samples = new byte[width * height];
        Arrays.fill(samples, (byte) 255);
        int side = width / 3;
        BitMatrix code = code(Barcode.SEPARATOR + (text.isBlank() ? "" : ": " + text.strip()), side);
        for (int y = 0; y < side; y++) {
            for (int x = 0; x < side; x++) {
                if (code.get(x, y)) {
                    samples[(height / 3 + y) * width + (width - side) / 2 + x] = 0;
                }
            }
        }
        PageRaster page = new PageRaster(width, height, 1, resolution, samples);
        String words = text.isBlank() ? "A new file begins after this sheet" : text.strip();
        return StampInk.print(page, words, StampInk.Corner.TOP_MIDDLE, StampInk.Ink.BLACK, 24);
    }

    private static BitMatrix code(String text, int side) {
        try {
            return new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            side,
                            side,
                            Map.of(
                                    EncodeHintType.ERROR_CORRECTION,
                                    ErrorCorrectionLevel.Q,
                                    EncodeHintType.CHARACTER_SET,
                                    "UTF-8"));
        } catch (WriterException e) {
            throw new IllegalStateException(e);
        }
    }
}
