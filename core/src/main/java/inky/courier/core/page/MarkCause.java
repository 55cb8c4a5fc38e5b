package inky.courier.core.page;

/** What made a mark on a page. Everything but {@link #CONTENT} may be on a blank side. */
enum MarkCause {
    CONTENT("mark", "marks"),
    DUST("speck of dust", "specks of dust"),
    HAIR("hair", "hairs"),
    FOLD("fold", "folds"),
    SHADOW("shadow at the edge", "shadows at the edges"),
    HOLE("punch hole", "punch holes"),
    STAPLE("staple", "staples"),
    OTHER_SIDE("", "the other side showing through"),
    RULE("rule of lined paper", "rules of lined paper"),
    STREAK("streak of the scanner", "streaks of the scanner"),
    TEXTURE("", "uneven paper");

    private final String one;
    private final String many;

    MarkCause(String one, String many) {
        this.one = one;
        this.many = many;
    }

    /** "3 specks of dust"; what is not counted is only named. */
    String words(int count) {
        return one.isEmpty() ? many : count + " " + (count == 1 ? one : many);
    }
}
