package inky.courier.core.page;

import inky.courier.core.media.MediaSize;

/**
 * The paper within a scan.
 *
 * @param media the size that it is, upright
 * @param widthMm the paper's extent along its own edges, in the scan's left to right
 * @param heightMm the paper's extent in the scan's top to bottom
 * @param outline its four corners in pixels of the scan
 * @param skewDegrees how far the paper lies askew, counter-clockwise positive; 0 when its edges are the scan's
 * @param edgesSeen whether it was told from the scanner's background; else it fills the scan
 */
public record Paper(
        MediaSize media, double widthMm, double heightMm, Outline outline, double skewDegrees, boolean edgesSeen) {
    Paper fillingTheScan() {
        return new Paper(media, widthMm, heightMm, outline, 0, false);
    }
}
