package inky.courier.core.document;

import inky.courier.core.reading.Layout;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.Piece;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.xssf.streaming.SXSSFWorkbook;

/** An Excel workbook (ECMA-376), a sheet for each page: tables in their columns, other text in the first. */
public final class ExcelWriter implements FileWriter {
    private static final int ROWS_HELD = 100;

    /** 1234, 1,234.50, -12.5; anything else, a date or a leading zero, stays text so that nothing is lost. */
    private static final String NUMBER = "-?(0|[1-9]\\d{0,2}(,\\d{3})+|[1-9]\\d*)(\\.\\d+)?";

    private final Path target;
    private final SXSSFWorkbook workbook = new SXSSFWorkbook(ROWS_HELD);
    private int pages;

    public ExcelWriter(Path target) {
        this.target = target;
    }

    @Override
    public void add(DocumentPage page, PageWords words) throws IOException {
        Sheet sheet = workbook.createSheet("Page " + ++pages);
        int at = 0;
        for (Piece piece : Layout.of(words)) {
            if (piece instanceof Piece.Paragraph paragraph) {
                for (String line : paragraph.linesWithMarker()) {
                    fill(sheet.createRow(at++), List.of(line));
                }
            } else {
                for (List<String> row : ((Piece.Table) piece).rows()) {
                    fill(sheet.createRow(at++), row);
                }
            }
        }
    }

    private static void fill(Row row, List<String> texts) {
        for (int c = 0; c < texts.size(); c++) {
            String text = Ooxml.text(texts.get(c));
            if (text.isEmpty()) {
                continue;
            }
            Cell cell = row.createCell(c);
            if (text.matches(NUMBER) && text.length() < 16) {
                cell.setCellValue(Double.parseDouble(text.replace(",", "")));
            } else {
                // A cell holds at most 32,767 characters.
                cell.setCellValue(text.substring(0, Math.min(text.length(), 32_767)));
            }
        }
    }

    @Override
    public void finish(Description description) throws IOException {
        if (pages == 0) {
            workbook.createSheet("Page 1");
        }
        WordWriter.describe(workbook.getXSSFWorkbook().getProperties(), description);
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target))) {
            workbook.write(out);
        }
    }

    @Override
    public void close() throws IOException {
        workbook.close();
    }
}
