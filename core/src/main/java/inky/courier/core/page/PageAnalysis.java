package inky.courier.core.page;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a page is, as told from its pixels alone.
 *
 * @param colour what its content needs
 * @param blankness whether anything is on it, and what
 * @param skewDegrees the turn that its content has, counter-clockwise positive, within 10 degrees; 0 when there is nothing
 *     to measure
 * @param uprightDegrees the clockwise turn that makes it upright: 0, 90, 180 or 270
 * @param uprightConfidence 0 to 1
 * @param paper its size, and where it lies in the scan
 * @param kind document when unsure
 * @param kindConfidence 0 to 1
 * @param portrait the picture of a person on a card
 * @param barcodes in order of size
 */
public record PageAnalysis(
        PageColour colour,
        Blankness blankness,
        double skewDegrees,
        int uprightDegrees,
        double uprightConfidence,
        Paper paper,
        Kind kind,
        double kindConfidence,
        Optional<Box> portrait,
        List<Barcode> barcodes) {
    /** The barcode that makes this page a separator sheet. */
    public Optional<Barcode> separator() {
        return barcodes.stream().filter(Barcode::isSeparator).findFirst();
    }

    /** What the first barcode says that is no separator sheet's; empty without one. */
    public static String barcodeText(Stream<PageAnalysis> pages) {
        return pages.flatMap(page -> page.barcodes.stream())
                .filter(barcode -> !barcode.isSeparator())
                .map(Barcode::text)
                .findFirst()
                .orElse("");
    }

    /** The same, with the paper taken to fill the scan. */
    public PageAnalysis fillingTheScan() {
        return new PageAnalysis(
                colour,
                blankness,
                skewDegrees,
                uprightDegrees,
                uprightConfidence,
                paper.fillingTheScan(),
                kind,
                kindConfidence,
                portrait,
                barcodes);
    }

    public PageAnalysis withUpright(int degrees, double confidence) {
        return new PageAnalysis(
                colour, blankness, skewDegrees, degrees, confidence, paper, kind, kindConfidence, portrait, barcodes);
    }
}
