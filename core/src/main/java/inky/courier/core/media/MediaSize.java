package inky.courier.core.media;

/**
 * A size of paper, upright: never wider than high.
 *
 * @param name the self-describing name of PWG 5101.1, for example {@code iso_a4_210x297mm}
 * @param width in hundredths of a millimetre, the unit of IPP's {@code x-dimension} (RFC 8011, PWG 5100.3)
 * @param height in hundredths of a millimetre
 */
public record MediaSize(String name, int width, int height) {
    private static final double POINTS_PER_HUNDREDTH_OF_MM = 72.0 / 2540;

    public MediaSize {
        if (width <= 0 || height < width) {
            throw new IllegalArgumentException("A media size is upright and not empty: " + width + " x " + height);
        }
    }

    /** A size without a standard's name, named as PWG 5101.1 section 5 has it. */
    public static MediaSize custom(int width, int height) {
        int shorter = Math.min(width, height);
        int longer = Math.max(width, height);
        return new MediaSize("custom_" + mm(shorter) + "x" + mm(longer) + "mm", shorter, longer);
    }

    public double widthPoints() {
        return width * POINTS_PER_HUNDREDTH_OF_MM;
    }

    public double heightPoints() {
        return height * POINTS_PER_HUNDREDTH_OF_MM;
    }

    /** What a person calls it: A4, Letter, or the size in millimetres. */
    public String label() {
        return MediaSizes.labelOf(this);
    }

    static String mm(int hundredths) {
        return hundredths % 100 == 0
                ? Integer.toString(hundredths / 100)
                : java.math.BigDecimal.valueOf(hundredths, 2)
                        .stripTrailingZeros()
                        .toPlainString();
    }
}
