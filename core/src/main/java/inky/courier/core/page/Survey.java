package inky.courier.core.page;

/**
 * A page at about 100 cells an inch, made in one pass over its pixels: all that most of the analysis looks at. Each cell
 * is the mean of a square of pixels, so the noise of paper and lamp is already halved.
 */
final class Survey {
    private static final int PIXELS_PER_INCH_OF_CELL = 90;

    final int width;
    final int height;

    /** Pixels along a cell's side; not always whole. */
    final double pixels;

    /** Side of a cell in millimetres. */
    final double mm;

    /** Lightness of each cell, 0 to 255. */
    final short[] light;

    /** Red less green of each cell; empty for a grey page. */
    final short[] redGreen;

    /** Mean of red and green, less blue; empty for a grey page. */
    final short[] blueYellow;

    private Survey(int width, int height, double pixels, double mm, boolean coloured) {
        this.width = width;
        this.height = height;
        this.pixels = pixels;
        this.mm = mm;
        this.light = new short[width * height];
        this.redGreen = coloured ? new short[width * height] : new short[0];
        this.blueYellow = coloured ? new short[width * height] : new short[0];
    }

    static Survey of(PageRaster page) {
        int dpi = page.resolution().dpi();
        // What a stroke looks like in cells depends on their size, so it is much the same for every resolution.
        boolean between = dpi >= 110 && dpi < 2 * PIXELS_PER_INCH_OF_CELL;
        double pixels = between ? dpi / 100.0 : Math.max(1, dpi / PIXELS_PER_INCH_OF_CELL);
        Survey survey = new Survey(
                Math.max(1, (int) (page.width() / pixels)),
                Math.max(1, (int) (page.height() / pixels)),
                pixels,
                pixels * 25.4 / dpi,
                !page.isGrey());
        if (between) {
            survey.readBetween(page);
        } else if (page.isGrey()) {
            survey.readGrey(page, (int) pixels);
        } else {
            survey.readColour(page, (int) pixels);
        }
        return survey;
    }

    /** The same in larger cells, each the mean of so many squared: what is large is seen there at a fraction of the time. */
    Survey coarser(int factor) {
        Survey coarse = new Survey(
                Math.max(1, width / factor), Math.max(1, height / factor), pixels * factor, mm * factor, !isGrey());
        mean(light, coarse, coarse.light, factor);
        if (!isGrey()) {
            mean(redGreen, coarse, coarse.redGreen, factor);
            mean(blueYellow, coarse, coarse.blueYellow, factor);
        }
        return coarse;
    }

    private void mean(short[] from, Survey coarse, short[] to, int factor) {
        int[] sums = new int[coarse.width];
        for (int row = 0; row < coarse.height; row++) {
            java.util.Arrays.fill(sums, 0);
            for (int y = row * factor; y < Math.min(height, (row + 1) * factor); y++) {
                for (int col = 0, at = y * width; col < coarse.width; col++) {
                    for (int k = 0; k < factor && col * factor + k < width; k++) {
                        sums[col] += from[at++];
                    }
                }
            }
            for (int col = 0; col < coarse.width; col++) {
                to[row * coarse.width + col] = (short) Math.round((float) sums[col] / (factor * factor));
            }
        }
    }

    boolean isGrey() {
        return redGreen.length == 0;
    }

    /** Cells that a length in millimetres has. */
    int cells(double millimetres) {
        return (int) Math.round(millimetres / mm);
    }

    private void readGrey(PageRaster page, int factor) {
        byte[] samples = page.samples();
        int[] sums = new int[width];
        int area = factor * factor;
        for (int row = 0; row < height; row++) {
            java.util.Arrays.fill(sums, 0);
            int bottom = Math.min(page.height(), (row + 1) * factor);
            for (int y = row * factor; y < bottom; y++) {
                int s = y * page.width();
                for (int col = 0; col < width; col++) {
                    int sum = 0;
                    for (int k = 0; k < factor; k++) {
                        sum += samples[s++] & 0xff;
                    }
                    sums[col] += sum;
                }
            }
            for (int col = 0; col < width; col++) {
                light[row * width + col] = (short) ((sums[col] + area / 2) / area);
            }
        }
    }

    private void readColour(PageRaster page, int factor) {
        byte[] samples = page.samples();
        int stride = page.width() * 3;
        for (int row = 0; row < height; row++) {
            int above = row * factor * stride;
            int at = row * width;
            switch (factor) {
                case 2 -> readPairs(samples, above, stride, at);
                case 3 -> readTriples(samples, above, stride, at);
                default -> readSquares(samples, above, stride, at, factor);
            }
        }
    }

    private void readSquares(byte[] samples, int above, int stride, int first, int factor) {
        for (int at = first, left = above; at < first + width; at++, left += 3 * factor) {
            int red = 0;
            int green = 0;
            int blue = 0;
            for (int y = 0; y < factor; y++) {
                for (int s = left + y * stride, end = s + 3 * factor; s < end; s += 3) {
                    red += samples[s] & 0xff;
                    green += samples[s + 1] & 0xff;
                    blue += samples[s + 2] & 0xff;
                }
            }
            // At 1200 dpi their sums in 65536ths would be too large.
            int area = factor * factor;
            put(at, red / area, green / area, blue / area, 1);
        }
    }

    /** The same for 200 dpi, the usual resolution, without inner loops: three times as fast. */
    private void readPairs(byte[] samples, int above, int stride, int first) {
        for (int at = first, a = above, b = above + stride; at < first + width; at++, a += 6, b += 6) {
            int red = (samples[a] & 0xff) + (samples[a + 3] & 0xff) + (samples[b] & 0xff) + (samples[b + 3] & 0xff);
            int green = (samples[a + 1] & 0xff)
                    + (samples[a + 4] & 0xff)
                    + (samples[b + 1] & 0xff)
                    + (samples[b + 4] & 0xff);
            int blue = (samples[a + 2] & 0xff)
                    + (samples[a + 5] & 0xff)
                    + (samples[b + 2] & 0xff)
                    + (samples[b + 5] & 0xff);
            put(at, red, green, blue, 4);
        }
    }

    /** And for 300 dpi. */
    private void readTriples(byte[] samples, int above, int stride, int first) {
        for (int at = first, s = above; at < first + width; at++, s += 9) {
            int red = triple(samples, s) + triple(samples, s + stride) + triple(samples, s + 2 * stride);
            int green = triple(samples, s + 1) + triple(samples, s + 1 + stride) + triple(samples, s + 1 + 2 * stride);
            int blue = triple(samples, s + 2) + triple(samples, s + 2 + stride) + triple(samples, s + 2 + 2 * stride);
            put(at, red, green, blue, 9);
        }
    }

    private static int triple(byte[] samples, int s) {
        return (samples[s] & 0xff) + (samples[s + 3] & 0xff) + (samples[s + 6] & 0xff);
    }

    /** @param area pixels that were added up */
    private void put(int at, int red, int green, int blue, int area) {
        // BT.601's luma, as in PageRaster.toGrey.
        light[at] = (short) ((red * 19595 + green * 38470 + blue * 7471) / area >> 16);
        redGreen[at] = (short) ((red - green) / area);
        blueYellow[at] = (short) ((red + green - 2 * blue) / (2 * area));
    }

    /** The same where a cell is no whole number of pixels: each pixel counts by its share, in 128ths each way. */
    private void readBetween(PageRaster page) {
        int n = page.channels();
        int[] places = new int[width * 3];
        int[] shares = new int[width * 3];
        for (int x = 0; x < width; x++) {
            int first = share(x, page.width(), shares, x * 3);
            for (int k = 0; k < 3; k++) {
                places[x * 3 + k] = Math.min(page.width() - 1, first + k) * n;
            }
        }
        int[] rowShares = new int[3];
        int[] sums = new int[width * n];
        for (int y = 0; y < height; y++) {
            java.util.Arrays.fill(sums, 0);
            int top = share(y, page.height(), rowShares, 0);
            for (int k = 0; k < 3; k++) {
                int row = Math.min(page.height() - 1, top + k) * page.width() * n;
                if (rowShares[k] > 0 && n == 3) {
                    addColour(page.samples(), row, rowShares[k], places, shares, sums);
                } else if (rowShares[k] > 0) {
                    addGrey(page.samples(), row, rowShares[k], places, shares, sums);
                }
            }
            for (int x = 0, at = y * width; x < width; x++, at++) {
                if (n == 1) {
                    light[at] = (short) (sums[x] >> 14);
                } else {
                    int red = sums[x * 3] >> 14;
                    int green = sums[x * 3 + 1] >> 14;
                    int blue = sums[x * 3 + 2] >> 14;
                    light[at] = (short) ((red * 19595 + green * 38470 + blue * 7471) >> 16);
                    redGreen[at] = (short) (red - green);
                    blueYellow[at] = (short) ((red + green) / 2 - blue);
                }
            }
        }
    }

    /** Adds a row of pixels to the cells of a row; without branches, as this is most of what a page at 150 dpi costs. */
    private static void addColour(byte[] samples, int row, int weight, int[] places, int[] shares, int[] sums) {
        for (int i = 0; i < places.length; i += 3) {
            int a = row + places[i];
            int b = row + places[i + 1];
            int c = row + places[i + 2];
            int ofA = weight * shares[i];
            int ofB = weight * shares[i + 1];
            int ofC = weight * shares[i + 2];
            sums[i] += ofA * (samples[a] & 0xff) + ofB * (samples[b] & 0xff) + ofC * (samples[c] & 0xff);
            sums[i + 1] +=
                    ofA * (samples[a + 1] & 0xff) + ofB * (samples[b + 1] & 0xff) + ofC * (samples[c + 1] & 0xff);
            sums[i + 2] +=
                    ofA * (samples[a + 2] & 0xff) + ofB * (samples[b + 2] & 0xff) + ofC * (samples[c + 2] & 0xff);
        }
    }

    private static void addGrey(byte[] samples, int row, int weight, int[] places, int[] shares, int[] sums) {
        for (int x = 0, i = 0; x < sums.length; x++, i += 3) {
            sums[x] += weight
                    * (shares[i] * (samples[row + places[i]] & 0xff)
                            + shares[i + 1] * (samples[row + places[i + 1]] & 0xff)
                            + shares[i + 2] * (samples[row + places[i + 2]] & 0xff));
        }
    }

    /** The first pixel of a cell, and how much of it and the next two belongs to the cell; 128 in all. */
    private int share(int cell, int count, int[] shares, int at) {
        double from = cell * pixels;
        double to = Math.min(count, from + pixels);
        int first = (int) from;
        int left = 128;
        for (int k = 0; k < 3; k++) {
            double part = Math.max(0, Math.min(to, first + k + 1) - Math.max(from, first + k));
            shares[at + k] = k == 2 ? left : Math.min(left, (int) Math.round(part / pixels * 128));
            left -= shares[at + k];
        }
        return first;
    }
}
