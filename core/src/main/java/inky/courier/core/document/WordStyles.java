package inky.courier.core.document;

import java.math.BigInteger;
import org.apache.poi.xwpf.usermodel.XWPFAbstractNum;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFStyle;
import org.apache.poi.xwpf.usermodel.XWPFStyles;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTAbstractNum;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTLvl;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTStyle;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.STNumberFormat;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.STStyleType;

/** The styles of a document, made when they are first used: headings that a reader's outline shows, and bullets. */
final class WordStyles {
    /** Of items in a list, in twentieths of a point. */
    static final int INDENT = 360;

    /** Points twice, as styles count them, for each level of heading. */
    private static final int[] HALF_POINTS = {36, 28, 24};

    private final XWPFDocument document;
    private final boolean[] made = new boolean[HALF_POINTS.length + 1];
    private BigInteger bullets;

    WordStyles(XWPFDocument document) {
        this.document = document;
    }

    /** The style's id. */
    String heading(int level) {
        String id = "Heading" + level;
        if (!made[level]) {
            made[level] = true;
            CTStyle style = CTStyle.Factory.newInstance();
            style.setStyleId(id);
            style.setType(STStyleType.PARAGRAPH);
            // The name by which programs know a heading, ECMA-376 part 1, 17.7.4.9.
            style.addNewName().setVal("heading " + level);
            style.addNewQFormat();
            style.addNewPPr().addNewOutlineLvl().setVal(BigInteger.valueOf(level - 1));
            var look = style.addNewRPr();
            look.addNewB();
            look.addNewSz().setVal(BigInteger.valueOf(HALF_POINTS[level - 1]));
            XWPFStyles styles = document.getStyles() == null ? document.createStyles() : document.getStyles();
            styles.addStyle(new XWPFStyle(style));
        }
        return id;
    }

    /** The list's number. */
    BigInteger bullets() {
        if (bullets == null) {
            CTAbstractNum list = CTAbstractNum.Factory.newInstance();
            list.setAbstractNumId(BigInteger.ZERO);
            CTLvl level = list.addNewLvl();
            level.setIlvl(BigInteger.ZERO);
            level.addNewNumFmt().setVal(STNumberFormat.BULLET);
            level.addNewLvlText().setVal("\u2022");
            var indent = level.addNewPPr().addNewInd();
            indent.setLeft(BigInteger.valueOf(INDENT));
            indent.setHanging(BigInteger.valueOf(INDENT));
            var numbering = document.createNumbering();
            bullets = numbering.addNum(numbering.addAbstractNum(new XWPFAbstractNum(list)));
        }
        return bullets;
    }
}
