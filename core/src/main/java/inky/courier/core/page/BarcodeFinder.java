package inky.courier.core.page;

import com.google.zxing.BarcodeFormat;
import com.google.zxing.BinaryBitmap;
import com.google.zxing.DecodeHintType;
import com.google.zxing.MultiFormatReader;
import com.google.zxing.NotFoundException;
import com.google.zxing.PlanarYUVLuminanceSource;
import com.google.zxing.Result;
import com.google.zxing.ResultPoint;
import com.google.zxing.common.HybridBinarizer;
import com.google.zxing.qrcode.detector.FinderPattern;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Barcodes of a page. Places as dense with bars as only a barcode is are found on the survey; only those are handed to the
 * decoder, at full resolution, so a page without barcodes costs next to nothing.
 */
final class BarcodeFinder {
    /** Small modules show in small squares, the wide ones of a sheet read from afar in large ones. */
    private static final double SMALL_MM = 2;

    private static final double LARGE_MM = 8;

    /** ISO/IEC 15417 asks for ten modules of quiet zone; this is more than that. */
    private static final double QUIET_MM = 4;

    /** Share of ink beyond which a side of a place is no quiet zone. */
    private static final double LOUD = 0.08;

    /** Places tried on one page; a page of halftones has many that look dense. */
    private static final int MOST_PLACES = 8;

    private static final Map<BarcodeFormat, Barcode.Symbology> SYMBOLOGIES = new EnumMap<>(Map.of(
            BarcodeFormat.QR_CODE, Barcode.Symbology.QR,
            BarcodeFormat.CODE_128, Barcode.Symbology.CODE_128,
            BarcodeFormat.CODE_39, Barcode.Symbology.CODE_39));

    private BarcodeFinder() {}

    static List<Barcode> find(Ground ground, PageRaster page) {
        List<Barcode> found = new ArrayList<>();
        for (Scale scale : List.of(new Scale(SMALL_MM, 0.24, 17), new Scale(LARGE_MM, 0.28, 6))) {
            for (Box place : densePlaces(ground, scale)) {
                read(page, place)
                        .filter(barcode ->
                                found.stream().noneMatch(known -> known.text().equals(barcode.text())))
                        .ifPresent(found::add);
            }
        }
        return found;
    }

    /**
     * How a barcode looks in squares of some size.
     *
     * @param leastInk share of the square
     * @param leastEdge mean step from cell to cell
     */
    private record Scale(double squareMm, double leastInk, int leastEdge) {}

    private static List<Box> densePlaces(Ground ground, Scale scale) {
        Survey survey = ground.survey;
        int side = Math.max(4, survey.cells(scale.squareMm));
        int across = survey.width / side;
        int down = survey.height / side;
        boolean[] dense = new boolean[across * down];
        for (int row = 0; row < down; row++) {
            for (int col = 0; col < across; col++) {
                dense[row * across + col] = isDense(ground, col * side, row * side, side, scale);
            }
        }
        List<Box> places = new ArrayList<>();
        int margin = (int) (survey.cells(QUIET_MM) * survey.pixels);
        for (Place place : components(dense, across, down)) {
            Box box = place.box();
            Box cells = new Box(box.x() * side, box.y() * side, box.width() * side, box.height() * side);
            if (place.fill() >= 0.5 && looksLikeBars(ground, cells)) {
                double f = survey.pixels;
                places.add(new Box((int) (cells.x() * f), (int) (cells.y() * f), (int) (cells.width() * f), (int)
                                (cells.height() * f))
                        .grown(margin, (int) (survey.width * f), (int) (survey.height * f)));
            }
        }
        places.sort(
                Comparator.comparingInt((Box box) -> box.width() * box.height()).reversed());
        return places.subList(0, Math.min(MOST_PLACES, places.size()));
    }

    /** A square of some size, or strokes that run one way only. Lines of bold print are neither. */
    private static boolean looksLikeBars(Ground ground, Box cells) {
        Survey survey = ground.survey;
        double width = cells.width() * survey.mm;
        double height = cells.height() * survey.mm;
        if (Math.max(width, height) < 6 || Math.min(width, height) < 4) {
            return false;
        }
        long across = 0;
        long down = 0;
        for (int y = cells.y(); y < cells.y() + cells.height() - 1; y++) {
            for (int at = y * survey.width + cells.x(), end = at + cells.width() - 1; at < end; at++) {
                int here = ground.contrast[at];
                across += Math.abs(here - ground.contrast[at + 1]);
                down += Math.abs(here - ground.contrast[at + survey.width]);
            }
        }
        boolean square = Math.min(width, height) >= 6 && Math.max(width, height) <= 1.4 * Math.min(width, height);
        return square && hasQuietZone(ground, cells) || Math.max(across, down) > 2.6 * Math.min(across, down);
    }

    /** Paper around it: letters have other letters beside them. Of the four sides one may be the edge of a label. */
    private static boolean hasQuietZone(Ground ground, Box cells) {
        Survey survey = ground.survey;
        // The squares that found it may have missed its rim.
        int off = survey.cells(SMALL_MM);
        int deep = survey.cells(1);
        int quiet = 0;
        for (Box side : List.of(
                new Box(cells.x(), cells.y() - off - deep, cells.width(), deep),
                new Box(cells.x(), cells.y() + cells.height() + off, cells.width(), deep),
                new Box(cells.x() - off - deep, cells.y(), deep, cells.height()),
                new Box(cells.x() + cells.width() + off, cells.y(), deep, cells.height()))) {
            quiet += inkShare(ground, side) < LOUD ? 1 : 0;
        }
        return quiet >= 3;
    }

    private static double inkShare(Ground ground, Box box) {
        Survey survey = ground.survey;
        int ink = 0;
        for (int y = Math.max(0, box.y()); y < Math.min(survey.height, box.y() + box.height()); y++) {
            for (int x = Math.max(0, box.x()); x < Math.min(survey.width, box.x() + box.width()); x++) {
                ink += ground.contrast[y * survey.width + x] > 70 ? 1 : 0;
            }
        }
        return (double) ink / Math.max(1, box.width() * box.height());
    }

    /** Half ink, half paper, and hardly a cell that is not at an edge between them. */
    private static boolean isDense(Ground ground, int left, int top, int side, Scale scale) {
        Survey survey = ground.survey;
        int ink = 0;
        for (int y = top; y < top + side; y += 2) {
            for (int at = y * survey.width + left, end = at + side; at < end; at += 2) {
                ink += ground.contrast[at] > 70 ? 4 : 0;
            }
        }
        // Most squares of a page end here.
        if (ink < side * side * scale.leastInk || ink > side * side * 0.95) {
            return false;
        }
        long across = 0;
        long down = 0;
        for (int y = top; y < top + side - 1; y++) {
            for (int at = y * survey.width + left, end = at + side - 1; at < end; at++) {
                int here = ground.contrast[at];
                across += Math.abs(here - ground.contrast[at + 1]);
                down += Math.abs(here - ground.contrast[at + survey.width]);
            }
        }
        return Math.max(across, down) >= (side - 1) * (side - 1) * (long) scale.leastEdge;
    }

    /** Connected dense squares, and how much of their box they fill. */
    private record Place(Box box, double fill) {}

    private static List<Place> components(boolean[] dense, int across, int down) {
        List<Place> places = new ArrayList<>();
        int[] stack = new int[dense.length * 4 + 4];
        for (int start = 0; start < dense.length; start++) {
            if (!dense[start]) {
                continue;
            }
            int depth = 0;
            stack[depth++] = start;
            dense[start] = false;
            int left = across;
            int right = 0;
            int top = down;
            int bottom = 0;
            int count = 0;
            while (depth > 0) {
                int at = stack[--depth];
                count++;
                int x = at % across;
                int y = at / across;
                left = Math.min(left, x);
                right = Math.max(right, x);
                top = Math.min(top, y);
                bottom = Math.max(bottom, y);
                int[] next = {x > 0 ? at - 1 : -1, x < across - 1 ? at + 1 : -1, at - across, at + across};
                for (int to : next) {
                    if (to >= 0 && to < dense.length && dense[to]) {
                        dense[to] = false;
                        stack[depth++] = to;
                    }
                }
            }
            Box box = new Box(left, top, right - left + 1, bottom - top + 1);
            places.add(new Place(box, (double) count / (box.width() * box.height())));
        }
        return places;
    }

    private static Optional<Barcode> read(PageRaster page, Box place) {
        byte[] grey = page.greyOf(place);
        var source = new PlanarYUVLuminanceSource(
                grey, place.width(), place.height(), 0, 0, place.width(), place.height(), false);
        Map<DecodeHintType, Object> hints = new EnumMap<>(DecodeHintType.class);
        hints.put(DecodeHintType.POSSIBLE_FORMATS, List.copyOf(SYMBOLOGIES.keySet()));
        hints.put(DecodeHintType.TRY_HARDER, true);
        try {
            Result result = new MultiFormatReader().decode(new BinaryBitmap(new HybridBinarizer(source)), hints);
            Box box = result.getBarcodeFormat() == BarcodeFormat.QR_CODE
                    ? squareBox(result, place)
                    : linearBox(result, grey, place);
            return Optional.of(new Barcode(
                    Objects.requireNonNull(SYMBOLOGIES.get(result.getBarcodeFormat())), result.getText(), box));
        } catch (NotFoundException e) {
            return Optional.empty();
        }
    }

    /** The three finder patterns' centres lie three and a half modules inside the code (ISO/IEC 18004, 6.3.3). */
    private static Box squareBox(Result result, Box place) {
        ResultPoint[] points = result.getResultPoints();
        float left = Float.MAX_VALUE;
        float top = Float.MAX_VALUE;
        float right = 0;
        float bottom = 0;
        float module = 1;
        for (int i = 0; i < 3; i++) {
            left = Math.min(left, points[i].getX());
            right = Math.max(right, points[i].getX());
            top = Math.min(top, points[i].getY());
            bottom = Math.max(bottom, points[i].getY());
            if (points[i] instanceof FinderPattern pattern) {
                module = Math.max(module, pattern.getEstimatedModuleSize());
            }
        }
        int rim = Math.round(3.5f * module);
        return new Box(
                place.x() + Math.round(left) - rim,
                place.y() + Math.round(top) - rim,
                Math.round(right - left) + 2 * rim,
                Math.round(bottom - top) + 2 * rim);
    }

    /** From the first bar to the last, up and down as far as the bars reach. */
    private static Box linearBox(Result result, byte[] grey, Box place) {
        ResultPoint first = result.getResultPoints()[0];
        ResultPoint last = result.getResultPoints()[result.getResultPoints().length - 1];
        int left = Math.max(0, Math.round(Math.min(first.getX(), last.getX())));
        int right = Math.min(place.width() - 1, Math.round(Math.max(first.getX(), last.getX())));
        if (right - left < place.width() / 4) {
            // Bars that lie across: the decoder turned the picture, and its points with it.
            return place;
        }
        int row = Math.max(0, Math.min(place.height() - 1, Math.round(first.getY())));
        int edges = edges(grey, place.width(), row, left, right);
        int top = row;
        while (top > 0 && edges(grey, place.width(), top - 1, left, right) > edges * 0.6) {
            top--;
        }
        int bottom = row;
        while (bottom < place.height() - 1 && edges(grey, place.width(), bottom + 1, left, right) > edges * 0.6) {
            bottom++;
        }
        return new Box(place.x() + left, place.y() + top, right - left + 1, bottom - top + 1);
    }

    private static int edges(byte[] grey, int width, int row, int left, int right) {
        int edges = 0;
        for (int at = row * width + left, end = row * width + right; at < end; at++) {
            edges += (grey[at] & 0xff) < 128 != (grey[at + 1] & 0xff) < 128 ? 1 : 0;
        }
        return edges;
    }
}
