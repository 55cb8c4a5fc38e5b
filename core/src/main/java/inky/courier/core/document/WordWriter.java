package inky.courier.core.document;

import inky.courier.core.reading.Layout;
import inky.courier.core.reading.PageWords;
import inky.courier.core.reading.Piece;
import inky.courier.core.text.Direction;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigInteger;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Date;
import java.util.List;
import java.util.Optional;
import org.apache.poi.ooxml.POIXMLProperties;
import org.apache.poi.xwpf.usermodel.BreakType;
import org.apache.poi.xwpf.usermodel.ParagraphAlignment;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFParagraph;
import org.apache.poi.xwpf.usermodel.XWPFRun;
import org.apache.poi.xwpf.usermodel.XWPFTable;
import org.apache.poi.xwpf.usermodel.XWPFTableCell;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTPPr;

/**
 * A Word document (ECMA-376) of the text: headings, paragraphs, lists and tables in reading order, each page on a page.
 */
public final class WordWriter implements FileWriter {
    private static final double WIDER = 1.2;

    private final Path target;
    private final XWPFDocument document = new XWPFDocument();
    private final WordStyles styles = new WordStyles(document);
    private boolean first = true;

    public WordWriter(Path target) {
        this.target = target;
    }

    @Override
    public void add(DocumentPage page, PageWords words) {
        if (first) {
            styles.paper(page.media(), page.width() > page.height());
        } else {
            document.createParagraph().createRun().addBreak(BreakType.PAGE);
        }
        first = false;
        for (Piece piece : Layout.of(words)) {
            if (piece instanceof Piece.Paragraph paragraph) {
                addParagraph(paragraph);
            } else {
                addTable((Piece.Table) piece);
            }
        }
    }

    private void addParagraph(Piece.Paragraph found) {
        XWPFParagraph paragraph = document.createParagraph();
        switch (found.role()) {
            case HEADING -> paragraph.setStyle(styles.heading(found.level()));
            case BULLET -> {
                paragraph.setNumID(styles.bullets());
                paragraph.setNumILvl(BigInteger.ZERO);
            }
            case NUMBERED -> {
                // The printed number stays text: numbering of Word's own would count again from one on every page.
                paragraph.setIndentationLeft(WordStyles.INDENT);
                paragraph.setIndentationHanging(WordStyles.INDENT);
            }
            default -> {}
        }
        boolean rightToLeft = Direction.isRightToLeft(found.text());
        if (rightToLeft) {
            // ECMA-376 part 1, 17.3.1.6 and 17.3.2.30.
            properties(paragraph).addNewBidi();
        }
        XWPFRun run = paragraph.createRun();
        if (rightToLeft) {
            run.getCTR().addNewRPr().addNewRtl();
        }
        run.setBold(found.bold() && found.role() != Piece.Role.HEADING);
        if (found.role() == Piece.Role.NUMBERED) {
            run.setText(Ooxml.text(found.marker()));
            run.addTab();
        }
        for (int i = 0; i < found.lines().size(); i++) {
            if (i > 0) {
                run.addBreak();
            }
            run.setText(Ooxml.text(found.lines().get(i)));
        }
    }

    private static CTPPr properties(XWPFParagraph paragraph) {
        return paragraph.getCTP().isSetPPr()
                ? paragraph.getCTP().getPPr()
                : paragraph.getCTP().addNewPPr();
    }

    private void addTable(Piece.Table found) {
        int columns = found.rows().get(0).size();
        XWPFTable table = document.createTable(found.rows().size(), columns);
        int[] widths = widths(found.columns());
        var grid = table.getCTTbl().addNewTblGrid();
        for (int width : widths) {
            grid.addNewGridCol().setW(BigInteger.valueOf(width));
        }
        table.setWidth(Arrays.stream(widths).sum());
        for (int r = 0; r < found.rows().size(); r++) {
            for (int c = 0; c < columns; c++) {
                XWPFTableCell cell = table.getRow(r).getCell(c);
                cell.setWidth(Integer.toString(widths[c]));
                XWPFParagraph paragraph = cell.getParagraphs().get(0);
                paragraph.setSpacingAfter(0);
                if (found.columns().get(c).toTheRight()) {
                    // ECMA-376 part 1, 17.18.44
                    paragraph.setAlignment(ParagraphAlignment.RIGHT);
                }
                paragraph.createRun().setText(Ooxml.text(found.rows().get(r).get(c)));
            }
        }
        document.createParagraph();
    }

    /** In twentieths of a point: somewhat wider than on the paper, whose print may be narrower, as far as the margins leave room. */
    private int[] widths(List<Piece.Column> columns) {
        double share = columns.stream().mapToDouble(Piece.Column::share).sum();
        double fits = Math.min(WIDER, styles.textWidth() / (share * styles.paperWidth()));
        return columns.stream()
                .mapToInt(column -> (int) Math.max(1, Math.floor(column.share() * styles.paperWidth() * fits)))
                .toArray();
    }

    @Override
    public void finish(Description description) throws IOException {
        describe(document.getProperties(), description);
        try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(target))) {
            document.write(out);
        }
    }

    static void describe(POIXMLProperties properties, Description description) {
        properties.getCoreProperties().setTitle(description.title());
        properties.getCoreProperties().setCreator(description.author());
        properties.getCoreProperties().setCreated(Optional.of(Date.from(description.created())));
        properties.getExtendedProperties().getUnderlyingProperties().setApplication(Description.PRODUCER);
    }

    @Override
    public void close() throws IOException {
        document.close();
    }
}
