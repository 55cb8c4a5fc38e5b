package inky.courier.core.intake;

import java.io.EOFException;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The formats in which devices send scans as files: told by their names, by their first bytes, and whole by their last. */
public enum ScanFormat {
    PDF("pdf"),
    TIFF("tif", "tiff"),
    JPEG("jpg", "jpeg"),
    PNG("png");

    /** Within which readers look for a header or an end (ISO 32000-1, Annex H.3.4). */
    private static final int MARGIN = 1024;

    private static final byte[] PDF_HEADER = latin("%PDF-");
    private static final byte[] PDF_END = latin("%%EOF");
    private static final byte[] PNG_HEADER = {(byte) 0x89, 'P', 'N', 'G'};
    private static final byte[] PNG_END = latin("IEND");
    private static final byte[] JPEG_HEADER = {(byte) 0xff, (byte) 0xd8, (byte) 0xff};
    private static final byte[] JPEG_END = {(byte) 0xff, (byte) 0xd9};

    private final List<String> endings;

    ScanFormat(String... endings) {
        this.endings = List.of(endings);
    }

    /** By the ending of a file's name; empty for any other, and for hidden files, as transfers under way have them. */
    public static Optional<ScanFormat> named(String name) {
        String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        return Arrays.stream(values())
                .filter(format -> name.lastIndexOf('.') > 0 && !name.startsWith(".") && format.endings.contains(ending))
                .findFirst();
    }

    /** By its first bytes. */
    public static Optional<ScanFormat> of(Path file) throws IOException {
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            byte[] head = part(in, 0, MARGIN);
            if (begins(head, JPEG_HEADER)) {
                return Optional.of(JPEG);
            }
            if (begins(head, PNG_HEADER)) {
                return Optional.of(PNG);
            }
            if (begins(head, latin("II")) && isTiff(head) || begins(head, latin("MM")) && isTiff(head)) {
                return Optional.of(TIFF);
            }
            return holds(head, PDF_HEADER) ? Optional.of(PDF) : Optional.empty();
        }
    }

    /**
     * Whether it ends as its format does. Where a line breaks, what came so far may look like a shorter file: FTP tells the end of a file by
     * the end of its connection (RFC 959, section 3.4.1), and a folder by nothing at all.
     */
    public boolean isWhole(Path file) throws IOException {
        try (RandomAccessFile in = new RandomAccessFile(file.toFile(), "r")) {
            byte[] tail = part(in, Math.max(0, in.length() - MARGIN), MARGIN);
            return switch (this) {
                // ISO 32000-1, 7.5.5
                case PDF -> holds(tail, PDF_END);
                // ISO/IEC 10918-1, B.1.1.3; within what is coded no FF stands before D9 (B.1.1.5)
                case JPEG -> holds(tail, JPEG_END);
                // ISO/IEC 15948, 11.2.5
                case PNG -> holds(tail, PNG_END);
                case TIFF -> isWholeTiff(in);
            };
        }
    }

    private static boolean isTiff(byte[] head) {
        return head.length >= 8 && (order(head) == ByteOrder.BIG_ENDIAN ? head[3] : head[2]) == 42;
    }

    private static ByteOrder order(byte[] head) {
        return head[0] == 'M' ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN;
    }

    /** Whether all that its pages point to is there (TIFF 6.0, section 2; tags StripOffsets and StripByteCounts, TileOffsets and TileByteCounts). */
    private static boolean isWholeTiff(RandomAccessFile in) throws IOException {
        byte[] head = part(in, 0, 8);
        try {
            TiffEnds ends = new TiffEnds(in, order(head));
            return head.length == 8
                    && ends.last(ByteBuffer.wrap(head).order(order(head)).getInt(4)) <= in.length();
        } catch (EOFException e) {
            return false;
        }
    }

    /** How far a TIFF reaches. */
    private record TiffEnds(RandomAccessFile in, ByteOrder order) {
        private static final int MOST_PAGES = 10_000;
        private static final int MOST_STRIPS = 1_000_000;

        long last(int first) throws IOException {
            long end = 0;
            long at = first & 0xffffffffL;
            for (int page = 0; at != 0 && page < MOST_PAGES; page++) {
                int entries = buffer(at, 2).getShort(0) & 0xffff;
                ByteBuffer all = buffer(at + 2, entries * 12 + 4);
                end = Math.max(end, parts(all, entries, 273, 279));
                end = Math.max(end, parts(all, entries, 324, 325));
                at = all.getInt(entries * 12) & 0xffffffffL;
            }
            return end;
        }

        private long parts(ByteBuffer all, int entries, int offsets, int counts) throws IOException {
            long[] from = values(all, entries, offsets);
            long[] bytes = values(all, entries, counts);
            long end = 0;
            for (int i = 0; i < Math.min(from.length, bytes.length); i++) {
                end = Math.max(end, from[i] + bytes[i]);
            }
            return end;
        }

        /** Of a tag of this page; none where it has no such tag. */
        private long[] values(ByteBuffer all, int entries, int tag) throws IOException {
            for (int i = 0; i < entries; i++) {
                int at = i * 12;
                if ((all.getShort(at) & 0xffff) == tag) {
                    int size = all.getShort(at + 2) == 3 ? 2 : 4;
                    int count = Math.min(all.getInt(at + 4) & 0x7fffffff, MOST_STRIPS);
                    boolean isHere = count * size <= 4;
                    ByteBuffer of = isHere
                            ? all.slice(at + 8, 4).order(order)
                            : buffer(all.getInt(at + 8) & 0xffffffffL, count * size);
                    long[] values = new long[count];
                    for (int v = 0; v < count; v++) {
                        values[v] = size == 2 ? of.getShort(v * 2) & 0xffff : of.getInt(v * 4) & 0xffffffffL;
                    }
                    return values;
                }
            }
            return new long[0];
        }

        private ByteBuffer buffer(long at, int bytes) throws IOException {
            if (at + bytes > in.length()) {
                throw new EOFException();
            }
            return ByteBuffer.wrap(part(in, at, bytes)).order(order);
        }
    }

    private static byte[] part(RandomAccessFile in, long from, int most) throws IOException {
        byte[] part = new byte[(int) Math.min(most, Math.max(0, in.length() - from))];
        in.seek(from);
        in.readFully(part);
        return part;
    }

    private static byte[] latin(String text) {
        return text.getBytes(StandardCharsets.ISO_8859_1);
    }

    private static boolean begins(byte[] all, byte[] with) {
        return all.length >= with.length && Arrays.equals(all, 0, with.length, with, 0, with.length);
    }

    private static boolean holds(byte[] all, byte[] what) {
        for (int i = 0; i + what.length <= all.length; i++) {
            if (Arrays.equals(all, i, i + what.length, what, 0, what.length)) {
                return true;
            }
        }
        return false;
    }
}
