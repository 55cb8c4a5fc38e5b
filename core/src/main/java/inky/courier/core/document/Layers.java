package inky.courier.core.document;

import inky.courier.core.page.Box;
import java.util.List;

/**
 * A page in layers (mixed raster content, ITU-T T.44): a coarse picture of the paper, the pictures on it in full quality,
 * and over them the print, sharp, in its own colours.
 *
 * @param paper a coarse JPEG of everything that is neither print nor picture
 * @param pictures where they lie on the page, in pixels, each a JPEG of its own
 * @param prints the dark print, and the pale print where there is any
 * @param kept how much of the scan's contrast is in the layers, where anything stands: 1 is all of it
 */
@SuppressWarnings("ArrayRecordComponent")
public record Layers(byte[] paper, List<Picture> pictures, List<Printed> prints, double kept) {
    /**
     * Print of one strength.
     *
     * @param mask by ITU-T T.88, 0 where ink is, at the page's full resolution
     */
    @SuppressWarnings("ArrayRecordComponent")
    public record Printed(byte[] mask, Ink ink) {}

    /** One picture of the page. */
    public record Picture(Box box, byte[] jpeg) {}

    /** What the print is printed in. */
    public sealed interface Ink {
        /** One colour for the page, each part 0 to 255. */
        record One(int red, int green, int blue) implements Ink {}

        /** Colours by place, as a very coarse JPEG. */
        record Many(byte[] jpeg) implements Ink {}
    }

    /** Bytes of all layers. */
    public long bytes() {
        long sum = paper.length;
        for (Printed printed : prints) {
            sum += printed.mask.length + (printed.ink instanceof Ink.Many many ? many.jpeg.length : 0);
        }
        for (Picture picture : pictures) {
            sum += picture.jpeg.length;
        }
        return sum;
    }
}
