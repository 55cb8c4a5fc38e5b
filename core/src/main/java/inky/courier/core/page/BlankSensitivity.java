package inky.courier.core.page;

/** How little it takes for a side to count as written on. */
public enum BlankSensitivity {
    /** Keeps a side for the faintest mark, dust included now and then. */
    CAREFUL(0.6),
    /** Keeps pencil lines, page numbers, light signatures; the default. */
    USUAL(1),
    /** Skips sides with stray marks: for stacks of poor paper. */
    BOLD(2.2);

    private final double factor;

    BlankSensitivity(double factor) {
        this.factor = factor;
    }

    /** What the least size and strength of a mark are multiplied by. */
    double factor() {
        return factor;
    }
}
