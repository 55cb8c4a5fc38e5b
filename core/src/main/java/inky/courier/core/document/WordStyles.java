package inky.courier.core.document;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import java.math.BigInteger;
import org.apache.poi.xwpf.usermodel.XWPFAbstractNum;
import org.apache.poi.xwpf.usermodel.XWPFDocument;
import org.apache.poi.xwpf.usermodel.XWPFStyle;
import org.jspecify.annotations.Nullable;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTAbstractNum;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTLvl;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTStyle;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.CTStyles;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.STNumberFormat;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.STPageOrientation;
import org.openxmlformats.schemas.wordprocessingml.x2006.main.STStyleType;

/** The styles of a document, made when they are first used: headings that a reader's outline shows, and bullets. */
final class WordStyles {
    /** Of items in a list, in twentieths of a point. */
    static final int INDENT = 360;

    /** Of a point, the unit of ECMA-376. */
    private static final int TWENTIETHS = 20;

    /** 2 cm, and 6 points after a paragraph: common practice, no source. */
    private static final int MARGIN = 1134;

    private static final int AFTER_PARAGRAPH = 120;

    /** 22 inches, the longest page of ECMA-376's best known readers; common practice, no source. */
    private static final int MOST_LENGTH = 31_680;

    /** Points twice, as styles count them, for each level of heading. */
    private static final int[] HALF_POINTS = {36, 28, 24};

    private final XWPFDocument document;
    private final boolean[] made = new boolean[HALF_POINTS.length + 1];
    private @Nullable BigInteger bullets;
    private int paperWidth = (int) (MediaSizes.A4.widthPoints() * TWENTIETHS);

    WordStyles(XWPFDocument document) {
        this.document = document;
        document.createStyles();
        CTStyles defaults = CTStyles.Factory.newInstance();
        // ECMA-376 part 1, 17.7.5.1: what holds for every paragraph without a style.
        defaults.addNewDocDefaults()
                .addNewPPrDefault()
                .addNewPPr()
                .addNewSpacing()
                .setAfter(BigInteger.valueOf(AFTER_PARAGRAPH));
        document.getStyles().setStyles(defaults);
    }

    /** The document's paper. */
    void paper(MediaSize media, boolean landscape) {
        long shorter = Math.round(media.widthPoints() * TWENTIETHS);
        long longer = Math.round(media.heightPoints() * TWENTIETHS);
        // Narrower than two margins and a line of text (a receipt), or longer than Word takes (22 inches): A4.
        boolean odd = shorter < 5 * MARGIN || longer > MOST_LENGTH;
        if (odd) {
            shorter = Math.round(MediaSizes.A4.widthPoints() * TWENTIETHS);
            longer = Math.round(MediaSizes.A4.heightPoints() * TWENTIETHS);
        }
        var section = document.getDocument().getBody().addNewSectPr();
        var size = section.addNewPgSz();
        size.setW(BigInteger.valueOf(landscape ? longer : shorter));
        size.setH(BigInteger.valueOf(landscape ? shorter : longer));
        if (landscape) {
            size.setOrient(STPageOrientation.LANDSCAPE);
        }
        var margins = section.addNewPgMar();
        BigInteger margin = BigInteger.valueOf(MARGIN);
        margins.setTop(margin);
        margins.setBottom(margin);
        margins.setLeft(margin);
        margins.setRight(margin);
        paperWidth = (int) (landscape ? longer : shorter);
    }

    /** In twentieths of a point. */
    int paperWidth() {
        return paperWidth;
    }

    /** Between the margins. */
    int textWidth() {
        return paperWidth - 2 * MARGIN;
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
            document.getStyles().addStyle(new XWPFStyle(style));
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
