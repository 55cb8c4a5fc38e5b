package inky.courier.core.text;

/** Which way a text is read: Unicode UAX 9, bidirectional classes R and AL. */
public final class Direction {
    private Direction() {}

    /** Whether most of its letters are read from right to left. */
    public static boolean isRightToLeft(String text) {
        long letters = text.codePoints().filter(Character::isLetter).count();
        long leftwards = text.codePoints()
                .filter(c -> Character.getDirectionality(c) == Character.DIRECTIONALITY_RIGHT_TO_LEFT
                        || Character.getDirectionality(c) == Character.DIRECTIONALITY_RIGHT_TO_LEFT_ARABIC)
                .count();
        return leftwards * 2 > letters;
    }
}
