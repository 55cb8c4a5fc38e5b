package inky.courier.core.document;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import org.apache.pdfbox.cos.COSDictionary;
import org.apache.pdfbox.cos.COSName;
import org.apache.pdfbox.filter.FilterFactory;

/** Coding of black and white by ITU-T T.6, two-dimensional without loss. */
public final class Fax {
    private Fax() {}

    /** @param packed rows padded to whole bytes, 1 for paper */
    public static byte[] code(byte[] packed, int width, int height) {
        COSDictionary parameters = parameters(width, height);
        COSDictionary stream = new COSDictionary();
        stream.setItem(COSName.DECODE_PARMS, parameters);
        stream.setInt(COSName.COLUMNS, width);
        stream.setInt(COSName.ROWS, height);
        byte[] ink = new byte[packed.length];
        for (int i = 0; i < ink.length; i++) {
            // The coder takes 1 for black, as T.6 does.
            ink[i] = (byte) ~packed[i];
        }
        ByteArrayOutputStream coded = new ByteArrayOutputStream(packed.length / 8 + 64);
        try {
            FilterFactory.INSTANCE
                    .getFilter(COSName.CCITTFAX_DECODE)
                    .encode(new ByteArrayInputStream(ink), coded, stream, 0);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return coded.toByteArray();
    }

    /** The decode parameters of ISO 32000-1, table 11. */
    static COSDictionary parameters(int width, int height) {
        COSDictionary parameters = new COSDictionary();
        parameters.setInt(COSName.K, -1);
        parameters.setInt(COSName.COLUMNS, width);
        parameters.setInt(COSName.ROWS, height);
        return parameters;
    }
}
