package inky.courier.core.people;

/** The chance that guesses at random meet anybody's PIN. */
public final class GuessOdds {
    private GuessOdds() {}

    /**
     * Draws without repetition that meet none of some (hypergeometric), and the rest of 1.
     *
     * @param people who have a PIN of this length, all different
     * @param length digits
     * @param guesses different ones
     * @return 0 to 1
     */
    public static double of(int people, int length, int guesses) {
        double pins = Math.pow(10, length);
        double missed = 1;
        for (int i = 0; i < guesses && missed > 0; i++) {
            missed *= Math.max(0, (pins - people - i) / (pins - i));
        }
        return 1 - missed;
    }
}
