package inky.courier.core.page;

/**
 * Decides whether a page's content is coloured. Paper that is yellowed or lit by a tinted lamp is not colour: each square is
 * judged against the tint of the paper around it. A small stamp is: what counts is a patch, not a share of the page.
 */
final class ColourFinder {
    /** Coloured patch that makes a page worth a second look: less than a date stamp's figures. */
    private static final double FIRST_MM2 = 4;

    /** Distance from the paper's tint that is looked at again; 0 to 255. */
    private static final double FIRST_CHROMA = 20;

    /**
     * Distance that a person calls coloured once the colour lines meet and neighbours are taken together, and the patch that
     * makes a page coloured. Of 250 drawn pages in black the worst had 1 square millimetre of it at 150 dpi and more, of
     * 250 with a stamp, a signature or a marker none less than 20.
     */
    private static final double CHROMA = 13;

    private static final double PATCH_MM2 = 9;

    /** No shift of the lines makes so strong a colour over so much: then they need not be measured. */
    private static final double STRONG_CHROMA = 70;

    private static final double STRONG_MM2 = 60;

    /** Paper this far from neutral is coloured paper, not an old page; its tint is content. */
    private static final double COLOURED_PAPER = 45;

    /** Old paper goes yellow and brown, further than any lamp. */
    private static final double OLD_PAPER = 95;

    /** Even grey of this area, in square millimetres, needs shades of grey. */
    private static final double GREY_MM2 = 45;

    /**
     * What was found.
     *
     * @param colouredMm2 of what is printed or written in colour; the paper's own does not count
     */
    record Found(PageColour colour, double colouredMm2) {}

    private ColourFinder() {}

    /** Colour when a patch differs from the paper's tint; else grey where there are even shades, else bitonal. */
    static Found find(Ground ground, Paper paper, PageRaster page) {
        if (ground.survey.isGrey()) {
            return new Found(shades(ground), 0);
        }
        ColourSquares squares = ColourSquares.of(ground, paper);
        ColourSquares.Tint tint = squares.pageTint();
        double coloured = squares.mm2Beyond(FIRST_CHROMA);
        if (coloured >= FIRST_MM2 && squares.mm2Beyond(STRONG_CHROMA) < STRONG_MM2) {
            coloured = ColourLines.straighten(squares, page).mm2Beyond(CHROMA);
        }
        boolean colour = coloured >= PATCH_MM2 || isColoured(tint);
        return new Found(colour ? PageColour.COLOUR : shades(ground), coloured);
    }

    private static boolean isColoured(ColourSquares.Tint paper) {
        boolean yellowish =
                paper.blueYellow() > 0 && paper.redGreen() > -6 && paper.redGreen() < 0.72 * paper.blueYellow();
        return Math.hypot(paper.redGreen(), paper.blueYellow()) > (yellowish ? OLD_PAPER : COLOURED_PAPER);
    }

    private static PageColour shades(Ground ground) {
        return hasShades(ground) ? PageColour.GREY : PageColour.BITONAL;
    }

    /** Even areas between paper and ink: a photograph, a wash, a shaded panel. Edges of letters are never even. */
    private static boolean hasShades(Ground ground) {
        Survey survey = ground.survey;
        int width = survey.width;
        double low = 0.15 * ground.paper;
        double high = 0.72 * ground.paper;
        double even = 7 + 3 * ground.noise;
        int cells = 0;
        int rim = Math.min(survey.cells(8), Math.min(width, survey.height) / 8);
        for (int y = rim + 1; y < survey.height - rim - 1; y += 2) {
            for (int at = y * width + rim + 1, end = (y + 1) * width - rim - 1; at < end; at += 2) {
                int here = ground.contrast[at];
                if (here > low
                        && here < high
                        && Math.abs(here - ground.contrast[at - 1]) < even
                        && Math.abs(here - ground.contrast[at + 1]) < even
                        && Math.abs(here - ground.contrast[at - width]) < even
                        && Math.abs(here - ground.contrast[at + width]) < even) {
                    cells++;
                }
            }
        }
        // Every second cell of every second row was looked at.
        return 4 * cells * survey.mm * survey.mm > GREY_MM2;
    }
}
