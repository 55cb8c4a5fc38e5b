package inky.courier.delivery.query;

import inky.courier.audit.SecurityLog;
import inky.courier.core.access.Right;
import inky.courier.core.text.Csv;
import inky.courier.web.Access;
import inky.courier.web.DaySpan;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

@RestController
@Needs(Right.READ_DELIVERIES)
class SumsController {
    private final DeliverySums sums;
    private final SecurityLog log;

    SumsController(DeliverySums sums, SecurityLog log) {
        this.sums = sums;
        this.log = log;
    }

    /** How much was scanned, by day, device, job and how it ended, for a spreadsheet (RFC 4180). Days are of the office's zone. */
    @GetMapping(path = "/api/delivery-sums.csv", produces = "text/csv")
    ResponseEntity<StreamingResponseBody> exportDeliverySums(
            @RequestParam String from, @RequestParam String until, Principal who, HttpServletRequest request) {
        Access.requireEverywhere();
        DaySpan days = DaySpan.read(from, until);
        log.note(
                SecurityLog.Event.EXPORTED,
                who.getName(),
                SecurityLog.Place.DESK,
                request.getRemoteAddr(),
                "sums of deliveries " + days.first() + " to " + days.last());
        return StreamedContent.csv("deliveries-" + days + ".csv").body(out -> write(days.first(), days.last(), out));
    }

    /** A month at a time, so that years do not lie in memory. */
    private void write(LocalDate first, LocalDate last, OutputStream out) throws IOException {
        out.write(Csv.row(List.of("day", "device", "job", "state", "deliveries", "pages", "bytes"))
                .getBytes(StandardCharsets.UTF_8));
        for (LocalDate day = first;
                !day.isAfter(last);
                day = day.withDayOfMonth(1).plusMonths(1)) {
            LocalDate endOfMonth = day.withDayOfMonth(day.lengthOfMonth());
            StringBuilder rows = new StringBuilder();
            sums.read(day, endOfMonth.isBefore(last) ? endOfMonth : last, sum -> rows.append(row(sum)));
            out.write(rows.toString().getBytes(StandardCharsets.UTF_8));
        }
    }

    private static String row(DeliverySums.Sum sum) {
        return Csv.row(List.of(
                sum.day().toString(),
                sum.device(),
                sum.job(),
                sum.state().name().toLowerCase(Locale.ROOT),
                Long.toString(sum.deliveries()),
                Long.toString(sum.pages()),
                Long.toString(sum.bytes())));
    }
}
