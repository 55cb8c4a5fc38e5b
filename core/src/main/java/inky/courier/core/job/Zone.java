package inky.courier.core.job;

import inky.courier.core.Problem;
import inky.courier.core.message.Message;
import inky.courier.core.naming.Vocabulary;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * A part of a page whose text names a job's files, as {@code {zone.invoice}}: of a form that always has it in the same place.
 * Measured on the page as it goes into the file, from its upper left corner, in millimetres.
 *
 * @param key its short name
 * @param page of each file, from 1 to {@value #LAST_PAGE}
 * @param width at least {@value #LEAST_MM}, and {@code height} likewise
 * @param reads what is kept of the text; absent for all of it
 */
public record Zone(String key, int page, double left, double top, double width, double height, Reads reads) {
    public static final int LAST_PAGE = 20;
    private static final double LEAST_MM = 2;

    /** No paper that is scanned is larger. */
    private static final double MOST_MM = 2000;

    /** What is kept of a text that was read. */
    public enum Reads {
        TEXT,
        /** The first number: digits, and points, hyphens, slashes and spaces between them. */
        NUMBER
    }

    /** What is no text: a frame's line read as a bar, dust as a point. */
    private static final Pattern MARKS = Pattern.compile("(?<!\\S)[^\\p{L}\\p{N}\\s]+(?!\\S)");

    private static final Pattern NUMBER = Pattern.compile("\\d(?:[\\d .,/-]*\\d)?");

    public Zone(
            @Nullable String key,
            int page,
            double left,
            double top,
            double width,
            double height,
            @Nullable Reads reads) {
        this.key = key == null ? "" : key.strip();
        this.page = page;
        this.left = left;
        this.top = top;
        this.width = width;
        this.height = height;
        this.reads = reads == null ? Reads.TEXT : reads;
    }

    private static final int MOST = 8;

    /** What is wrong with the zones of a job. */
    public static List<Problem> problems(List<Zone> zones) {
        List<Problem> problems = new ArrayList<>();
        zones.forEach(zone -> zone.problem().ifPresent(problems::add));
        Set<String> keys = new HashSet<>();
        if (zones.size() > MOST || !zones.stream().allMatch(zone -> keys.add(zone.key))) {
            problems.add(new Problem(
                    "job.zones",
                    "zones",
                    Message.of("problem.job.zones").with("n", MOST),
                    Message.of("problem.job.zones.remedy")));
        }
        return problems;
    }

    private Optional<Problem> problem() {
        if (!Vocabulary.isKey(key)) {
            return Optional.of(Problem.of("job.zone-key", "zones"));
        }
        boolean inside = page >= 1
                && page <= LAST_PAGE
                && left >= 0
                && top >= 0
                && width >= LEAST_MM
                && height >= LEAST_MM
                && left + width <= MOST_MM
                && top + height <= MOST_MM;
        return inside
                ? Optional.empty()
                : Optional.of(new Problem(
                        "job.zone",
                        "zones",
                        Message.of("problem.job.zone").with("key", key),
                        Message.of("problem.job.zone.remedy").with("n", LAST_PAGE)));
    }

    /** What is kept of a text that was read there, in one line; empty where there is no such thing. */
    public String kept(String read) {
        String line = MARKS.matcher(read).replaceAll(" ").strip().replaceAll("\\s+", " ");
        if (reads == Reads.TEXT) {
            return line;
        }
        Matcher number = NUMBER.matcher(line);
        return number.find() ? number.group() : "";
    }
}
