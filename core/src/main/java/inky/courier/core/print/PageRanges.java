package inky.courier.core.print;

import inky.courier.core.Invalid;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Which pages of a document are printed.
 *
 * @param ranges ascending and apart from each other, as {@code page-ranges} of RFC 8011 section 5.2.7 has to be; empty for all
 */
public record PageRanges(List<Range> ranges) {
    public static final PageRanges ALL = new PageRanges(List.of());
    public static final int LAST = 9_999;

    private static final int LONGEST = 200;
    private static final Pattern ONE = Pattern.compile("(\\d{1,4})(?:\\s*[-\u2013]\\s*(\\d{1,4})?)?");

    /** @param first from 1 @param last itself among them; {@link #LAST} where the end is open */
    public record Range(int first, int last) {
        @Override
        public String toString() {
            return first == last ? Integer.toString(first) : first + "-" + (last == LAST ? "" : last);
        }
    }

    public PageRanges {
        List<Range> apart = new ArrayList<>();
        for (Range range :
                ranges.stream().sorted(Comparator.comparingInt(Range::first)).toList()) {
            Range before = apart.isEmpty() ? null : apart.get(apart.size() - 1);
            if (before != null && range.first <= before.last + 1) {
                apart.set(apart.size() - 1, new Range(before.first, Math.max(before.last, range.last)));
            } else {
                apart.add(range);
            }
        }
        ranges = List.copyOf(apart);
    }

    /**
     * As people write them: {@code 1-3, 7, 12-}. A document is printed from its beginning, so their order does not matter.
     *
     * @param text blank for all
     * @throws Invalid when it cannot be read
     */
    public static PageRanges parse(String text) {
        if (text.isBlank()) {
            return ALL;
        }
        List<Range> ranges = new ArrayList<>();
        for (String part : text.length() > LONGEST ? new String[] {""} : text.split("[,;]", -1)) {
            Matcher one = ONE.matcher(part.strip());
            if (!one.matches()) {
                throw Invalid.of("print.pages", "pages");
            }
            int first = Integer.parseInt(one.group(1));
            boolean open = part.strip().length() > one.group(1).length();
            int last = one.group(2) != null ? Integer.parseInt(one.group(2)) : open ? LAST : first;
            if (first < 1 || last < first) {
                throw Invalid.of("print.pages", "pages");
            }
            ranges.add(new Range(first, last));
        }
        return new PageRanges(ranges);
    }

    public boolean isAll() {
        return ranges.isEmpty();
    }

    /** The same, of a document of so many pages: its ends are known, and all of its pages are no ranges. Where it has none of them, they stay. */
    public PageRanges within(int pages) {
        List<Range> there = ranges.stream()
                .filter(range -> range.first <= pages)
                .map(range -> new Range(range.first, Math.min(range.last, pages)))
                .toList();
        if (there.isEmpty()) {
            return this;
        }
        return there.equals(List.of(new Range(1, pages))) ? ALL : new PageRanges(there);
    }

    /** Those of a document of so many pages, from 1. */
    public List<Integer> of(int pages) {
        return IntStream.rangeClosed(1, pages)
                .filter(page -> isAll() || ranges.stream().anyMatch(r -> page >= r.first && page <= r.last))
                .boxed()
                .toList();
    }

    @Override
    public String toString() {
        return ranges.stream().map(Range::toString).collect(Collectors.joining(", "));
    }
}
