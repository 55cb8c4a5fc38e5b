package inky.courier.core.profile;

import inky.courier.core.Invalid;
import inky.courier.core.media.Resolution;
import inky.courier.core.message.Message;
import java.util.ArrayList;
import java.util.List;

/**
 * How paper becomes pages and files. Every part may be left out and is then what most offices use.
 *
 * @param colour what the pages are to be
 * @param resolution of the scan
 * @param sides which sides are scanned
 * @param input where the paper lies, and its size
 * @param tone how light and dark become samples
 * @param tidy the clean-up
 * @param grouping where one file ends and the next begins
 * @param files what is made of the pages
 */
public record ScanProfile(
        ColourMode colour,
        Resolution resolution,
        Sides sides,
        ScanInput input,
        Tone tone,
        Tidy tidy,
        Grouping grouping,
        FileSettings files) {
    public ScanProfile {
        colour = colour == null ? ColourMode.AS_FOUND : colour;
        resolution = resolution == null ? new Resolution(200) : resolution;
        sides = sides == null ? Sides.ONE : sides;
        input = input == null ? ScanInput.FEEDER : input;
        tone = tone == null ? Tone.USUAL : tone;
        tidy = tidy == null ? Tidy.NONE : tidy;
        grouping = grouping == null ? Grouping.ONE_FILE : grouping;
        files = files == null ? FileSettings.PDF : files;
        if (input.fromGlass() && sides.both()) {
            throw Invalid.of("profile.glass-sides", "sides");
        }
        if (tidy.openedBook() != Tidy.Book.NO && tidy.card()) {
            throw Invalid.of("profile.book", "tidy.openedBook");
        }
        if (tidy.eachPaper() && (tidy.openedBook() != Tidy.Book.NO || tidy.card())) {
            throw Invalid.of("profile.eachPaper", "tidy.eachPaper");
        }
    }

    /** A profile of which only the first things are chosen. */
    public ScanProfile(ColourMode colour, Resolution resolution, Sides sides, FileType type) {
        this(
                colour,
                resolution,
                sides,
                ScanInput.FEEDER,
                Tone.USUAL,
                Tidy.NONE,
                Grouping.ONE_FILE,
                FileSettings.of(type));
    }

    public ScanProfile withColour(ColourMode colour) {
        return new ScanProfile(colour, resolution, sides, input, tone, tidy, grouping, files);
    }

    public ScanProfile withTidy(Tidy tidy) {
        return new ScanProfile(colour, resolution, sides, input, tone, tidy, grouping, files);
    }

    public ScanProfile withGrouping(Grouping grouping) {
        return new ScanProfile(colour, resolution, sides, input, tone, tidy, grouping, files);
    }

    public ScanProfile withFiles(FileSettings files) {
        return new ScanProfile(colour, resolution, sides, input, tone, tidy, grouping, files);
    }

    /** The same from elsewhere: the glass has one side. */
    public ScanProfile from(PaperSource source) {
        Sides scanned = source == PaperSource.GLASS ? Sides.ONE : sides;
        return new ScanProfile(colour, resolution, scanned, input.from(source), tone, tidy, grouping, files);
    }

    public FileType fileType() {
        return files.type();
    }

    /** The profile in one line: "Both sides, colour as found, 200 dpi, straightened, searchable PDF". */
    public Message sentence() {
        List<Message> parts = new ArrayList<>();
        parts.add(sides.words());
        input.words().ifPresent(parts::add);
        parts.add(colour.words());
        parts.add(Message.of("profile.dpi").with("dpi", resolution.dpi()));
        parts.addAll(tidy.words());
        parts.addAll(grouping.words());
        parts.add(files.words());
        return Message.list(parts);
    }

    /** Whether nobody can read its files without a passcode. */
    public boolean encryptsFiles() {
        return files.type() == FileType.PDF && !files.protection().passcode().isEmpty();
    }
}
