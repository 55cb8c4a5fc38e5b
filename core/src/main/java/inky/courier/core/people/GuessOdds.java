package inky.courier.core.people;

/** The chance that guesses at random meet anybody's PIN. */
public final class GuessOdds {
    private GuessOdds() {}

    /**
     * Draws without repetition that meet none of some (hypergeometric), and the rest of 1.
     *
     * @param people who have a PIN, all different
     * @param possible PINs that there can be
     * @param guesses different ones
     * @return 0 to 1
     */
    public static double of(int people, int possible, int guesses) {
        double missed = 1;
        for (int i = 0; i < Math.min(guesses, possible) && missed > 0; i++) {
            missed *= Math.max(0, ((double) possible - people - i) / ((double) possible - i));
        }
        return 1 - missed;
    }

    /**
     * That two of some would have the same, if each were drawn without looking at the others: the birthday problem.
     *
     * @param people who draw
     * @param possible what each may draw
     * @return 0 to 1
     */
    public static double shared(int people, int possible) {
        double different = 1;
        for (int i = 1; i < people && different > 0; i++) {
            different *= Math.max(0, 1 - (double) i / possible);
        }
        return 1 - different;
    }
}
