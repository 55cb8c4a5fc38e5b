package inky.courier.core.document;

import inky.courier.core.page.Box;
import inky.courier.core.page.PageRaster;
import inky.courier.core.tidy.PictureSquares;
import inky.courier.core.tidy.Resample;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Parts a colour page into layers: print, paper, pictures. Print is what is clearly darker than its surroundings and thin;
 * pictures and charts are kept as they are, so nothing looks worse than in an ordinary file. The layers are then held
 * against the scan: where they lose contrast, what is there becomes print of its own in its own pale colour, and where that
 * does not help either, a picture. Where layers would not be smaller, or the page is mostly picture, there are none.
 */
final class LightPage {
    private static final int PAPER_DPI = 60;
    private static final int INK_DPI = 25;
    private static final float PAPER_QUALITY = 0.35f;
    private static final float INK_QUALITY = 0.5f;

    /** More picture than this, and an ordinary page is as small and looks better. */
    private static final double MOST_PICTURE = 0.55;

    /** What becomes a picture can take from its neighbours' paper, so it is looked at again. */
    private static final int MOST_ROUNDS = 4;

    private final PageRaster page;
    private final LayerProof proof;
    private final CellSums all;
    private PictureSquares squares;
    private Print dark;
    private @Nullable Print pale;
    private LayerCells paper;

    /** What is printed in one layer, and its colours. */
    private record Print(boolean[] mask, LayerCells ink) {}

    private LightPage(PageRaster page, PictureSquares squares) {
        this.page = page;
        this.squares = squares;
        this.proof = new LayerProof(page, squares);
        this.all = CellSums.of(page, side(PAPER_DPI));
        this.dark = print(PrintMask.of(page, squares));
        this.paper = composed();
    }

    /**
     * @param quality of the pictures
     * @param ordinaryBytes what the page takes as an ordinary JPEG
     */
    static Optional<Layers> part(PageRaster page, float quality, long ordinaryBytes) throws IOException {
        PictureSquares squares = PictureSquares.of(page);
        if (isMostlyPicture(squares)) {
            return Optional.empty();
        }
        LightPage light = new LightPage(page, squares);
        if (!light.settle()) {
            return Optional.empty();
        }
        Layers layers = light.layers(quality);
        return layers.bytes() < ordinaryBytes * 0.8 ? Optional.of(layers) : Optional.empty();
    }

    private static boolean isMostlyPicture(PictureSquares squares) {
        return squares.share() > MOST_PICTURE;
    }

    /** Parts the page until nothing that can be read in the scan is lost; false when an ordinary page is better. */
    private boolean settle() {
        boolean[] lost = proof.lost();
        if (PictureSquares.count(lost) == 0) {
            return true;
        }
        Print faint = print(PrintMask.pale(page, dark.mask, squares, proof.lostTogether(lost)));
        pale = faint;
        paper = composed();
        lost = proof.lost();
        for (int round = 0; round < MOST_ROUNDS && PictureSquares.count(lost) > 0; round++) {
            squares = squares.with(lost);
            if (isMostlyPicture(squares)) {
                return false;
            }
            if (squares.clear(dark.mask, page.width())) {
                dark = print(dark.mask);
            }
            if (squares.clear(faint.mask, page.width())) {
                faint = print(faint.mask);
                pale = faint;
            }
            paper = composed();
            lost = proof.lost();
        }
        return PictureSquares.count(lost) == 0;
    }

    /** The paper between the print; everything together is shown to the proof. */
    private LayerCells composed() {
        boolean[] print = dark.mask;
        if (pale != null) {
            print = print.clone();
            for (int i = 0; i < print.length; i++) {
                print[i] |= pale.mask[i];
            }
        }
        LayerCells between = new LayerCells(all.without(page, PrintMask.withHalo(print, page.width(), page.height())));
        between.fill();
        proof.compose(squares, between);
        proof.printDark(dark.mask, dark.ink);
        if (pale != null) {
            proof.printPale(pale.mask, pale.ink);
        }
        return between;
    }

    private Print print(boolean[] mask) {
        return new Print(mask, new LayerCells(CellSums.ofInk(page, mask, side(INK_DPI))));
    }

    private int side(int dpi) {
        return Math.max(1, (int) Math.round((double) page.resolution().dpi() / dpi));
    }

    private Layers layers(float quality) throws IOException {
        List<Layers.Printed> prints = new ArrayList<>();
        prints.add(printed(dark));
        if (pale != null) {
            prints.add(printed(pale));
        }
        return new Layers(JpegPages.encode(paper.raster(page), PAPER_QUALITY), pictures(quality), prints, proof.kept());
    }

    private Layers.Printed printed(Print print) throws IOException {
        LayerCells cells = print.ink;
        byte[] mask = Jbig2.code(pack(print.mask, page.width(), page.height()), page.width(), page.height());
        double[] mean = cells.mean();
        if (cells.isOneColour(mean)) {
            return new Layers.Printed(mask, new Layers.Ink.One((int) mean[0], (int) mean[1], (int) mean[2]));
        }
        cells.fill();
        return new Layers.Printed(mask, new Layers.Ink.Many(JpegPages.encode(cells.raster(page), INK_QUALITY)));
    }

    private static byte[] pack(boolean[] print, int width, int height) {
        int stride = (width + 7) / 8;
        byte[] packed = new byte[stride * height];
        Arrays.fill(packed, (byte) 0xff);
        for (int y = 0, at = 0; y < height; y++) {
            for (int x = 0; x < width; x++, at++) {
                if (print[at]) {
                    packed[y * stride + (x >> 3)] ^= (byte) (0x80 >> (x & 7));
                }
            }
        }
        return packed;
    }

    private List<Layers.Picture> pictures(float quality) throws IOException {
        List<Layers.Picture> pictures = new ArrayList<>();
        for (Box box : squares.boxes(page.width(), page.height())) {
            PageRaster part = Resample.part(page, box.x(), box.y(), box.width(), box.height());
            pictures.add(new Layers.Picture(
                    new Box(box.x(), box.y(), part.width(), part.height()), JpegPages.encode(part, quality)));
        }
        return pictures;
    }
}
