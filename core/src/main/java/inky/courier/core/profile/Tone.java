package inky.courier.core.profile;

import inky.courier.core.Invalid;

/**
 * How light and dark become samples.
 *
 * @param content what is mostly on the pages; decides how black and white is made
 * @param threshold one for the page, or one for each place
 * @param density -4 lighter to 4 darker; only with {@link Exposure#MANUAL}
 * @param contrast -4 softer to 4 harder; only with {@link Exposure#MANUAL}
 */
public record Tone(Content content, Threshold threshold, Exposure exposure, int density, int contrast) {
    public static final Tone USUAL = new Tone(Content.TEXT, Threshold.LOCAL, Exposure.AS_SCANNED, 0, 0);

    /** What is mostly on the pages. */
    public enum Content {
        TEXT,
        PHOTO,
        TEXT_AND_PHOTO,
        MAP
    }

    /** How ink is told from paper. */
    public enum Threshold {
        /** One for the whole page: N. Otsu, 1979. */
        GLOBAL,
        /** One for each place, for uneven light. */
        LOCAL
    }

    /** What is done about a page too dark or too pale. */
    public enum Exposure {
        AS_SCANNED,
        AUTOMATIC,
        MANUAL
    }

    public Tone {
        content = content == null ? Content.TEXT : content;
        threshold = threshold == null ? Threshold.LOCAL : threshold;
        exposure = exposure == null ? Exposure.AS_SCANNED : exposure;
        if (Math.abs(density) > 4 || Math.abs(contrast) > 4) {
            throw Invalid.of("profile.tone", "tone.density");
        }
    }
}
