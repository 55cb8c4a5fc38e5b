package inky.courier.core.fleet;

import java.math.BigInteger;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Versions of firmware in the order in which they come. Numbers count by their value, so 2.10 is after 2.9; what stands between
 * them does not count, nor do zeros at the end. Of the same numbers, one that is marked as not yet final (alpha, beta, rc) comes first: Semantic
 * Versioning 2.0.0, section 11, of which every version is in this order.
 */
public final class VersionOrder implements Comparator<String> {
    public static final VersionOrder INSTANCE = new VersionOrder();

    private static final Pattern PART = Pattern.compile("\\d+|\\p{L}+");
    private static final Set<String> NOT_FINAL = Set.of("alpha", "beta", "pre", "rc");

    private VersionOrder() {}

    /** @param mark of one that is not final; empty for one that is */
    private record Parts(List<String> numbers, List<String> mark) {
        private static Parts of(String version) {
            List<String> all = new ArrayList<>();
            Matcher part = PART.matcher(version.toLowerCase(Locale.ROOT));
            while (part.find()) {
                all.add(part.group());
            }
            int mark = 0;
            while (mark < all.size() && !NOT_FINAL.contains(all.get(mark))) {
                mark++;
            }
            int end = mark;
            while (end > 0 && isZero(all.get(end - 1))) {
                end--;
            }
            return new Parts(all.subList(0, end), all.subList(mark, all.size()));
        }

        private static boolean isZero(String part) {
            return part.chars().allMatch(letter -> letter == '0');
        }
    }

    @Override
    public int compare(String one, String other) {
        Parts a = Parts.of(one);
        Parts b = Parts.of(other);
        int byNumbers = inTurn(a.numbers, b.numbers);
        if (byNumbers != 0 || a.mark.isEmpty() && b.mark.isEmpty()) {
            return byNumbers;
        }
        if (a.mark.isEmpty() || b.mark.isEmpty()) {
            return a.mark.isEmpty() ? 1 : -1;
        }
        return inTurn(a.mark, b.mark);
    }

    /** By the first that differs; of two that begin alike, the shorter one first. */
    private static int inTurn(List<String> a, List<String> b) {
        for (int i = 0; i < Math.min(a.size(), b.size()); i++) {
            int differs = byPart(a.get(i), b.get(i));
            if (differs != 0) {
                return differs;
            }
        }
        return Integer.compare(a.size(), b.size());
    }

    private static int byPart(String a, String b) {
        boolean aIsNumber = Character.isDigit(a.charAt(0));
        boolean bIsNumber = Character.isDigit(b.charAt(0));
        if (aIsNumber != bIsNumber) {
            return aIsNumber ? -1 : 1;
        }
        return aIsNumber ? new BigInteger(a).compareTo(new BigInteger(b)) : a.compareTo(b);
    }
}
