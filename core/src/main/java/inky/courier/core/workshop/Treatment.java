package inky.courier.core.workshop;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.page.Outline;
import inky.courier.core.page.PageAnalysis;
import inky.courier.core.page.PageColour;
import inky.courier.core.page.PageRaster;
import inky.courier.core.page.PaperWhite;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Tidy;
import inky.courier.core.profile.Tone;
import inky.courier.core.tidy.BlackAndWhite;
import inky.courier.core.tidy.ColourFringe;
import inky.courier.core.tidy.Edges;
import inky.courier.core.tidy.OpenedBook;
import inky.courier.core.tidy.Resample;
import inky.courier.core.tidy.StampInk;
import inky.courier.core.tidy.Tones;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** What a profile does to one page, step by step, with a word for each step taken. */
public final class Treatment {
    /** Turning costs sharpness; less than this nobody sees. */
    private static final double LEAST_TURN = 0.08;

    /** Upright is changed only on this much evidence; a page on its head is less bad than one put there. */
    private static final double LEAST_UPRIGHT = 0.12;

    private final ScanProfile profile;
    private final Tidy tidy;

    public Treatment(ScanProfile profile) {
        this.profile = profile;
        this.tidy = profile.tidy();
    }

    /**
     * A page after treatment.
     *
     * @param raster in grey or colour, also where black and white is made of it: text is read from it
     * @param blackAndWhite packed to one bit a pixel, when the profile or the page wants that
     * @param done what was done, in words
     */
    @SuppressWarnings("ArrayRecordComponent")
    public record Treated(PageRaster raster, Optional<byte[]> blackAndWhite, MediaSize media, List<String> done) {}

    /** What a stamp may say. */
    public record StampValues(int page, int pages, String date) {}

    /** Whether every page goes as it comes. */
    boolean leavesPages() {
        return profile.colour() == ColourMode.COLOUR
                && profile.tone().exposure() == Tone.Exposure.AS_SCANNED
                && tidy.equals(Tidy.NONE);
    }

    /** Before all else, as the rims lie along the way that the scanner went. */
    PageRaster withoutFringe(PageRaster page, List<String> done) {
        if (!tidy.fringe()) {
            return page;
        }
        Optional<PageRaster> clean = ColourFringe.removed(page);
        clean.ifPresent(changed -> done.add("colour fringes removed"));
        return clean.orElse(page);
    }

    /** The page, or an opened book's two pages in reading order. */
    public List<Treated> apply(PageRaster page, Optional<PageAnalysis> analysis, StampValues stamp) {
        List<String> done = new ArrayList<>();
        PageRaster straight = straightened(page, analysis, done);
        if (tidy.gutter()) {
            straight = Edges.gutter(straight);
            done.add("gutter cleaned");
        }
        if (tidy.openedBook() == Tidy.Book.NO) {
            return List.of(finished(straight, analysis, stamp, done));
        }
        List<PageRaster> halves = OpenedBook.pages(straight, tidy.openedBook() == Tidy.Book.RIGHT_TO_LEFT);
        List<Treated> pages = new ArrayList<>();
        for (PageRaster half : halves) {
            List<String> own = new ArrayList<>(done);
            if (halves.size() == 2) {
                own.add(pages.isEmpty() ? "first page of an opened book" : "second page of an opened book");
            }
            pages.add(finished(half, analysis, stamp, own));
        }
        return pages;
    }

    /** The page with only its place mended: cropped, straight, upright. */
    PageRaster straightened(PageRaster page, Optional<PageAnalysis> analysis, List<String> done) {
        PageRaster result = page;
        double skew = 0;
        if (analysis.isPresent()) {
            PageAnalysis a = analysis.get();
            skew = a.skewDegrees();
            boolean cut = tidy.crop() || tidy.card();
            if (cut && a.paper().edgesSeen()) {
                Outline outline = a.paper().outline();
                result = Resample.cut(result, outline);
                skew -= a.paper().skewDegrees();
                done.add("cropped to " + a.paper().media().label());
            }
            result = withoutDarkEdges(result, done);
            // Rows of a table, and lines of print, are told by their height on the page, so text is read from straight
            // pages.
            boolean straighten = tidy.straighten() || profile.files().type().readsText();
            if (straighten && Math.abs(skew) >= LEAST_TURN) {
                result = Resample.turned(result, -skew, Edges.paperTone(result)[0]);
                done.add(String.format(
                        Locale.ROOT,
                        "straightened by %.1f\u00b0 %s",
                        Math.abs(skew),
                        skew > 0 ? "clockwise" : "counter-clockwise"));
            }
            boolean upright = tidy.upright() || profile.files().type().readsText();
            if (upright && a.uprightDegrees() != 0 && a.uprightConfidence() >= LEAST_UPRIGHT) {
                result = Resample.quarters(result, a.uprightDegrees());
                done.add("turned upright by " + a.uprightDegrees() + "\u00b0");
            }
            return result;
        }
        return withoutDarkEdges(result, done);
    }

    /** Before the page is turned: then dark borders still begin at the very edge, where they are looked for. */
    private PageRaster withoutDarkEdges(PageRaster page, List<String> done) {
        if (tidy.edges() != Tidy.Rim.FOUND) {
            return page;
        }
        done.add("dark edges cleaned");
        return Edges.found(page);
    }

    private Treated finished(PageRaster page, Optional<PageAnalysis> analysis, StampValues stamp, List<String> done) {
        PageRaster result = page;
        if (tidy.edges() == Tidy.Rim.MARGINS && tidy.marginMm() > 0) {
            result = Edges.margins(result, tidy.marginMm());
            done.add("edges cleaned to " + trimmed(tidy.marginMm()) + " mm");
        }
        MediaSize media = result.mediaSize();
        if (tidy.scalePercent() != 100 || !tidy.scaleTo().isEmpty()) {
            MediaSize wanted = MediaSizes.byName(tidy.scaleTo()).orElse(media);
            result = rescaled(result, media, wanted);
            media = result.mediaSize();
            done.add("scaled to " + media.label());
        }
        if (tidy.fileDpi() != 0 && tidy.fileDpi() < result.resolution().dpi()) {
            result = Resample.at(result, new Resolution(tidy.fileDpi()));
            done.add(tidy.fileDpi() + " dpi");
        }
        result = coloured(result, analysis, done);
        result = exposed(result, done);
        if (tidy.stamp().applies()) {
            Tidy.Stamp s = tidy.stamp();
            result = StampInk.print(result, text(s, stamp), s.corner(), s.ink(), s.points());
            done.add("stamped");
        }
        return new Treated(result, blackAndWhite(result, done), media, done);
    }

    private static String trimmed(double value) {
        return value == Math.rint(value) ? Long.toString((long) value) : Double.toString(value);
    }

    private PageRaster rescaled(PageRaster page, MediaSize from, MediaSize to) {
        double share = tidy.scalePercent() / 100.0;
        if (!tidy.scaleTo().isEmpty()) {
            // The shape stays: the page fits into the size whole.
            share *= Math.min((double) to.width() / from.width(), (double) to.height() / from.height());
        }
        return Resample.scaled(
                page,
                Math.max(1, (int) Math.round(page.width() * share)),
                Math.max(1, (int) Math.round(page.height() * share)),
                page.resolution());
    }

    private PageRaster coloured(PageRaster page, Optional<PageAnalysis> analysis, List<String> done) {
        if (page.isGrey()) {
            return page;
        }
        ColourMode mode = profile.colour();
        if (mode == ColourMode.COLOUR) {
            return page;
        }
        if (mode == ColourMode.AS_FOUND) {
            boolean colour = analysis.map(a -> a.colour() == PageColour.COLOUR).orElse(true);
            done.add(colour ? "colour found" : "no colour found, made grey");
            return colour ? page : page.toGrey();
        }
        return page.toGrey();
    }

    private PageRaster exposed(PageRaster page, List<String> done) {
        Tone tone = profile.tone();
        return switch (tone.exposure()) {
            case AS_SCANNED -> page;
            case AUTOMATIC -> {
                done.add("exposure set by the page");
                yield Tones.apply(page, Tones.automatic(page));
            }
            case MANUAL -> {
                done.add("density " + tone.density() + ", contrast " + tone.contrast());
                yield Tones.apply(page, Tones.manual(tone.density(), tone.contrast()));
            }
        };
    }

    private Optional<byte[]> blackAndWhite(PageRaster page, List<String> done) {
        if (profile.colour() != ColourMode.BLACK_AND_WHITE) {
            return Optional.empty();
        }
        PageRaster grey = page.toGrey();
        Tone tone = profile.tone();
        done.add("made black and white");
        return Optional.of(
                switch (tone.content()) {
                    case PHOTO -> BlackAndWhite.dots(PaperWhite.of(grey));
                    case TEXT_AND_PHOTO -> BlackAndWhite.printAndPictures(grey);
                    case MAP -> BlackAndWhite.map(grey);
                    case TEXT ->
                        tone.threshold() == Tone.Threshold.GLOBAL
                                ? BlackAndWhite.global(grey)
                                : BlackAndWhite.local(grey);
                });
    }

    private static String text(Tidy.Stamp stamp, StampValues values) {
        return stamp.text()
                .replace("{page}", Integer.toString(values.page))
                .replace("{pages}", Integer.toString(values.pages))
                .replace("{date}", values.date);
    }
}
