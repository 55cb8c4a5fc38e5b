package inky.courier.core.document;

import inky.courier.core.report.PrintedReport;
import inky.courier.core.report.ReportBar;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.PDPage;
import org.apache.pdfbox.pdmodel.PDPageContentStream;
import org.apache.pdfbox.pdmodel.common.PDRectangle;
import org.apache.pdfbox.pdmodel.font.PDFont;

/** Puts a report on A4, in shades of grey that any printer has: its figures, a picture, and the table on as many pages as it needs. Lengths are points. */
public final class ReportWriter {
    private static final float MARGIN = 48;
    private static final float ROW = 16;
    private static final float TEXT = 9;
    private static final float CHART = 120;
    /** Of a row at most, for all figures together. */
    private static final float FIGURES = 0.75f;

    private static final float CELL = 8;
    private static final float GAP = 6;

    private static final float ARRIVED = 0.45f;
    private static final float FAILED = 0;
    private static final float OPEN = 0.8f;

    private final PDDocument document = new PDDocument();
    private final PDFont font = TextFont.in(document);
    private final PDRectangle size = PDRectangle.A4;
    private PDPageContentStream page;
    private float y;
    private int pages;
    private float[] widths = {};

    private ReportWriter() throws IOException {
        page = added();
    }

    /** @param reports one or more; each begins on a page of its own */
    public static byte[] write(List<PrintedReport> reports) throws IOException {
        ReportWriter writer = new ReportWriter();
        try (PDDocument document = writer.document) {
            PrintedReport first = reports.get(0);
            document.getDocumentInformation().setTitle(first.title() + ", " + first.span());
            document.getDocumentInformation().setAuthor(first.office());
            writer.draw(first);
            for (PrintedReport other : reports.subList(1, reports.size())) {
                writer.page.close();
                writer.page = writer.added();
                writer.draw(other);
            }
            writer.page.close();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            document.save(out);
            return out.toByteArray();
        }
    }

    private PDPageContentStream added() throws IOException {
        PDPage next = new PDPage(size);
        document.addPage(next);
        pages++;
        y = size.getHeight() - MARGIN;
        return new PDPageContentStream(document, next);
    }

    private float right() {
        return size.getWidth() - MARGIN;
    }

    private void draw(PrintedReport report) throws IOException {
        line(report.office(), TEXT);
        line(report.title(), 20);
        line(report.span(), 11);
        y -= 4;
        for (String sentence : report.sums()) {
            line(sentence, 10);
        }
        if (!report.bars().isEmpty()) {
            chart(report);
        }
        y -= 12;
        widths = widths(report);
        head(report);
        for (List<String> row : report.rows()) {
            if (y - ROW < MARGIN + ROW) {
                foot();
                page.close();
                page = added();
                head(report);
            }
            row(row);
        }
        foot();
    }

    private void foot() throws IOException {
        show(String.valueOf(pages), right() - widthOf(String.valueOf(pages), TEXT), MARGIN - ROW, TEXT);
    }

    private void line(String text, float points) throws IOException {
        if (!text.isEmpty()) {
            y -= points * 1.3f;
            show(cut(text, right() - MARGIN, points), MARGIN, y, points);
        }
    }

    private void chart(PrintedReport report) throws IOException {
        y -= 10;
        line(report.chart(), TEXT);
        key();
        float bottom = y - CHART - 8;
        float width = (right() - MARGIN) / report.bars().size();
        float unit = CHART / report.highest();
        for (int n = 0; n < report.bars().size(); n++) {
            ReportBar bar = report.bars().get(n);
            float x = MARGIN + n * width;
            float at = bottom;
            at = part(x, at, width, bar.arrived() * unit, ARRIVED);
            at = part(x, at, width, bar.failed() * unit, FAILED);
            part(x, at, width, bar.open() * unit, OPEN);
        }
        page.setNonStrokingColor(0f);
        page.setLineWidth(0.8f);
        page.moveTo(MARGIN, bottom);
        page.lineTo(right(), bottom);
        page.stroke();
        labels(report, bottom - TEXT - 2, width);
        String most = String.valueOf(report.highest());
        show(most, right() - widthOf(most, TEXT), bottom + CHART + 2, TEXT);
        y = bottom - TEXT - 10;
    }

    private float part(float x, float from, float width, float height, float grey) throws IOException {
        if (height > 0) {
            page.setNonStrokingColor(grey);
            page.addRect(x + width * 0.1f, from, width * 0.8f, height);
            page.fill();
        }
        return from + height;
    }

    /** As many as there is room for. */
    private void labels(PrintedReport report, float baseline, float width) throws IOException {
        float free = MARGIN;
        for (int n = 0; n < report.bars().size(); n++) {
            String label = report.bars().get(n).label();
            float x = MARGIN + n * width;
            float end = x + widthOf(label, TEXT);
            if (x >= free && end <= right()) {
                show(label, x, baseline, TEXT);
                free = end + 2 * GAP;
            }
        }
    }

    private void key() throws IOException {
        float x = MARGIN;
        y -= TEXT * 1.4f;
        x = key(x, "arrived", ARRIVED);
        x = key(x, "failed", FAILED);
        key(x, "not yet", OPEN);
    }

    private float key(float x, String words, float grey) throws IOException {
        page.setNonStrokingColor(grey);
        page.addRect(x, y, TEXT - 2, TEXT - 2);
        page.fill();
        page.setNonStrokingColor(0f);
        show(words, x + TEXT + 2, y, TEXT);
        return x + TEXT + 2 + widthOf(words, TEXT) + 2 * GAP;
    }

    private void head(PrintedReport report) throws IOException {
        row(report.head());
        page.setLineWidth(1.2f);
        page.moveTo(MARGIN, y - 4);
        page.lineTo(right(), y - 4);
        page.stroke();
        y -= 4;
    }

    /** Each column is as wide as its widest text; names have what is left. */
    private float[] widths(PrintedReport report) throws IOException {
        float[] widest = new float[report.head().size()];
        float all = 0;
        for (int n = 1; n < widest.length; n++) {
            widest[n] = widthOf(report.head().get(n), CELL);
            for (List<String> row : report.rows()) {
                widest[n] = Math.max(widest[n], widthOf(row.get(n), CELL));
            }
            widest[n] += 2 * GAP;
            all += widest[n];
        }
        float room = (right() - MARGIN) * FIGURES;
        float scale = all > room ? room / all : 1;
        for (int n = 1; n < widest.length; n++) {
            widest[n] *= scale;
        }
        widest[0] = right() - MARGIN - all * scale;
        return widest;
    }

    /** Names begin at the left, figures end at the right of their columns. */
    private void row(List<String> cells) throws IOException {
        y -= ROW;
        show(cut(cells.get(0), widths[0] - GAP, CELL), MARGIN, y, CELL);
        float end = MARGIN + widths[0];
        for (int n = 1; n < cells.size(); n++) {
            end += widths[n];
            String text = cut(cells.get(n), widths[n] - GAP, CELL);
            show(text, end - widthOf(text, CELL), y, CELL);
        }
    }

    private void show(String text, float x, float baseline, float points) throws IOException {
        page.beginText();
        page.setFont(font, points);
        page.newLineAtOffset(x, baseline);
        page.showText(TextFont.encodable(font, text));
        page.endText();
    }

    /** As much of it as fits, with three dots where that is not all. */
    private String cut(String text, float width, float points) throws IOException {
        String whole = TextFont.encodable(font, text);
        if (widthOf(whole, points) <= width) {
            return whole;
        }
        int end = whole.length();
        while (end > 0 && widthOf(whole.substring(0, end).strip() + "...", points) > width) {
            end = whole.offsetByCodePoints(end, -1);
        }
        return whole.substring(0, end).strip() + "...";
    }

    private float widthOf(String text, float points) throws IOException {
        return font.getStringWidth(TextFont.encodable(font, text)) * points / 1000;
    }
}
