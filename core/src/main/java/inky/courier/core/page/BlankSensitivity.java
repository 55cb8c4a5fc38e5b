package inky.courier.core.page;

/** How little it takes for a side to count as written on. */
public enum BlankSensitivity {
    /** Keeps a side for the faintest mark, dust included now and then. */
    CAREFUL(-4.5),
    /** Keeps pencil lines, page numbers, light signatures; the default. */
    USUAL(-1.2),
    /** Skips sides with stray marks: for stacks of poor paper. */
    BOLD(0.5);

    private final double least;

    BlankSensitivity(double least) {
        this.least = least;
    }

    /** Natural logarithm of the odds of content from which a side is kept. */
    double least() {
        return least;
    }
}
