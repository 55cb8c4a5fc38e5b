package inky.courier.core.page;

/**
 * The paper's own tone across a page: the least surface above the tones of its squares that falls no faster than lamps and
 * shadows let it. A grey panel or a picture lies below it, uneven light does not.
 */
public final class Envelope {
    /** How fast light changes along the paper, in levels a millimetre; a shadow of 100 levels over 7 cm. */
    private static final double STEEPEST = 1.4;

    private Envelope() {}

    /**
     * Raises the tones to the surface, in place; two sweeps, as for a distance map.
     *
     * @param squareMm side of a square
     */
    public static void raise(float[] tones, int across, int down, double squareMm) {
        float step = (float) (STEEPEST * squareMm);
        float diagonal = step * 1.414f;
        for (int y = 0; y < down; y++) {
            for (int x = 0; x < across; x++) {
                int at = y * across + x;
                float tone = tones[at];
                tone = x > 0 ? Math.max(tone, tones[at - 1] - step) : tone;
                if (y > 0) {
                    tone = Math.max(tone, tones[at - across] - step);
                    tone = x > 0 ? Math.max(tone, tones[at - across - 1] - diagonal) : tone;
                    tone = x < across - 1 ? Math.max(tone, tones[at - across + 1] - diagonal) : tone;
                }
                tones[at] = tone;
            }
        }
        for (int y = down - 1; y >= 0; y--) {
            for (int x = across - 1; x >= 0; x--) {
                int at = y * across + x;
                float tone = tones[at];
                tone = x < across - 1 ? Math.max(tone, tones[at + 1] - step) : tone;
                if (y < down - 1) {
                    tone = Math.max(tone, tones[at + across] - step);
                    tone = x > 0 ? Math.max(tone, tones[at + across - 1] - diagonal) : tone;
                    tone = x < across - 1 ? Math.max(tone, tones[at + across + 1] - diagonal) : tone;
                }
                tones[at] = tone;
            }
        }
    }
}
