package inky.courier.core.fleet;

import inky.courier.core.Problem;
import inky.courier.core.text.PlainText;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.TreeSet;

/**
 * Which firmware an office lets devices of a model run.
 *
 * @param wanted that they are to have
 * @param also others that they may have, in the order in which they came
 */
public record AllowedVersions(String wanted, List<String> also) {
    public static final int MOST_OTHERS = 20;

    public AllowedVersions {
        wanted = Objects.requireNonNullElse(wanted, "").strip();
        TreeSet<String> others = new TreeSet<>(VersionOrder.INSTANCE);
        if (also != null) {
            also.stream().filter(Objects::nonNull).map(String::strip).forEach(others::add);
        }
        others.remove(wanted);
        others.remove("");
        also = List.copyOf(others);
    }

    /** How a device stands to what is wanted. */
    public enum Standing {
        /** Older than what is wanted. */
        BEHIND,
        /** Newer than what is wanted. */
        AHEAD,
        /** It runs what is wanted. */
        WANTED,
        /** Nothing is said of its model. */
        UNLISTED,
        /** It does not tell its version. */
        UNTOLD
    }

    /** @param version that a device runs; empty where it does not tell */
    public Standing standing(String version) {
        if (version.isEmpty()) {
            return Standing.UNTOLD;
        }
        int order = VersionOrder.INSTANCE.compare(version, wanted);
        return order == 0 ? Standing.WANTED : order < 0 ? Standing.BEHIND : Standing.AHEAD;
    }

    public boolean allows(String version) {
        return VersionOrder.INSTANCE.compare(version, wanted) == 0
                || also.stream().anyMatch(one -> VersionOrder.INSTANCE.compare(version, one) == 0);
    }

    public List<Problem> problems() {
        List<Problem> problems = new ArrayList<>();
        if (!isVersion(wanted)) {
            problems.add(Problem.of("firmware.version", "wanted"));
        }
        if (also.size() > MOST_OTHERS || !also.stream().allMatch(AllowedVersions::isVersion)) {
            problems.add(Problem.of("firmware.versions", "also"));
        }
        return problems;
    }

    /** It has a number in it, without which there is no order. */
    private static boolean isVersion(String text) {
        return PlainText.isName(text, DeviceFirmware.LONGEST_VERSION)
                && text.chars().anyMatch(Character::isDigit);
    }
}
