package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.text.PlainText;
import inky.courier.core.tidy.StampInk;
import java.util.ArrayList;
import java.util.List;

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
    public static final Tidy NONE =
            new Tidy(null, false, false, false, null, 0, false, null, false, false, 100, "", 0, null, false, false);

    /** What most offices want: nothing that could surprise. */
    public static final Tidy USUAL = new Tidy(
            SkipBlank.USUAL, false, true, true, null, 0, false, null, false, false, 100, "", 0, null, false, false);

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
        public static final Stamp NONE = new Stamp("", null, null, 10);

        public Stamp {
            text = text == null ? "" : text.strip();
            corner = corner == null ? StampInk.Corner.TOP_RIGHT : corner;
            ink = ink == null ? StampInk.Ink.BLACK : ink;
            points = points == 0 ? 10 : points;
            if (text.length() > 80 || !PlainText.isLine(text)) {
                throw new Invalid(
                        "profile.stamp", "tidy.stamp", "A stamp is one line of at most 80 characters.", "Shorten it.");
            }
            if (points < 6 || points > 72) {
                throw new Invalid("profile.stamp", "tidy.stamp", "A stamp's type has 6 to 72 points.", "10 is usual.");
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
            throw new Invalid("profile.margin", "tidy.marginMm", "A rim has 0 to 50 mm.", "3 to 8 mm is usual.");
        }
        if (scalePercent < 25 || scalePercent > 400) {
            throw new Invalid(
                    "profile.scale", "tidy.scalePercent", "Scale goes from 25 to 400 percent.", "71 takes A3 to A4.");
        }
        if (!scaleTo.isEmpty() && MediaSizes.byName(scaleTo).isEmpty()) {
            throw new Invalid(
                    "profile.scaleTo",
                    "tidy.scaleTo",
                    "\"" + scaleTo + "\" is no known paper size.",
                    "Use a name such as iso_a4_210x297mm.");
        }
        if (fileDpi != 0 && (fileDpi < 75 || fileDpi > 600)) {
            throw new Invalid(
                    "profile.fileDpi",
                    "tidy.fileDpi",
                    "Files have 75 to 600 dpi.",
                    "Leave it as scanned, or choose 150.");
        }
    }

    public Tidy withFileDpi(int fileDpi) {
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

    /** Only what changes size and prints: for a page whose place is mended already. */
    public Tidy onlySizeAndStamp() {
        return new Tidy(
                null,
                false,
                false,
                false,
                null,
                0,
                false,
                null,
                false,
                false,
                scalePercent,
                scaleTo,
                fileDpi,
                stamp,
                false,
                false);
    }

    /** What is done, for the profile's sentence. */
    public List<String> words() {
        List<String> words = new ArrayList<>();
        add(words, skipBlank != SkipBlank.NO, "blank sides skipped");
        add(words, card, "card on one page");
        add(words, portrait, "portrait cut out");
        add(words, openedBook != Book.NO, "opened book in two pages");
        add(words, eachPaper, "a page for each paper on the glass");
        add(words, crop, "cropped");
        add(words, straighten, "straightened");
        add(words, upright, "upright");
        add(words, edges != Rim.LEAVE, "edges cleaned");
        add(words, gutter, "gutter cleaned");
        add(words, fringe, "colour fringes removed");
        add(words, scalePercent != 100, "scaled to " + scalePercent + " %");
        add(
                words,
                !scaleTo.isEmpty(),
                "scaled to " + MediaSizes.byName(scaleTo).map(s -> s.label()).orElse(""));
        add(words, fileDpi != 0, "files at " + fileDpi + " dpi");
        add(words, stamp.applies(), "stamped");
        return words;
    }

    private static void add(List<String> words, boolean done, String word) {
        if (done) {
            words.add(word);
        }
    }
}
