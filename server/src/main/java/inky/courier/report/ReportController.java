package inky.courier.report;

import inky.courier.audit.SecurityLog;
import inky.courier.core.access.Right;
import inky.courier.core.report.ReportBy;
import inky.courier.core.text.Csv;
import inky.courier.report.MonthlyReports.SentReport;
import inky.courier.report.Reports.Report;
import inky.courier.report.Reports.ReportFigures;
import inky.courier.report.Reports.ReportRow;
import inky.courier.web.DaySpan;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.servlet.http.HttpServletRequest;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.util.List;
import java.util.Locale;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.READ_DELIVERIES)
class ReportController {
    private static final List<String> COLUMNS = List.of(
            "subject",
            "name",
            "detail",
            "documents",
            "pages",
            "bytes",
            "arrived",
            "failed",
            "sides",
            "blank",
            "colour",
            "success",
            "success_low",
            "success_high",
            "median_seconds",
            "p95_seconds");

    /** Of a report on a screen; what is exported has all. */
    private static final int MOST_ROWS = 400;

    private final Reports reports;
    private final ReportPaper paper;
    private final MonthlyReports monthly;
    private final SecurityLog log;

    ReportController(Reports reports, ReportPaper paper, MonthlyReports monthly, SecurityLog log) {
        this.monthly = monthly;
        this.paper = paper;
        this.reports = reports;
        this.log = log;
    }

    /** @param from the first day of the office's zone @param until the last */
    @GetMapping("/api/reports")
    Report getReport(@RequestParam ReportBy by, @RequestParam String from, @RequestParam String until) {
        return reports.report(by, DaySpan.read(from, until), MOST_ROWS);
    }

    /** The same for a spreadsheet (RFC 4180). */
    @GetMapping(path = "/api/reports.csv", produces = "text/csv")
    ResponseEntity<byte[]> exportReport(
            @RequestParam ReportBy by,
            @RequestParam String from,
            @RequestParam String until,
            Principal who,
            HttpServletRequest request) {
        Report report = reports.report(by, DaySpan.read(from, until));
        note(report, who, request);
        StringBuilder csv = new StringBuilder(Csv.row(COLUMNS));
        report.rows().forEach(row -> csv.append(Csv.row(cells(row))));
        return StreamedContent.csv(file(report) + ".csv").body(csv.toString().getBytes(StandardCharsets.UTF_8));
    }

    /** The same on paper. */
    @GetMapping(path = "/api/reports.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
    ResponseEntity<byte[]> printReport(
            @RequestParam ReportBy by,
            @RequestParam String from,
            @RequestParam String until,
            Principal who,
            HttpServletRequest request) {
        Report report = reports.report(by, DaySpan.read(from, until));
        note(report, who, request);
        return StreamedContent.attachment(ResponseEntity.ok(), file(report) + ".pdf")
                .contentType(MediaType.APPLICATION_PDF)
                .body(paper.pdf(report));
    }

    /** Who got the reports of months by mail. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/api/reports/mails")
    List<SentReport> listSentReports() {
        return monthly.latest();
    }

    /** How many of them it goes to. */
    record SendingReports(int recipients) {}

    /** The report of the last month that is over, at once. */
    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/api/reports/mails")
    SendingReports sendReports() {
        return new SendingReports(monthly.sendNow());
    }

    private static String file(Report report) {
        return "report-" + report.by().name().toLowerCase(Locale.ROOT) + "-" + report.from() + "-" + report.until();
    }

    private void note(Report report, Principal who, HttpServletRequest request) {
        log.note(
                SecurityLog.Event.EXPORTED,
                who.getName(),
                SecurityLog.Place.DESK,
                request.getRemoteAddr(),
                file(report));
    }

    private static List<String> cells(ReportRow row) {
        ReportFigures figures = row.figures();
        boolean ended = figures.success() != null;
        return List.of(
                row.subject(),
                row.name(),
                row.detail(),
                Long.toString(figures.documents()),
                Long.toString(figures.pages()),
                Long.toString(figures.bytes()),
                Long.toString(figures.arrived()),
                Long.toString(figures.failed()),
                Long.toString(figures.sides().judged()),
                Long.toString(figures.sides().blank()),
                Long.toString(figures.sides().colour()),
                ended ? share(figures.success().share()) : "",
                ended ? share(figures.success().low()) : "",
                ended ? share(figures.success().high()) : "",
                seconds(figures.median()),
                seconds(figures.p95()));
    }

    private static String share(double value) {
        return String.format(Locale.ROOT, "%.4f", value);
    }

    private static String seconds(@org.jspecify.annotations.Nullable Double value) {
        return value == null ? "" : String.format(Locale.ROOT, "%.1f", value);
    }
}
