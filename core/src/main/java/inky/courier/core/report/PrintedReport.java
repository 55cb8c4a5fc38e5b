package inky.courier.core.report;

import java.util.List;

/**
 * A report as it is put on paper: every text as it is read there.
 *
 * @param office whose it is
 * @param title what it says first
 * @param span the days that it is about
 * @param sums sentences below
 * @param chart what its bars count: "Documents by day"
 * @param bars in the order of time; none for no picture
 * @param head of the columns; the first is the name
 * @param rows as many texts as {@code head} has
 */
public record PrintedReport(
        String office,
        String title,
        String span,
        List<String> sums,
        String chart,
        List<ReportBar> bars,
        List<String> head,
        List<List<String>> rows) {
    public PrintedReport {
        sums = List.copyOf(sums);
        bars = List.copyOf(bars);
        head = List.copyOf(head);
        rows = List.copyOf(rows);
    }

    /** The highest of its bars, at least 1. */
    public long highest() {
        return Math.max(1, bars.stream().mapToLong(ReportBar::all).max().orElse(1));
    }
}
