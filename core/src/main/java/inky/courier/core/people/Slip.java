package inky.courier.core.people;

import java.util.LinkedHashSet;
import java.util.Set;

/**
 * What a finger that slips makes of a PIN: one key wrong, one missing, one too many, two in the wrong order. Four kinds of
 * slip make up most mistyped entries (Damerau 1964, about 80 %). Whoever gets it right at once after one has not been guessing.
 */
public final class Slip {
    private Slip() {}

    /** All entries one slip away from these digits, without themselves. */
    public static Set<String> of(String digits) {
        Set<String> slips = new LinkedHashSet<>();
        for (int i = 0; i <= digits.length(); i++) {
            String before = digits.substring(0, i);
            String from = digits.substring(i);
            String after = from.isEmpty() ? "" : from.substring(1);
            for (char key = '0'; key <= '9'; key++) {
                slips.add(before + key + from);
                if (!from.isEmpty()) {
                    slips.add(before + key + after);
                }
            }
            if (!from.isEmpty()) {
                slips.add(before + after);
            }
            if (from.length() > 1) {
                slips.add(before + from.charAt(1) + from.charAt(0) + from.substring(2));
            }
        }
        slips.remove(digits);
        return slips;
    }
}
