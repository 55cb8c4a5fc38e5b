package inky.courier.core.tidy;

import inky.courier.core.media.MediaSize;
import inky.courier.core.media.MediaSizes;
import inky.courier.core.page.PageRaster;
import java.util.Arrays;

/** Both sides of a card on one page, each in its own size, one above the other. */
public final class CardSheet {
    private CardSheet() {}

    /** An A4 page with the front in its upper half and the back in its lower; the back alone may be missing. */
    public static PageRaster of(PageRaster front, java.util.Optional<PageRaster> back) {
        MediaSize a4 = MediaSizes.A4;
        int width = front.resolution().pixels(a4.width());
        int height = front.resolution().pixels(a4.height());
        byte[] samples = new byte[width * height * 3];
        Arrays.fill(samples, (byte) 255);
        PageRaster sheet = new PageRaster(width, height, 3, front.resolution(), samples);
        place(sheet, front, height / 4);
        back.ifPresent(side -> place(sheet, Resample.at(side, front.resolution()), height * 3 / 4));
        return sheet;
    }

    private static void place(PageRaster sheet, PageRaster card, int middle) {
        int left = Math.max(0, (sheet.width() - card.width()) / 2);
        int top = Math.max(0, middle - card.height() / 2);
        for (int y = 0; y < card.height() && top + y < sheet.height(); y++) {
            for (int x = 0; x < card.width() && left + x < sheet.width(); x++) {
                int from = (y * card.width() + x) * card.channels();
                int to = ((top + y) * sheet.width() + left + x) * 3;
                for (int c = 0; c < 3; c++) {
                    sheet.samples()[to + c] = card.samples()[from + (card.isGrey() ? 0 : c)];
                }
            }
        }
    }
}
