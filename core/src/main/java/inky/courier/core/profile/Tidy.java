package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.message.Message;
import inky.courier.core.text.PlainText;
import inky.courier.core.tidy.StampInk;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/**
 * The clean-up of pages, each step independent of the others and done in this order.
 *
 * @param skipBlank how readily sides without content are left out
 * @param crop to the paper's own edges
 * @param straighten content that lies askew
 * @param upright pages that lie on a side or on their head
 * @param edges what is done about dark rims
 * @param marginMm how much is cleaned with {@link Rim#MARGINS}
 * @param gutter whether the shadow along a book's fold is lifted
 * @param openedBook whether one scan is two pages
 * @param eachPaper whether papers that lie side by side on the glass become pages of their own; false where it is missing, as
 *     in what was kept or is sent by those who do not know it
 * @param fringe whether the red and blue rims that a scanner leaves at black print are taken out; false where it is missing
 * @param scalePercent 25 to 400; 100 leaves the size
 * @param scaleTo PWG 5101.1 name of a size that pages are scaled to; empty for none
 * @param fileDpi resolution of the files; 0 as scanned
 * @param stamp what is printed onto the pages
 * @param card whether front and back of a card go onto one page
 * @param portrait whether a card's portrait becomes a file of its own
 */
public record Tidy(
        SkipBlank skipBlank,
        boolean crop,
        boolean straighten,
        boolean upright,
        Rim edges,
        double marginMm,
        boolean gutter,
        Book openedBook,
        Boolean eachPaper,
        Boolean fringe,
        int scalePercent,
        String scaleTo,
        int fileDpi,
        Stamp stamp,
        boolean card,
        boolean portrait) {
    public static final Tidy NONE = new Tidy(
            SkipBlank.NO,
            false,
            false,
            false,
            Rim.LEAVE,
            0,
            false,
            Book.NO,
            false,
            false,
            100,
            "",
            0,
            Stamp.NONE,
            false,
            false);

    /** What most offices want: nothing that could surprise. */
    public static final Tidy USUAL = NONE.with(tidy -> {
        tidy.skipBlank = SkipBlank.USUAL;
        tidy.straighten = true;
        tidy.upright = true;
    });

    /** How readily sides without content are left out. */
    public enum SkipBlank {
        NO,
        CAREFUL,
        USUAL,
        BOLD
    }

    /** What is done about dark rims. */
    public enum Rim {
        LEAVE,
        /** Dark borders found by themselves. */
        FOUND,
        /** A rim of given width. */
        MARGINS
    }

    /** Opened books. */
    public enum Book {
        NO,
        LEFT_TO_RIGHT,
        RIGHT_TO_LEFT
    }

    /**
     * A line printed onto every page.
     *
     * @param text may hold {page}, {pages} and {date}; empty for no stamp
     */
    public record Stamp(String text, StampInk.Corner corner, StampInk.Ink ink, int points) {
        public static final Stamp NONE = new Stamp("", StampInk.Corner.TOP_RIGHT, StampInk.Ink.BLACK, 10);

        public Stamp {
            text = text == null ? "" : text.strip();
            corner = corner == null ? StampInk.Corner.TOP_RIGHT : corner;
            ink = ink == null ? StampInk.Ink.BLACK : ink;
            points = points == 0 ? 10 : points;
            if (text.length() > 80 || !PlainText.isLine(text)) {
                throw Invalid.of("profile.stamp", "tidy.stamp");
            }
            if (points < 6 || points > 72) {
                throw new Invalid(
                        "profile.stamp",
                        "tidy.stamp",
                        Message.of("problem.profile.stamp.stamp"),
                        Message.of("problem.profile.stamp.stamp.remedy"));
            }
        }

        public boolean applies() {
            return !text.isEmpty();
        }
    }

    public Tidy {
        skipBlank = skipBlank == null ? SkipBlank.NO : skipBlank;
        edges = edges == null ? Rim.LEAVE : edges;
        openedBook = openedBook == null ? Book.NO : openedBook;
        eachPaper = Boolean.TRUE.equals(eachPaper);
        fringe = Boolean.TRUE.equals(fringe);
        scaleTo = scaleTo == null ? "" : scaleTo;
        scalePercent = scalePercent == 0 ? 100 : scalePercent;
        stamp = stamp == null ? Stamp.NONE : stamp;
        if (marginMm < 0 || marginMm > 50) {
            throw Invalid.of("profile.margin", "tidy.marginMm");
        }
        if (scalePercent < 25 || scalePercent > 400) {
            throw Invalid.of("profile.scale", "tidy.scalePercent");
        }
        if (!scaleTo.isEmpty() && MediaSizes.byName(scaleTo).isEmpty()) {
            throw new Invalid(
                    "profile.scaleTo",
                    "tidy.scaleTo",
                    Message.of("problem.profile.scaleTo").with("size", scaleTo),
                    Message.of("problem.profile.scaleTo.remedy"));
        }
        if (fileDpi != 0 && (fileDpi < 75 || fileDpi > 600)) {
            throw Invalid.of("profile.fileDpi", "tidy.fileDpi");
        }
    }

    /** The same, but for what is changed. */
    public Tidy with(Consumer<Changes> change) {
        Changes changes = new Changes(this);
        change.accept(changes);
        return changes.tidy();
    }

    /** Only what changes size and prints: for a page whose place is mended already. */
    public Tidy onlySizeAndStamp() {
        return NONE.with(tidy -> {
            tidy.scalePercent = scalePercent;
            tidy.scaleTo = scaleTo;
            tidy.fileDpi = fileDpi;
            tidy.stamp = stamp;
        });
    }

    /** Settings that are about to be changed, by their names. */
    public static final class Changes {
        public SkipBlank skipBlank;
        public boolean crop;
        public boolean straighten;
        public boolean upright;
        public Rim edges;
        public double marginMm;
        public boolean gutter;
        public Book openedBook;
        public boolean eachPaper;
        public boolean fringe;
        public int scalePercent;
        public String scaleTo;
        public int fileDpi;
        public Stamp stamp;
        public boolean card;
        public boolean portrait;

        private Changes(Tidy from) {
            skipBlank = from.skipBlank;
            crop = from.crop;
            straighten = from.straighten;
            upright = from.upright;
            edges = from.edges;
            marginMm = from.marginMm;
            gutter = from.gutter;
            openedBook = from.openedBook;
            eachPaper = from.eachPaper;
            fringe = from.fringe;
            scalePercent = from.scalePercent;
            scaleTo = from.scaleTo;
            fileDpi = from.fileDpi;
            stamp = from.stamp;
            card = from.card;
            portrait = from.portrait;
        }

        private Tidy tidy() {
            return new Tidy(
                    skipBlank,
                    crop,
                    straighten,
                    upright,
                    edges,
                    marginMm,
                    gutter,
                    openedBook,
                    eachPaper,
                    fringe,
                    scalePercent,
                    scaleTo,
                    fileDpi,
                    stamp,
                    card,
                    portrait);
        }
    }

    /** What is done, for the profile's sentence. */
    public List<Message> words() {
        List<Message> words = new ArrayList<>();
        add(words, skipBlank != SkipBlank.NO, "blank");
        add(words, card, "card");
        add(words, portrait, "portrait");
        add(words, openedBook != Book.NO, "book");
        add(words, eachPaper, "papers");
        add(words, crop, "cropped");
        add(words, straighten, "straightened");
        add(words, upright, "upright");
        add(words, edges != Rim.LEAVE, "edges");
        add(words, gutter, "gutter");
        add(words, fringe, "fringes");
        if (scalePercent != 100) {
            words.add(Message.of("profile.tidy.scaled").with("percent", scalePercent));
        }
        MediaSizes.byName(scaleTo)
                .ifPresent(
                        size -> words.add(Message.of("profile.tidy.scaled-to").with("size", size.label())));
        if (fileDpi != 0) {
            words.add(Message.of("profile.tidy.dpi").with("dpi", fileDpi));
        }
        add(words, stamp.applies(), "stamped");
        return words;
    }

    private static void add(List<Message> words, boolean done, String what) {
        if (done) {
            words.add(Message.of("profile.tidy." + what));
        }
    }
}
