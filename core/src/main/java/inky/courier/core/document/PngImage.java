package inky.courier.core.document;

import java.io.BufferedOutputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.zip.CRC32;

/** A PNG (ISO/IEC 15948) with its resolution. */
final class PngImage {
    private static final byte[] SIGNATURE = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
    private static final byte GREY = 0;
    private static final byte COLOUR = 2;

    private PngImage() {}

    static void write(DocumentPage.Lossless page, Path target) throws IOException {
        try (DataOutputStream out = new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(target)))) {
            write(page, out);
        }
    }

    private static void write(DocumentPage.Lossless page, DataOutputStream out) throws IOException {
        out.write(SIGNATURE);
        chunk(
                out,
                "IHDR",
                ByteBuffer.allocate(13)
                        .putInt(page.width())
                        .putInt(page.height())
                        .put((byte) page.bits())
                        .put(page.grey() ? GREY : COLOUR)
                        .array());
        int perMetre = (int) Math.round(page.dpi() / 0.0254);
        chunk(
                out,
                "pHYs",
                ByteBuffer.allocate(9)
                        .putInt(perMetre)
                        .putInt(perMetre)
                        .put((byte) 1)
                        .array());
        chunk(out, "IDAT", page.rows());
        chunk(out, "IEND", new byte[0]);
    }

    static byte[] of(DocumentPage.Lossless page) throws IOException {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream(page.rows().length + 100);
        write(page, new DataOutputStream(bytes));
        return bytes.toByteArray();
    }

    /** Whether bytes begin as a PNG does. */
    static boolean begins(byte[] bytes) {
        return bytes.length >= SIGNATURE.length
                && Arrays.equals(bytes, 0, SIGNATURE.length, SIGNATURE, 0, SIGNATURE.length);
    }

    private static void chunk(DataOutputStream out, String type, byte[] data) throws IOException {
        byte[] name = type.getBytes(StandardCharsets.US_ASCII);
        CRC32 sum = new CRC32();
        sum.update(name);
        sum.update(data);
        out.writeInt(data.length);
        out.write(name);
        out.write(data);
        out.writeInt((int) sum.getValue());
    }
}
