package inky.courier.core.fleet;

/**
 * How much is left of what runs out, as far as a device knows.
 *
 * @param percent 0 to 100 where it is measured; else 0
 */
public record Level(Kind kind, int percent) {
    private static final int FULL = 100;

    /** Values of levels and capacities that are no amounts: RFC 3805, {@code prtInputCurrentLevel} and {@code prtMarkerSuppliesLevel}. */
    private static final long NO_RESTRICTION = -1;

    private static final long AT_LEAST_ONE = -3;

    /** The value for an amount that nobody knows. */
    public static final long NOT_TOLD = -2;

    public enum Kind {
        /** An amount out of a capacity. */
        MEASURED,
        /** There is some, nobody knows how much. */
        SOME,
        UNKNOWN,
        /** It does not run out. */
        UNLIMITED
    }

    public static final Level EMPTY = new Level(Kind.MEASURED, 0);

    private static final Level SOME = new Level(Kind.SOME, 0);
    private static final Level UNKNOWN = new Level(Kind.UNKNOWN, 0);
    private static final Level UNLIMITED = new Level(Kind.UNLIMITED, 0);

    /**
     * Of what is used up.
     *
     * @param level in any unit, or -1 for no restriction, -3 for at least one, any other negative for unknown
     * @param capacity in the same unit; not positive for unknown
     */
    public static Level left(long level, long capacity) {
        if (level < 0) {
            return level == NO_RESTRICTION ? UNLIMITED : level == AT_LEAST_ONE ? SOME : UNKNOWN;
        }
        if (level == 0) {
            return EMPTY;
        }
        // The last sheet is still one: only nothing is 0.
        return capacity <= 0 ? SOME : new Level(Kind.MEASURED, Math.max(1, share(level, capacity)));
    }

    /** The room left in what fills up, such as a bottle for waste toner; parameters as of {@link #left}. */
    public static Level roomLeft(long level, long capacity) {
        if (level < 0) {
            return left(level, capacity);
        }
        if (capacity <= 0) {
            return UNKNOWN;
        }
        return level >= capacity ? EMPTY : new Level(Kind.MEASURED, Math.max(1, FULL - share(level, capacity)));
    }

    private static int share(long level, long capacity) {
        return (int) Math.round((double) FULL * Math.min(level, capacity) / capacity);
    }
}
