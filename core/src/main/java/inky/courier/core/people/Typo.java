package inky.courier.core.people;

import java.util.LinkedHashSet;
import java.util.Set;

/**
 * What a finger that typos makes of a PIN: one key wrong, one missing, one too many, two in the wrong order. Four kinds of
 * typo make up most mistyped entries (Damerau 1964, about 80 %). Whoever gets it right at once after one has not been guessing.
 */
public final class Typo {
    private Typo() {}

    /** All entries one typo away from these digits, without themselves. */
    public static Set<String> of(String digits) {
        Set<String> typos = new LinkedHashSet<>();
        for (int i = 0; i <= digits.length(); i++) {
            String before = digits.substring(0, i);
            String from = digits.substring(i);
            String after = from.isEmpty() ? "" : from.substring(1);
            for (char key = '0'; key <= '9'; key++) {
                typos.add(before + key + from);
                if (!from.isEmpty()) {
                    typos.add(before + key + after);
                }
            }
            if (!from.isEmpty()) {
                typos.add(before + after);
            }
            if (from.length() > 1) {
                typos.add(before + from.charAt(1) + from.charAt(0) + from.substring(2));
            }
        }
        typos.remove(digits);
        return typos;
    }
}
