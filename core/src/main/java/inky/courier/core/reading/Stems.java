package inky.courier.core.reading;

import inky.courier.core.page.Box;
import inky.courier.core.page.PageRaster;

/** How broad the strokes of printed words are: bold print has broader ones at the same height. */
final class Stems {
    private Stems() {}

    /**
     * The usual breadth of strokes along lines across a word, in pixels with parts: what is half dark counts half.
     *
     * @return 0 where there is no ink
     */
    static double usual(PageRaster grey, Box box) {
        int right = Math.min(grey.width(), box.x() + box.width());
        int bottom = Math.min(grey.height(), box.y() + box.height());
        byte[] samples = grey.samples();
        int darkest = 255;
        int lightest = 0;
        for (int y = box.y(); y < bottom; y++) {
            for (int at = y * grey.width() + box.x(), end = y * grey.width() + right; at < end; at++) {
                darkest = Math.min(darkest, samples[at] & 0xff);
                lightest = Math.max(lightest, samples[at] & 0xff);
            }
        }
        int spread = lightest - darkest;
        if (spread < 24) {
            return 0;
        }
        int limit = darkest + spread / 2;
        // Tenths of a pixel; broader strokes than this are no letters'.
        int[] breadths = new int[400];
        int count = 0;
        for (int y = box.y(); y < bottom; y++) {
            int dark = 0;
            boolean inked = false;
            for (int x = box.x(); x <= right; x++) {
                int value = x < right ? samples[y * grey.width() + x] & 0xff : lightest;
                if (value < limit) {
                    inked = true;
                    dark += lightest - value;
                } else if (inked) {
                    breadths[Math.min(breadths.length - 1, dark * 10 / spread)]++;
                    count++;
                    dark = 0;
                    inked = false;
                }
            }
        }
        int half = count / 2;
        for (int breadth = 0; breadth < breadths.length; breadth++) {
            half -= breadths[breadth];
            if (half < 0) {
                return breadth / 10.0;
            }
        }
        return 0;
    }
}
