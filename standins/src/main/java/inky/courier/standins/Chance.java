package inky.courier.standins;

import java.util.Random;

/** Faults by chance, from a seed. */
final class Chance {
    static final Chance NONE = new Chance(0, 0);

    private final double share;
    private final Random random;

    Chance(double share, long seed) {
        this.share = share;
        this.random = new Random(seed);
    }

    synchronized boolean strikes() {
        return share > 0 && random.nextDouble() < share;
    }
}
