package inky.courier.core.workshop;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import inky.courier.core.naming.NameValues;
import inky.courier.core.naming.TemplateParser;
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
import java.util.Optional;

/** What a profile does to one page, step by step, with a word for each step taken. */
public final class Treatment {
    /** Said of a page that is kept in colour because it has some. */
    public static final Message COLOUR_FOUND = Message.of("page.done.colour");

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
     * @param done what was done
     */
    @SuppressWarnings("ArrayRecordComponent")
    public record Treated(PageRaster raster, Optional<byte[]> blackAndWhite, MediaSize media, List<Message> done) {
        /** What is seen of it: the black and white, where that is what goes into the file. */
        PageRaster seen() {
            return blackAndWhite
                    .map(packed -> PageRaster.ofPacked(raster, packed))
                    .orElse(raster);
        }
    }

    /**
     * What a stamp may say.
     *
     * @param scan whose page it is
     */
    public record StampValues(int page, int pages, NameValues scan) {
        NameValues values() {
            return scan.with(new NameValues.Contents(pages, "", "", "", page, 1));
        }
    }

    /** Whether every page goes as it comes. */
    boolean leavesPages() {
        return profile.colour() == ColourMode.COLOUR
                && profile.tone().exposure() == Tone.Exposure.AS_SCANNED
                && tidy.equals(Tidy.NONE);
    }

    /** Before all else, as the rims lie along the way that the scanner went. */
    PageRaster withoutFringe(PageRaster page, List<Message> done) {
        if (!tidy.fringe()) {
            return page;
        }
        Optional<PageRaster> clean = ColourFringe.removed(page);
        clean.ifPresent(changed -> done.add(Message.of("page.done.fringes")));
        return clean.orElse(page);
    }

    /** The page, or an opened book's two pages in reading order. */
    public List<Treated> apply(PageRaster page, Optional<PageAnalysis> analysis, StampValues stamp) {
        List<Message> done = new ArrayList<>();
        // Grey from the start where it ends so: each step then has a third of the work.
        boolean toGrey = !page.isGrey() && !staysInColour(analysis);
        PageRaster straight = straightened(toGrey ? page.toGrey() : page, analysis, done);
        if (tidy.gutter()) {
            straight = Edges.gutter(straight);
            done.add(Message.of("page.done.gutter"));
        }
        if (tidy.openedBook() == Tidy.Book.NO) {
            return List.of(finished(straight, toGrey, stamp, done));
        }
        List<PageRaster> halves = OpenedBook.pages(straight, tidy.openedBook() == Tidy.Book.RIGHT_TO_LEFT);
        List<Treated> pages = new ArrayList<>();
        for (PageRaster half : halves) {
            List<Message> own = new ArrayList<>(done);
            if (halves.size() == 2) {
                own.add(Message.of(pages.isEmpty() ? "page.done.book-first" : "page.done.book-second"));
            }
            pages.add(finished(half, toGrey, stamp, own));
        }
        return pages;
    }

    /** The page with only its place mended: cropped, straight, upright. */
    PageRaster straightened(PageRaster page, Optional<PageAnalysis> analysis, List<Message> done) {
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
                done.add(Message.of("page.done.cropped")
                        .with("size", a.paper().media().label()));
            }
            result = withoutDarkEdges(result, done);
            // Rows of a table, and lines of print, are told by their height on the page, so text is read from straight
            // pages.
            boolean straighten = tidy.straighten() || profile.files().type().readsText();
            if (straighten && Math.abs(skew) >= LEAST_TURN) {
                result = Resample.turned(result, -skew, Edges.paperTone(result)[0]);
                done.add(Message.of(skew > 0 ? "page.done.straightened-clockwise" : "page.done.straightened-back")
                        .with("degrees", Math.round(10 * Math.abs(skew)) / 10.0));
            }
            boolean upright = tidy.upright() || profile.files().type().readsText();
            if (upright && a.uprightDegrees() != 0 && a.uprightConfidence() >= LEAST_UPRIGHT) {
                result = Resample.quarters(result, a.uprightDegrees());
                done.add(Message.of("page.done.upright").with("degrees", a.uprightDegrees()));
            }
            return result;
        }
        return withoutDarkEdges(result, done);
    }

    /** Before the page is turned: then dark borders still begin at the very edge, where they are looked for. */
    private PageRaster withoutDarkEdges(PageRaster page, List<Message> done) {
        if (tidy.edges() != Tidy.Rim.FOUND) {
            return page;
        }
        done.add(Message.of("page.done.edges"));
        return Edges.found(page);
    }

    /** @param madeGrey whether the page had been scanned in colour */
    private Treated finished(PageRaster page, boolean madeGrey, StampValues stamp, List<Message> done) {
        PageRaster result = page;
        if (tidy.edges() == Tidy.Rim.MARGINS && tidy.marginMm() > 0) {
            result = Edges.margins(result, tidy.marginMm());
            done.add(Message.of("page.done.margins").with("mm", tidy.marginMm()));
        }
        MediaSize media = result.mediaSize();
        if (tidy.scalePercent() != 100 || !tidy.scaleTo().isEmpty()) {
            MediaSize wanted = MediaSizes.byName(tidy.scaleTo()).orElse(media);
            result = rescaled(result, media, wanted);
            media = result.mediaSize();
            done.add(Message.of("page.done.scaled").with("size", media.label()));
        }
        if (tidy.fileDpi() != 0 && tidy.fileDpi() < result.resolution().dpi()) {
            result = Resample.at(result, new Resolution(tidy.fileDpi()));
            done.add(Message.of("profile.dpi").with("dpi", tidy.fileDpi()));
        }
        if (profile.colour() == ColourMode.AS_FOUND && (madeGrey || !page.isGrey())) {
            done.add(madeGrey ? Message.of("page.done.grey") : COLOUR_FOUND);
        }
        result = exposed(result, done);
        if (tidy.stamp().applies()) {
            Tidy.Stamp s = tidy.stamp();
            result = StampInk.print(result, stampText(stamp), s.corner(), s.ink(), s.points());
            done.add(Message.of("page.done.stamped"));
        }
        return new Treated(result, blackAndWhite(result, done), media, done);
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

    private boolean staysInColour(Optional<PageAnalysis> analysis) {
        return switch (profile.colour()) {
            case COLOUR -> true;
            case AS_FOUND -> analysis.map(a -> a.colour() == PageColour.COLOUR).orElse(true);
            case GREY, BLACK_AND_WHITE -> false;
        };
    }

    private PageRaster exposed(PageRaster page, List<Message> done) {
        Tone tone = profile.tone();
        return switch (tone.exposure()) {
            case AS_SCANNED -> page;
            case AUTOMATIC -> {
                done.add(Message.of("page.done.exposure"));
                yield Tones.apply(page, Tones.automatic(page));
            }
            case MANUAL -> {
                done.add(Message.of("page.done.tone")
                        .with("density", tone.density())
                        .with("contrast", tone.contrast()));
                yield Tones.apply(page, Tones.manual(tone.density(), tone.contrast()));
            }
        };
    }

    private Optional<byte[]> blackAndWhite(PageRaster page, List<Message> done) {
        if (profile.colour() != ColourMode.BLACK_AND_WHITE) {
            return Optional.empty();
        }
        PageRaster grey = page.toGrey();
        Tone tone = profile.tone();
        done.add(Message.of("page.done.black-and-white"));
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

    /** What was kept before stamps had a grammar, and is none, is printed as it stands. */
    String stampText(StampValues values) {
        Tidy.Stamp stamp = tidy.stamp();
        return TemplateParser.parse(stamp.text(), TemplateParser.Use.STAMP) instanceof TemplateParser.Valid valid
                ? valid.template().fill(values.values())
                : stamp.text();
    }
}
