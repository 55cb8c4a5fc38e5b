package inky.courier.report;

import inky.courier.core.document.ReportWriter;
import inky.courier.core.message.Message;
import inky.courier.core.report.PrintedReport;
import inky.courier.core.report.Proportion;
import inky.courier.core.report.ReportBy;
import inky.courier.core.sizing.Bytes;
import inky.courier.report.Reports.Report;
import inky.courier.report.Reports.ReportFigures;
import inky.courier.report.Reports.ReportRow;
import inky.courier.settings.Settings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.DayOfWeek;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.context.i18n.LocaleContextHolder;
import org.springframework.stereotype.Component;

/** Reports as they are printed. */
@Component
class ReportPaper {
    private static final int LONGEST_IN_SECONDS = 90;
    private static final int LONGEST_IN_MINUTES = 5_400;
    private static final String NOBODY = "00000000-";

    private final Settings settings;

    ReportPaper(Settings settings) {
        this.settings = settings;
    }

    byte[] pdf(Report report) {
        return pdf(List.of(report));
    }

    /** Each on a page of its own. */
    byte[] pdf(List<Report> reports) {
        try {
            return ReportWriter.write(reports.stream().map(this::printed).toList());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private PrintedReport printed(Report report) {
        ReportFigures total = report.total();
        List<String> sums = new ArrayList<>();
        sums.add(said(Message.of("report.sums").with("pages", total.pages()).with("size", Bytes.said(total.bytes()))));
        if (total.median() != null && total.p95() != null) {
            sums.add(said(Message.of("report.times")
                    .with("median", time(total.median()))
                    .with("most", time(total.p95()))));
        }
        if (total.failed() > 0) {
            sums.add(said(Message.of("report.failed").with("n", total.failed())));
        }
        if (total.sides().judged() > 0) {
            sums.add(said(Message.of("report.sides")
                    .with(
                            "blank",
                            percent((double) total.sides().blank()
                                    / total.sides().judged()))
                    .with(
                            "colour",
                            percent((double) total.sides().colour()
                                    / total.sides().judged()))));
        }
        if (report.missing() > 0) {
            sums.add(said(Message.of("report.missing").with("n", report.missing())));
        }
        return new PrintedReport(
                settings.read().office(),
                said(Message.of("report.title")
                        .with("documents", total.documents())
                        .with("arrived", total.arrived())),
                said(Message.of("report.span")
                        .with("from", report.from().toString())
                        .with("until", report.until().toString())
                        .with("by", Message.of("report.by." + report.by().name().toLowerCase(Locale.ROOT)))),
                sums,
                said(Message.of("report.chart." + report.span().name().toLowerCase(Locale.ROOT))),
                report.bars(),
                Stream.of("name", "documents", "pages", "size", "failed", "arrived", "range", "median", "most")
                        .map(column -> said(Message.of("report.head." + column)))
                        .toList(),
                report.rows().stream()
                        .filter(row -> row.figures().documents() > 0)
                        .map(row -> cells(report.by(), row))
                        .toList());
    }

    private static String said(Message message) {
        return message.in(LocaleContextHolder.getLocale());
    }

    private static List<String> cells(ReportBy by, ReportRow row) {
        ReportFigures figures = row.figures();
        Proportion success = figures.success();
        return List.of(
                name(by, row),
                number(figures.documents()),
                number(figures.pages()),
                said(Bytes.said(figures.bytes())),
                figures.failed() == 0 ? "" : number(figures.failed()),
                success == null ? "" : percent(success.share()),
                success == null ? "" : percent(success.low()) + " - " + percent(success.high()),
                said(time(figures.median())),
                said(time(figures.p95())));
    }

    private static String name(ReportBy by, ReportRow row) {
        if (by == ReportBy.HOUR) {
            String day = DayOfWeek.of(Integer.parseInt(row.subject().substring(0, 1)))
                    .getDisplayName(TextStyle.SHORT, LocaleContextHolder.getLocale());
            return day + ", " + row.subject().substring(2) + ":00";
        }
        if (!row.name().isEmpty()) {
            return row.detail().isEmpty() ? row.name() : row.name() + ", " + row.detail();
        }
        if (by == ReportBy.PLACE) {
            return said(Message.of("report.no-place"));
        }
        return said(Message.of(
                by == ReportBy.PERSON && row.subject().startsWith(NOBODY) ? "report.nobody" : "report.removed"));
    }

    private static String number(long value) {
        return String.format(LocaleContextHolder.getLocale(), "%,d", value);
    }

    /** Never all where one is missing. */
    private static String percent(double share) {
        double percent = share == 1 ? 100 : Math.min(99.9, share * 100);
        return String.format(
                LocaleContextHolder.getLocale(), percent >= 99 && percent < 100 ? "%.1f %%" : "%.0f %%", percent);
    }

    private static Message time(@Nullable Double seconds) {
        if (seconds == null) {
            return Message.none();
        }
        if (seconds < 1) {
            return Message.of("report.instant");
        }
        if (seconds < LONGEST_IN_SECONDS) {
            return Message.of("report.seconds").with("n", Math.round(seconds));
        }
        return seconds < LONGEST_IN_MINUTES
                ? Message.of("report.minutes").with("n", Math.round(seconds / 60))
                : Message.of("report.hours").with("n", Math.round(seconds / 3600));
    }
}
