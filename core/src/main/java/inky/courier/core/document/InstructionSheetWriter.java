package inky.courier.core.document;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.EncodeHintType;
import com.google.zxing.WriterException;
import com.google.zxing.common.BitMatrix;
import com.google.zxing.qrcode.QRCodeWriter;
import com.google.zxing.qrcode.decoder.ErrorCorrectionLevel;
import inky.courier.core.message.Message;
import inky.courier.core.sheet.InstructionSheet;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.format.DateTimeFormatter;
import java.time.format.FormatStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.graphics.state.RenderingMode;

/** Draws instruction sheets as a PDF, to be printed: black on white, each device on a page of its own or more. Lengths are points. */
public final class InstructionSheetWriter {
    private static final float MARGIN = 48;
    private static final float GAP = 24;
    private static final float CODE = 104;
    private static final float NUMBER = 26;
    private static final float LINE = 1.28f;
    private static final float HEAVY = 0.035f;

    /** Of a sheet with more jobs they stand in two columns. */
    private static final int IN_ONE_COLUMN = 8;

    /** A reader needs so many light modules around the code: ISO/IEC 18004. */
    private static final int QUIET = 4;

    /** Paper that it is printed on. */
    public enum Paper {
        A4(PDRectangle.A4),
        LETTER(PDRectangle.LETTER);

        private final PDRectangle size;

        Paper(PDRectangle size) {
            this.size = size;
        }
    }

    private final PDDocument document = new PDDocument();
    private final PDFont font = TextFont.in(document);
    private final PDRectangle size;
    private PDPageContentStream page;
    private float y;

    private InstructionSheetWriter(Paper paper) throws IOException {
        size = paper.size;
        page = added(document, size);
        y = size.getHeight() - MARGIN;
    }

    private static PDPageContentStream added(PDDocument document, PDRectangle size) throws IOException {
        PDPage next = new PDPage(size);
        document.addPage(next);
        return new PDPageContentStream(document, next);
    }

    /** @param sheets at least one */
    public static byte[] write(List<InstructionSheet> sheets, Paper paper) throws IOException {
        InstructionSheetWriter writer = new InstructionSheetWriter(paper);
        try (PDDocument document = writer.document) {
            document.getDocumentInformation().setTitle("Instruction sheets");
            for (int i = 0; i < sheets.size(); i++) {
                if (i > 0) {
                    writer.turn();
                }
                writer.draw(sheets.get(i));
            }
            writer.page.close();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    private float right() {
        return size.getWidth() - MARGIN;
    }

    private void draw(InstructionSheet sheet) throws IOException {
        head(sheet);
        section(sheet, "sheet.sign-in");
        for (Message sentence : sheet.signIn()) {
            paragraph(sentence.in(sheet.language()), MARGIN, right() - MARGIN, 12);
        }
        section(sheet, "sheet.jobs");
        if (sheet.jobs().isEmpty()) {
            paragraph(words(sheet, "sheet.no-jobs"), MARGIN, right() - MARGIN, 12);
        }
        jobs(sheet);
        stops(sheet);
    }

    private void turn() throws IOException {
        page.close();
        page = added(document, size);
        y = size.getHeight() - MARGIN;
    }

    private static String words(InstructionSheet sheet, String code) {
        return Message.of(code).in(sheet.language());
    }

    private void head(InstructionSheet sheet) throws IOException {
        boolean hasCode = !sheet.panel().isEmpty();
        float width = right() - MARGIN - (hasCode ? CODE + GAP : 0);
        float top = y;
        paragraph(sheet.office(), MARGIN, width, 11);
        heading(sheet.device(), width, 30);
        String where = List.of(sheet.place(), sheet.address()).stream()
                .filter(text -> !text.isEmpty())
                .collect(Collectors.joining(", "));
        if (!where.isEmpty()) {
            paragraph(where, MARGIN, width, 13);
        }
        if (hasCode) {
            code(sheet.panel(), right() - CODE, top - CODE);
            float below = y;
            y = top - CODE;
            paragraph(words(sheet, "sheet.code"), right() - CODE, CODE, 8.5f);
            y = Math.min(y, below);
        }
        y -= 6;
    }

    private void section(InstructionSheet sheet, String code) throws IOException {
        if (y < MARGIN + 70) {
            turn();
        }
        y -= 10;
        page.setLineWidth(1.6f);
        page.moveTo(MARGIN, y);
        page.lineTo(right(), y);
        page.stroke();
        y -= 4;
        heading(words(sheet, code), right() - MARGIN, 15);
        y -= 4;
    }

    /** In columns that are filled one after the other; what does not fit stands on the next page. */
    private void jobs(InstructionSheet sheet) throws IOException {
        int columns = sheet.jobs().size() > IN_ONE_COLUMN ? 2 : 1;
        float width = (right() - MARGIN - (columns - 1) * GAP) / columns;
        List<InstructionSheet.Job> left = new ArrayList<>(sheet.jobs());
        int number = 1;
        while (!left.isEmpty()) {
            float top = y;
            float lowest = y;
            int inColumn = (left.size() + columns - 1) / columns;
            for (int column = 0; column < columns && !left.isEmpty(); column++) {
                y = top;
                float x = MARGIN + column * (width + GAP);
                for (int n = 0; n < inColumn && !left.isEmpty() && fits(sheet, left.get(0), width, top); n++) {
                    job(sheet, left.remove(0), number++, x, width);
                }
                lowest = Math.min(lowest, y);
            }
            y = lowest;
            if (!left.isEmpty()) {
                turn();
            }
        }
    }

    private boolean fits(InstructionSheet sheet, InstructionSheet.Job job, float width, float top) throws IOException {
        float rest = width - NUMBER;
        int lines = lines(job.name(), rest, 13).size() * 13
                + lines(job.does().in(sheet.language()), rest, 10.5f).size() * 11
                + lines(goesTo(sheet, job), rest, 10.5f).size() * 11;
        // Alone on a page it has to do.
        return y - lines * LINE - 9 > MARGIN || y == top && top > size.getHeight() - MARGIN - 1;
    }

    private static String goesTo(InstructionSheet sheet, InstructionSheet.Job job) {
        if (job.to().isEmpty()) {
            return words(sheet, "sheet.goes-to-chosen");
        }
        String where = job.to().stream().map(to -> to.in(sheet.language())).collect(Collectors.joining(", "));
        return Message.of("sheet.goes-to").with("where", where).in(sheet.language());
    }

    private void job(InstructionSheet sheet, InstructionSheet.Job job, int number, float x, float width)
            throws IOException {
        float top = y;
        float rest = width - NUMBER;
        bold(String.valueOf(number), x, y - 13, 13);
        y = top;
        for (String line : lines(job.name(), rest, 13)) {
            y -= 13 * LINE;
            bold(line, x + NUMBER, y + 3, 13);
        }
        paragraph(job.does().in(sheet.language()), x + NUMBER, rest, 10.5f);
        paragraph(goesTo(sheet, job), x + NUMBER, rest, 10.5f);
        y -= 7;
    }

    private void stops(InstructionSheet sheet) throws IOException {
        List<String> steps = List.of(
                words(sheet, "sheet.stops.read"), words(sheet, "sheet.stops.clear"), words(sheet, "sheet.stops.go-on"));
        float width = right() - MARGIN - NUMBER;
        int lines = 0;
        for (String step : steps) {
            lines += lines(step, width, 12).size();
        }
        // With its heading above, and the help desk and the day below
        if (y - lines * 12 * LINE - 76 < MARGIN) {
            turn();
        }
        section(sheet, "sheet.stops");
        for (int i = 0; i < steps.size(); i++) {
            bold(String.valueOf(i + 1), MARGIN, y - 12, 12);
            paragraph(steps.get(i), MARGIN + NUMBER, width, 12);
        }
        String help = sheet.help().in(sheet.language());
        if (!help.isEmpty()) {
            y -= 6;
            heading(help, right() - MARGIN, 13);
        }
        // As the day is written everywhere in Courier: the month by its name, after the day.
        Locale written = sheet.language().getLanguage().equals("en") ? Locale.UK : sheet.language();
        String day = sheet.made()
                .format(DateTimeFormatter.ofLocalizedDate(FormatStyle.LONG).withLocale(written));
        paragraph(Message.of("sheet.made").with("day", day).in(sheet.language()), MARGIN, right() - MARGIN, 8.5f);
    }

    private void code(String address, float x, float bottom) throws IOException {
        BitMatrix code;
        try {
            code = new QRCodeWriter()
                    .encode(
                            address,
                            BarcodeFormat.QR_CODE,
                            1,
                            1,
                            Map.of(
                                    EncodeHintType.ERROR_CORRECTION,
                                    ErrorCorrectionLevel.M,
                                    EncodeHintType.CHARACTER_SET,
                                    "UTF-8",
                                    EncodeHintType.MARGIN,
                                    QUIET));
        } catch (WriterException e) {
            throw new IOException(e);
        }
        float module = CODE / code.getWidth();
        for (int row = 0; row < code.getHeight(); row++) {
            for (int column = 0; column < code.getWidth(); column++) {
                if (code.get(column, row)) {
                    page.addRect(x + column * module, bottom + CODE - (row + 1) * module, module, module);
                }
            }
        }
        page.fill();
    }

    private void heading(String text, float width, float points) throws IOException {
        for (String line : lines(text, width, points)) {
            y -= points * LINE;
            bold(line, MARGIN, y + points * 0.2f, points);
        }
    }

    private void paragraph(String text, float x, float width, float points) throws IOException {
        for (String line : lines(text, width, points)) {
            y -= points * LINE;
            show(line, x, y + points * 0.2f, points, RenderingMode.FILL);
        }
    }

    /** The font has one weight: drawn with a line around each letter it is a heavier one. */
    private void bold(String text, float x, float baseline, float points) throws IOException {
        page.setLineWidth(points * HEAVY);
        show(TextFont.encodable(font, text), x, baseline, points, RenderingMode.FILL_STROKE);
    }

    private void show(String text, float x, float baseline, float points, RenderingMode mode) throws IOException {
        page.beginText();
        page.setFont(font, points);
        page.setRenderingMode(mode);
        page.newLineAtOffset(x, baseline);
        page.showText(text);
        page.endText();
    }

    /** Words in lines of this width; a word that is longer is cut. */
    private List<String> lines(String text, float width, float points) throws IOException {
        List<String> lines = new ArrayList<>();
        StringBuilder line = new StringBuilder();
        for (String word : TextFont.encodable(font, text.strip()).split("\\s+")) {
            String rest = word;
            while (!rest.isEmpty()) {
                String together = line.isEmpty() ? rest : line + " " + rest;
                if (widthOf(together, points) <= width) {
                    line = new StringBuilder(together);
                    rest = "";
                } else if (!line.isEmpty()) {
                    lines.add(line.toString());
                    line.setLength(0);
                } else {
                    int fitting = fitting(rest, width, points);
                    lines.add(rest.substring(0, fitting));
                    rest = rest.substring(fitting);
                }
            }
        }
        if (!line.isEmpty()) {
            lines.add(line.toString());
        }
        return lines;
    }

    /** How many characters of a word go into a line: one at least. */
    private int fitting(String word, float width, float points) throws IOException {
        int end = word.offsetByCodePoints(0, 1);
        while (end < word.length()) {
            int next = word.offsetByCodePoints(end, 1);
            if (widthOf(word.substring(0, next), points) > width) {
                break;
            }
            end = next;
        }
        return end;
    }

    private float widthOf(String text, float points) throws IOException {
        return font.getStringWidth(text) * points / 1000;
    }
}
