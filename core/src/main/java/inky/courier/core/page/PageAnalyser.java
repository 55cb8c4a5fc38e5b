package inky.courier.core.page;

import inky.courier.core.message.Message;
import java.util.List;
import java.util.Optional;

/** Analyses pages: one pass over the pixels, then everything from the survey that it leaves. */
public final class PageAnalyser {
    /** Feeders shade the paper's rim, and its edge is never cut quite straight. */
    private static final double RIM_MM = 3;

    /** Raised whenever something may be found otherwise than before: what was kept of an earlier one counts no more. */
    public static final int VERSION = 1;

    private PageAnalyser() {}

    public static PageAnalysis analyse(PageRaster page) {
        Survey survey = Survey.of(page);
        Paper paper = PaperFinder.find(survey, page);
        Ground ground = ground(survey, paper);
        KindFinder.Told told = KindFinder.tell(ground, paper);
        double skew = skew(ground, paper, told.kind());
        ColourFinder.Found found = ColourFinder.find(ground, paper, page);
        List<Barcode> barcodes = BarcodeFinder.find(ground, page);
        Blankness blankness = withCodes(BlankFinder.find(ground, paper, skew, found.colouredMm2()), barcodes);
        UprightFinder.Upright upright = blankness.isBlank(BlankSensitivity.CAREFUL) || told.kind() == Kind.PHOTO
                ? UprightFinder.Upright.AS_IT_LIES
                : UprightFinder.find(ground, skew);
        Optional<Box> portrait = told.kind() == Kind.CARD ? PortraitFinder.find(ground, page) : Optional.empty();
        return new PageAnalysis(
                found.colour(),
                blankness,
                skew,
                upright.degrees(),
                upright.confidence(),
                paper,
                told.kind(),
                told.confidence(),
                portrait,
                barcodes);
    }

    /** A code that can be read is content, however much its place looks like a shadow's. */
    private static Blankness withCodes(Blankness blankness, List<Barcode> codes) {
        return blankness.isBlank(BlankSensitivity.BOLD) && !codes.isEmpty()
                ? Blankness.written(
                        Message.of("page.content.barcode")
                                .with("symbology", codes.get(0).symbology().words()),
                        blankness.inkMm2())
                : blankness;
    }

    /**
     * The papers that lie side by side on the glass: receipts, cards, photographs.
     *
     * @return their outlines in pixels, row by row from the top, each from the left; none when there is one, or it is not sure
     *     that what is seen are papers, and all that is there
     */
    public static List<Outline> papers(PageRaster page) {
        return SeveralPapers.find(Survey.of(page));
    }

    static Ground ground(Survey survey, Paper paper) {
        return Ground.of(survey, paper, Math.min(RIM_MM, Math.min(paper.widthMm(), paper.heightMm()) / 20));
    }

    /** Only the turn of the content, for what straightens pages and asks nothing else. */
    public static double skew(PageRaster page) {
        Survey survey = Survey.of(page);
        Paper paper = PaperFinder.find(survey, page);
        Ground ground = Ground.of(survey, paper, RIM_MM);
        return skew(ground, paper, Kind.DOCUMENT);
    }

    /** What is on the page tells best; a photograph has no rows, and an empty page only its edges. */
    static double skew(Ground ground, Paper paper, Kind kind) {
        SkewFinder.Skew content = SkewFinder.find(ground);
        boolean edges = paper.edgesSeen();
        if (edges && (kind == Kind.PHOTO || !content.isClear())) {
            return paper.skewDegrees();
        }
        return content.isClear() ? content.degrees() : 0;
    }
}
