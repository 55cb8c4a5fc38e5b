package inky.courier.core.sizing;

import inky.courier.core.media.MediaSize;
import inky.courier.core.message.Message;
import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Tidy;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/** What a scan will cost in bytes, before anybody scans. */
public final class SizeModel {
    /** A mail's own head, text and part heads, beside the encoded file; measured on Courier's mails. */
    public static final long MAIL_HEAD = 2_600;

    /** Objects of a page in a PDF: page, content, image dictionary, cross reference. */
    private static final int PDF_PAGE = 700;

    private static final int PDF_FILE = 2_500;

    /** Colour profile and metadata of PDF/A. */
    private static final int ARCHIVE = 3_600;

    /** The invisible words of a page, and once a file the font's part that they need. */
    private static final int WORDS_PAGE = 2_600;

    private static final int WORDS_FILE = 22_000;

    private SizeModel() {}

    /**
     * What so many pages come to.
     *
     * @param page bytes of one page
     * @param file bytes of all pages in the profile's files
     * @param mail bytes of a mail that carries them (RFC 2045)
     * @param pagesThatFit pages of nine scans in ten that a limit holds; empty without a limit
     */
    public record Estimate(Range page, Range file, Range mail, Optional<Integer> pagesThatFit) {
        /** Whether nine scans in ten fit. */
        public boolean fits(long limit) {
            return mail.p90() <= limit;
        }
    }

    /**
     * A profile that fits, and what it costs in quality.
     *
     * @param givesUp empty when nothing
     */
    public record Advice(ScanProfile profile, List<Message> givesUp, Estimate estimate) {}

    public static Estimate estimate(
            ScanProfile profile, MediaSize media, int pages, Optional<Long> limit, Observed observed) {
        Range coded = coded(profile, media);
        Range file = file(profile, coded, observed, pages);
        return new Estimate(
                file(profile, coded, observed, 1).plus(-once(profile)),
                file,
                mail(profile, file, pages),
                limit.map(bytes -> pagesThatFit(profile, coded, observed, bytes)));
    }

    /** What a single page is coded to, by the table. */
    private static Range coded(ScanProfile profile, MediaSize media) {
        Tidy tidy = profile.tidy();
        int scanned = profile.resolution().dpi();
        int dpi = tidy.fileDpi() == 0 ? scanned : Math.min(tidy.fileDpi(), scanned);
        double scale = tidy.scalePercent() / 100.0;
        Coding coding = Coding.of(profile);
        return PageSizes.bytes(coding, dpi, media).times(coding.isOfText() ? 1 : scale * scale);
    }

    private static Range file(ScanProfile profile, Range coded, Observed observed, int pages) {
        FileSettings files = profile.files();
        double beside = 0;
        if (files.type() == FileType.PDF) {
            beside = PDF_PAGE + (files.searchable() ? WORDS_PAGE : 0);
        }
        int count = files.onePageEach() ? pages : 1;
        return observed.correct(coded.sum(pages), pages).plus(beside * pages + once(profile) * count);
    }

    /** What each file has beside its pages. */
    private static double once(ScanProfile profile) {
        FileSettings files = profile.files();
        return files.type() == FileType.PDF
                ? PDF_FILE + (files.archive() ? ARCHIVE : 0) + (files.searchable() ? WORDS_FILE : 0)
                : PageSizes.once(files.type());
    }

    private static Range mail(ScanProfile profile, Range file, int pages) {
        int parts = profile.files().onePageEach() ? pages : 1;
        return new Range(encoded(file.p10(), parts), encoded(file.p50(), parts), encoded(file.p90(), parts));
    }

    private static double encoded(double bytes, int parts) {
        return MailSize.base64(Math.round(bytes)) + MAIL_HEAD + 250.0 * (parts - 1);
    }

    private static int pagesThatFit(ScanProfile profile, Range coded, Observed observed, long limit) {
        int low = 0;
        int high = 1;
        while (high < 100_000
                && mail(profile, file(profile, coded, observed, high), high).p90() <= limit) {
            low = high;
            high *= 2;
        }
        while (high - low > 1) {
            int middle = (low + high) / 2;
            if (mail(profile, file(profile, coded, observed, middle), middle).p90() <= limit) {
                low = middle;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /** The change that costs least quality and makes so many pages fit; empty when none does. */
    public static Optional<Advice> bestThatFits(
            ScanProfile profile, MediaSize media, int pages, long limit, Observed observed) {
        return candidates(profile).stream()
                .map(c -> new Advice(
                        c.profile, c.givesUp, estimate(c.profile, media, pages, Optional.of(limit), observed)))
                .filter(advice -> advice.estimate.fits(limit))
                .findFirst();
    }

    private static final Message COLOUR = Message.of("profile.gives-up.colour");
    private static final Message SHADES = Message.of("profile.gives-up.shades");
    private static final Message SMALL_TYPE = Message.of("profile.gives-up.small-type");

    private static Message detail(int dpi) {
        return Message.of("profile.gives-up.detail-" + dpi);
    }

    private record Candidate(ScanProfile profile, List<Message> givesUp, double cost) {}

    /** Every combination of what can be given up, the least missed first; the costs are judgement, not measurement. */
    private static List<Candidate> candidates(ScanProfile profile) {
        List<Candidate> found = new ArrayList<>();
        found.add(new Candidate(profile, List.of(), 0));
        widen(found, c -> light(c.profile), Message.of("profile.gives-up.grain"), 1);
        widen(found, c -> asFound(c.profile), Message.of("profile.gives-up.colour-where-none"), 1.5);
        widen(found, c -> quality(c.profile), Message.of("profile.gives-up.sharpness"), 2.5);
        widen(found, c -> dpi(c.profile, 200), detail(200), 2);
        widen(found, c -> dpi(c.profile, 150), detail(150), 5);
        widen(found, c -> colour(c.profile, ColourMode.GREY), COLOUR, 8);
        widen(found, c -> colour(c.profile, ColourMode.BLACK_AND_WHITE), SHADES, 14);
        widen(found, c -> dpi(c.profile, 100), SMALL_TYPE, 16);
        return found.stream()
                .sorted(Comparator.comparingDouble(Candidate::cost))
                .toList();
    }

    private interface Change {
        Optional<ScanProfile> of(Candidate candidate);
    }

    private static void widen(List<Candidate> found, Change change, Message givesUp, double cost) {
        for (Candidate candidate : List.copyOf(found)) {
            change.of(candidate).ifPresent(profile -> {
                List<Message> words = new ArrayList<>(candidate.givesUp);
                if (givesUp.equals(detail(150)) || givesUp.equals(SMALL_TYPE)) {
                    words.removeAll(List.of(detail(200), detail(150)));
                }
                if (givesUp.equals(SHADES)) {
                    words.remove(COLOUR);
                }
                words.add(givesUp);
                found.add(new Candidate(profile, List.copyOf(words), candidate.cost + cost));
            });
        }
    }

    private static Optional<ScanProfile> light(ScanProfile p) {
        FileSettings f = p.files();
        boolean possible = f.type() == FileType.PDF && !f.light() && p.colour() != ColourMode.BLACK_AND_WHITE;
        return possible ? Optional.of(p.withFiles(f.withLight(true))) : Optional.empty();
    }

    private static Optional<ScanProfile> quality(ScanProfile p) {
        FileSettings f = p.files();
        boolean possible = f.quality() != FileSettings.Quality.SMALL && p.colour() != ColourMode.BLACK_AND_WHITE;
        return possible ? Optional.of(p.withFiles(f.withQuality(FileSettings.Quality.SMALL))) : Optional.empty();
    }

    private static Optional<ScanProfile> asFound(ScanProfile p) {
        return p.colour() == ColourMode.COLOUR ? colour(p, ColourMode.AS_FOUND) : Optional.empty();
    }

    private static Optional<ScanProfile> colour(ScanProfile p, ColourMode mode) {
        if (p.colour() == mode || p.colour() == ColourMode.BLACK_AND_WHITE) {
            return Optional.empty();
        }
        // Black and white has no layers to part.
        boolean light = p.files().light() && mode != ColourMode.BLACK_AND_WHITE;
        return Optional.of(p.withColour(mode).withFiles(p.files().withLight(light)));
    }

    private static Optional<ScanProfile> dpi(ScanProfile p, int dpi) {
        int now = p.tidy().fileDpi() == 0 ? p.resolution().dpi() : p.tidy().fileDpi();
        return now <= dpi ? Optional.empty() : Optional.of(p.withTidy(p.tidy().with(tidy -> tidy.fileDpi = dpi)));
    }
}
