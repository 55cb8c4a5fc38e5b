package inky.courier.core.sizing;

import inky.courier.core.profile.ColourMode;
import inky.courier.core.profile.FileSettings;
import inky.courier.core.profile.FileType;
import inky.courier.core.profile.ScanProfile;
import inky.courier.core.profile.Tone;

/** The ways in which a page comes to its bytes; each is measured on its own. */
public enum Coding {
    COLOUR_SMALL,
    COLOUR_USUAL,
    COLOUR_FINE,
    GREY_SMALL,
    GREY_USUAL,
    GREY_FINE,
    FOUND_SMALL,
    FOUND_USUAL,
    FOUND_FINE,
    LIGHT_COLOUR,
    LIGHT_GREY,
    LIGHT_FOUND,
    FAX_PRINT,
    FAX_DOTS,
    PLAIN_COLOUR,
    PLAIN_GREY,
    PLAIN_FOUND,
    PNG_BITONAL,
    TEXT,
    WORD,
    EXCEL,
    SPOKEN,
    SPOKEN_WAV;

    /** The coding that a profile comes to. */
    public static Coding of(ScanProfile profile) {
        FileSettings files = profile.files();
        FileType type = files.type();
        if (type.readsText()) {
            return ofText(files);
        }
        boolean plain = type == FileType.PNG || type == FileType.TIFF && files.quality() == FileSettings.Quality.FINE;
        if (profile.colour() == ColourMode.BLACK_AND_WHITE) {
            boolean dots = profile.tone().content() == Tone.Content.PHOTO;
            boolean fax = type == FileType.PDF || type == FileType.TIFF;
            return fax ? dots ? FAX_DOTS : FAX_PRINT : type == FileType.PNG ? PNG_BITONAL : grey(files.quality());
        }
        return switch (profile.colour()) {
            case COLOUR -> files.light() ? LIGHT_COLOUR : plain ? PLAIN_COLOUR : colour(files.quality());
            case GREY -> files.light() ? LIGHT_GREY : plain ? PLAIN_GREY : grey(files.quality());
            default -> files.light() ? LIGHT_FOUND : plain ? PLAIN_FOUND : found(files.quality());
        };
    }

    /** Whether it is made of the words on the page, which weigh the same however finely they were scanned. */
    boolean isOfText() {
        return compareTo(TEXT) >= 0;
    }

    /** What is made of the words alone: pixels do not count. */
    private static Coding ofText(FileSettings files) {
        return switch (files.type()) {
            case TEXT -> TEXT;
            case WORD -> WORD;
            case EXCEL -> EXCEL;
            default -> files.spokenAs() == FileSettings.Spoken.WAV ? SPOKEN_WAV : SPOKEN;
        };
    }

    private static Coding colour(FileSettings.Quality quality) {
        return switch (quality) {
            case SMALL -> COLOUR_SMALL;
            case USUAL -> COLOUR_USUAL;
            case FINE -> COLOUR_FINE;
        };
    }

    private static Coding grey(FileSettings.Quality quality) {
        return switch (quality) {
            case SMALL -> GREY_SMALL;
            case USUAL -> GREY_USUAL;
            case FINE -> GREY_FINE;
        };
    }

    private static Coding found(FileSettings.Quality quality) {
        return switch (quality) {
            case SMALL -> FOUND_SMALL;
            case USUAL -> FOUND_USUAL;
            case FINE -> FOUND_FINE;
        };
    }
}
