package inky.courier.web;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import java.util.Map;

/**
 * A QR code (ISO/IEC 18004) as the path of a drawing.
 *
 * @param size modules a side, the quiet zone of four included
 * @param path in SVG's words, one unit a module
 */
public record QrPicture(int size, String path) {
    /** Clause 7.3.7 of the standard asks for a margin of four modules. */
    private static final int QUIET_ZONE = 4;

    public static QrPicture of(String text) {
        try {
            BitMatrix modules = new QRCodeWriter()
                    .encode(
                            text,
                            BarcodeFormat.QR_CODE,
                            0,
                            0,
                            Map.of(
                                    EncodeHintType.MARGIN,
                                    QUIET_ZONE,
                                    EncodeHintType.ERROR_CORRECTION,
                                    ErrorCorrectionLevel.M,
                                    EncodeHintType.CHARACTER_SET,
                                    "UTF-8"));
            return new QrPicture(modules.getWidth(), path(modules));
        } catch (WriterException e) {
            throw new IllegalArgumentException("no QR code holds this", e);
        }
    }

    private static String path(BitMatrix modules) {
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < modules.getHeight(); y++) {
            for (int x = 0; x < modules.getWidth(); x++) {
                int from = x;
                while (x < modules.getWidth() && modules.get(x, y)) {
                    x++;
                }
                if (x > from) {
                    path.append('M')
                            .append(from)
                            .append(' ')
                            .append(y)
                            .append('h')
                            .append(x - from)
                            .append("v1h-")
                            .append(x - from)
                            .append('z');
                }
            }
        }
        return path.toString();
    }
}
