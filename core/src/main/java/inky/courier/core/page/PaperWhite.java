package inky.courier.core.page;

/** A page on paper that is plain white, whatever tint, lamp and grain made of it; its ink and pictures keep their shades. */
public final class PaperWhite {
    /** With less bare paper than this it is a photograph, and its lightest place need not be white. */
    private static final double BARE = 0.25;

    /** Darker than this is no paper. */
    private static final int DARKEST = 140;

    private PaperWhite() {}

    /** @param grey of one channel; given back as it is when it shows no paper */
    public static PageRaster of(PageRaster grey) {
        Survey survey = Survey.of(grey);
        Paper paper = PaperFinder.find(survey, grey);
        Ground ground = Ground.of(survey, paper, 0);
        if (ground.paper < DARKEST || ground.bare() < BARE) {
            return grey;
        }
        return scaled(grey, ground);
    }

    private static PageRaster scaled(PageRaster grey, Ground ground) {
        Survey survey = ground.survey;
        // Grain must not turn into dots either.
        int grain = (int) Math.round(Math.max(6, 3 * ground.noise * survey.pixels));
        byte[] samples = grey.samples().clone();
        for (int y = 0; y < grey.height(); y++) {
            int row = Math.min(survey.height - 1, (int) (y / survey.pixels)) * survey.width;
            for (int x = 0; x < grey.width(); x++) {
                int cell = row + Math.min(survey.width - 1, (int) (x / survey.pixels));
                if (ground.inside[cell]) {
                    int white = Math.max(1, survey.light[cell] + ground.contrast[cell] - grain);
                    int at = y * grey.width() + x;
                    samples[at] = (byte) Math.min(255, (samples[at] & 0xff) * 255 / white);
                }
            }
        }
        return new PageRaster(grey.width(), grey.height(), 1, grey.resolution(), samples);
    }
}
