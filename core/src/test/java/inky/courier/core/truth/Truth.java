package inky.courier.core.truth;

import inky.courier.core.page.Box;
import inky.courier.core.page.Kind;
import inky.courier.core.page.PageColour;
import inky.courier.core.page.PageRaster;
import java.util.Optional;

/**
 * A drawn scan and what is true of it.
 *
 * @param what in words, for the message of a failed check
 * @param skew counter-clockwise turn of the content
 * @param upright clockwise turn that makes it upright
 * @param media PWG name, or empty when the paper has no standard's size
 * @param portrait in pixels of the scan
 * @param text what is printed, for character error rates
 */
public record Truth(
        String what,
        PageRaster raster,
        double skew,
        int upright,
        PageColour colour,
        boolean blank,
        String media,
        double widthMm,
        double heightMm,
        Kind kind,
        Optional<Box> portrait,
        String text) {}
