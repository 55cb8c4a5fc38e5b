package inky.courier.core.media;

import inky.courier.core.Invalid;
import inky.courier.core.message.Message;

/**
 * Scanner resolution, the same both ways.
 *
 * @param dpi dots per inch, 75 to 1200
 */
public record Resolution(int dpi) {
    public static final int HUNDREDTHS_OF_MM_PER_INCH = 2540;

    public Resolution {
        if (dpi < 75 || dpi > 1200) {
            throw new Invalid(
                    "profile.resolution",
                    "resolution",
                    Message.of("problem.profile.resolution").with("dpi", dpi),
                    Message.of("problem.profile.resolution.remedy"));
        }
    }

    /** Pixels that a length of so many hundredths of a millimetre has, rounded to the nearest. */
    public int pixels(int hundredthsOfMm) {
        return Math.toIntExact(Math.round((double) hundredthsOfMm * dpi / HUNDREDTHS_OF_MM_PER_INCH));
    }

    /** The length in hundredths of a millimetre of so many pixels, rounded to the nearest. */
    public int hundredthsOfMm(int pixels) {
        return Math.toIntExact(Math.round((double) pixels * HUNDREDTHS_OF_MM_PER_INCH / dpi));
    }
}
