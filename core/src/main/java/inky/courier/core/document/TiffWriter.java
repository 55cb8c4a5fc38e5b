package inky.courier.core.document;

import inky.courier.core.reading.PageWords;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;

/**
 * A TIFF (revision 6.0) of many pages. Pages are one strip each: black and white by ITU-T T.6, colour and grey as JPEG
 * (TIFF Technical Note 2) or without loss by Deflate with the horizontal predictor (section 14).
 */
public final class TiffWriter implements FileWriter {
    private static final int SHORT = 3;
    private static final int LONG = 4;
    private static final int RATIONAL = 5;
    private static final int ASCII = 2;

    private final RandomAccessFile file;
    private final List<Long> directories = new ArrayList<>();
    private final Path target;
    private final Map<Integer, Long> textEntries = new HashMap<>();

    /** Where the offset of the next directory is to be written. */
    private long link = 4;

    public TiffWriter(Path target) throws IOException {
        this.target = target;
        this.file = new RandomAccessFile(target.toFile(), "rw");
        file.setLength(0);
        file.write(new byte[] {'I', 'I', 42, 0, 0, 0, 0, 0});
    }

    @Override
    public void add(DocumentPage page, PageWords words) throws IOException {
        if (page instanceof DocumentPage.Fax fax) {
            strip(
                    page,
                    fax.coded(),
                    List.of(
                            new Field(258, SHORT, 1),
                            new Field(259, SHORT, 4),
                            new Field(262, SHORT, 0),
                            new Field(277, SHORT, 1)));
        } else if (page instanceof DocumentPage.Jpeg jpeg) {
            List<Field> fields = new ArrayList<>(List.of(
                    jpeg.grey() ? new Field(258, SHORT, 8) : new Field(258, SHORT, 8, 8, 8),
                    new Field(259, SHORT, 7),
                    new Field(262, SHORT, jpeg.grey() ? 1 : 6),
                    new Field(277, SHORT, jpeg.grey() ? 1 : 3)));
            if (!jpeg.grey()) {
                int[] sampling = JpegPages.sampling(jpeg.jpeg());
                fields.add(new Field(530, SHORT, sampling[0], sampling[1]));
            }
            strip(page, jpeg.jpeg(), fields);
        } else if (page instanceof DocumentPage.Lossless plain) {
            strip(
                    page,
                    plain.rows(),
                    List.of(
                            plain.grey() ? new Field(258, SHORT, 8) : new Field(258, SHORT, 8, 8, 8),
                            new Field(259, SHORT, 8),
                            new Field(262, SHORT, plain.grey() ? 1 : 2),
                            new Field(277, SHORT, plain.grey() ? 1 : 3),
                            new Field(317, SHORT, 2)));
        } else {
            throw new IllegalArgumentException("layers belong into a PDF");
        }
    }

    /** Page numbers (tag 297) need the total, which is known only now, so they are put in place at the end. */
    @Override
    public void finish(Description description) throws IOException {
        for (int i = 0; i < directories.size(); i++) {
            file.seek(directories.get(i));
            file.write(little(4)
                    .putShort((short) i)
                    .putShort((short) directories.size())
                    .array());
        }
        if (!directories.isEmpty()) {
            describe(description);
        }
        file.close();
    }

    @Override
    public void close() throws IOException {
        file.close();
    }

    /** One entry of a directory. */
    private record Field(int tag, int type, long... values) {}

    /** Title, producer, date and author of the first page are known only now; their entries point to the file's end. */
    private void describe(Description d) throws IOException {
        String date = DateTimeFormatter.ofPattern("yyyy:MM:dd HH:mm:ss", Locale.ROOT)
                .format(d.created().atZone(d.zone()));
        text(270, d.title());
        text(305, Description.PRODUCER);
        text(306, date);
        text(315, d.author());
    }

    private void text(int tag, String text) throws IOException {
        byte[] bytes = (text + "\0").getBytes(StandardCharsets.UTF_8);
        long at = padded();
        // Longer than the four bytes that an entry holds by itself.
        byte[] value = bytes.length > 4 ? bytes : java.util.Arrays.copyOf(bytes, 5);
        file.write(value);
        file.seek(Objects.requireNonNull(textEntries.get(tag)) + 4);
        file.write(little(8).putInt(value.length).putInt((int) at).array());
    }

    private void strip(DocumentPage page, byte[] coded, List<Field> coding) throws IOException {
        long data = padded();
        file.write(coded);
        List<Field> fields = new ArrayList<>(coding);
        fields.add(new Field(254, LONG, 2));
        fields.add(new Field(256, LONG, page.width()));
        fields.add(new Field(257, LONG, page.height()));
        fields.add(new Field(273, LONG, data));
        fields.add(new Field(278, LONG, page.height()));
        fields.add(new Field(279, LONG, coded.length));
        fields.add(new Field(282, RATIONAL, page.dpi(), 1));
        fields.add(new Field(283, RATIONAL, page.dpi(), 1));
        fields.add(new Field(296, SHORT, 2));
        fields.add(new Field(297, SHORT, 0, 0));
        if (directories.isEmpty()) {
            for (int tag : new int[] {270, 305, 306, 315}) {
                fields.add(new Field(tag, ASCII, 0));
            }
        }
        fields.sort(java.util.Comparator.comparingInt(Field::tag));
        directory(fields);
    }

    private void directory(List<Field> fields) throws IOException {
        long start = padded();
        long extras = start + 2 + 12L * fields.size() + 4;
        ByteBuffer entries = little(2 + 12 * fields.size() + 4);
        ByteArrayOutputStream extra = new ByteArrayOutputStream();
        entries.putShort((short) fields.size());
        for (Field field : fields) {
            if (field.tag == 297) {
                directories.add(start + entries.position() + 8);
            }
            if (field.type == ASCII) {
                textEntries.put(field.tag, start + entries.position());
            }
            entries.putShort((short) field.tag).putShort((short) field.type);
            int count = field.type == RATIONAL ? field.values.length / 2 : field.values.length;
            entries.putInt(count);
            byte[] value = bytes(field);
            if (value.length <= 4) {
                entries.put(value).put(new byte[4 - value.length]);
            } else {
                entries.putInt((int) (extras + extra.size()));
                extra.writeBytes(value);
            }
        }
        entries.putInt(0);
        file.write(entries.array());
        file.write(extra.toByteArray());
        file.seek(link);
        file.write(little(4).putInt((int) start).array());
        link = start + 2 + 12L * fields.size();
    }

    private static byte[] bytes(Field field) {
        ByteBuffer bytes = little(field.values.length * (field.type == SHORT ? 2 : 4));
        for (long value : field.values) {
            if (field.type == SHORT) {
                bytes.putShort((short) value);
            } else {
                bytes.putInt((int) value);
            }
        }
        return bytes.array();
    }

    /** The end of the file, on an even offset as TIFF wants it. */
    private long padded() throws IOException {
        long end = file.length();
        file.seek(end);
        if (end % 2 == 1) {
            file.write(0);
            end++;
        }
        if (end > 0xffff_0000L) {
            throw new IOException(target.getFileName() + " would be larger than the 4 GB that a TIFF can be");
        }
        return end;
    }

    private static ByteBuffer little(int size) {
        return ByteBuffer.allocate(size).order(ByteOrder.LITTLE_ENDIAN);
    }
}
