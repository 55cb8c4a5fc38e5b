package inky.courier.core.media;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** The standard sizes that office scanners meet (PWG 5101.1 tables 5 to 8, ISO 216, ISO/IEC 7810, ASME Y14.1). */
public final class MediaSizes {
    /** How far a feeder's measure of the paper may be off, beyond the paper's own tolerance; common practice, no source. */
    private static final int FEEDER_TOLERANCE = 200;

    private static final Map<MediaSize, String> LABELS = new LinkedHashMap<>();

    static {
        add("iso_a3_297x420mm", 29700, 42000, "A3");
        add("iso_a4_210x297mm", 21000, 29700, "A4");
        add("iso_a5_148x210mm", 14800, 21000, "A5");
        add("iso_a6_105x148mm", 10500, 14800, "A6");
        add("iso_a7_74x105mm", 7400, 10500, "A7");
        add("iso_b4_250x353mm", 25000, 35300, "B4");
        add("iso_b5_176x250mm", 17600, 25000, "B5");
        add("jis_b4_257x364mm", 25700, 36400, "JIS B4");
        add("jis_b5_182x257mm", 18200, 25700, "JIS B5");
        add("na_letter_8.5x11in", 21590, 27940, "Letter");
        add("na_legal_8.5x14in", 21590, 35560, "Legal");
        add("na_ledger_11x17in", 27940, 43180, "Ledger");
        add("na_foolscap_8.5x13in", 21590, 33020, "Foolscap");
        add("na_executive_7.25x10.5in", 18415, 26670, "Executive");
        add("na_invoice_5.5x8.5in", 13970, 21590, "Half letter");
        add("na_5x7_5x7in", 12700, 17780, "5 x 7 in");
        add("na_index-4x6_4x6in", 10160, 15240, "4 x 6 in");
        add("oe_photo-l_3.5x5in", 8890, 12700, "3.5 x 5 in");
        add("iso_dl_110x220mm", 11000, 22000, "DL envelope");
        add("iso_id-1_53.98x85.6mm", 5398, 8560, "ID-1 card");
    }

    public static final MediaSize A4 = byName("iso_a4_210x297mm").orElseThrow();

    private MediaSizes() {}

    public static List<MediaSize> standard() {
        return List.copyOf(LABELS.keySet());
    }

    public static Optional<MediaSize> byName(String pwgName) {
        return LABELS.keySet().stream()
                .filter(size -> size.name().equals(pwgName))
                .findFirst();
    }

    /** A size by the name that PWG 5101.1 section 5 gives to sizes without a standard: {@code custom_80x200mm}. */
    public static Optional<MediaSize> custom(String pwgName) {
        var match = java.util.regex.Pattern.compile(
                        "custom_(?:[a-z0-9-]+_)?(\\d{1,4}(?:\\.\\d{1,2})?)x(\\d{1,4}(?:\\.\\d{1,2})?)mm")
                .matcher(pwgName);
        if (!match.matches()) {
            return Optional.empty();
        }
        int width = (int) Math.round(Double.parseDouble(match.group(1)) * 100);
        int height = (int) Math.round(Double.parseDouble(match.group(2)) * 100);
        return width == 0 || height == 0 ? Optional.empty() : Optional.of(MediaSize.custom(width, height));
    }

    /**
     * The size that a measured page is: the nearest standard size within the paper's tolerance and the feeder's, else
     * a custom size as measured.
     *
     * @param width hundredths of a millimetre, either orientation
     * @param height hundredths of a millimetre
     */
    public static MediaSize snap(int width, int height) {
        int shorter = Math.min(width, height);
        int longer = Math.max(width, height);
        return LABELS.keySet().stream()
                .filter(size -> within(size.width(), shorter) && within(size.height(), longer))
                .min(Comparator.comparingInt(
                        size -> Math.abs(size.width() - shorter) + Math.abs(size.height() - longer)))
                .orElseGet(() -> MediaSize.custom(shorter, longer));
    }

    static String labelOf(MediaSize size) {
        String label = LABELS.get(size);
        return label != null ? label : wholeMm(size.width()) + " x " + wholeMm(size.height()) + " mm";
    }

    /** Nobody measures paper more finely, nor does a scanner. */
    private static long wholeMm(int hundredths) {
        return Math.round(hundredths / 100.0);
    }

    /** ISO 216 clause 5: 1.5 mm up to 150 mm, 2 mm up to 600 mm, 3 mm above. */
    static int isoTolerance(int length) {
        return length <= 15000 ? 150 : length <= 60000 ? 200 : 300;
    }

    private static boolean within(int standard, int measured) {
        return Math.abs(standard - measured) <= isoTolerance(standard) + FEEDER_TOLERANCE;
    }

    private static void add(String name, int width, int height, String label) {
        LABELS.put(new MediaSize(name, width, height), label);
    }
}
