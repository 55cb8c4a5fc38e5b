package inky.courier.watch;

import inky.courier.audit.SecurityLog;
import inky.courier.core.access.Right;
import inky.courier.core.text.Csv;
import inky.courier.signin.Source;
import inky.courier.signin.ThrottleKey;
import inky.courier.watch.SecurityWatch.LockView;
import inky.courier.web.Needs;
import inky.courier.web.StreamedContent;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.READ_LOGS)
class SecurityController {
    private static final int MOST_ROWS = 100_000;
    private static final int PAGE = 500;

    private final SecurityWatch watch;
    private final SecurityLog log;

    SecurityController(SecurityWatch watch, SecurityLog log) {
        this.watch = watch;
        this.log = log;
    }

    @Needs(Right.UNLOCK)
    @GetMapping("/api/locks")
    List<LockView> locks() {
        return watch.locks();
    }

    @Needs(Right.UNLOCK)
    @DeleteMapping("/api/locks")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void unlock(
            @RequestParam ThrottleKey.Kind kind,
            @RequestParam(defaultValue = "") String of,
            Principal who,
            HttpServletRequest request) {
        watch.unlock(
                new ThrottleKey(kind, of), who.getName(), Source.of(request).address());
    }

    @GetMapping("/api/security-log")
    List<SecurityLog.Entry> securityLog(
            @RequestParam(defaultValue = "0") long before,
            @RequestParam(defaultValue = "100") int limit,
            @RequestParam(defaultValue = "") List<SecurityLog.Event> what) {
        return log.newest(before, limit, what.stream().filter(Objects::nonNull).toList());
    }

    /** All of it, newest first, for an auditor's spreadsheet (RFC 4180). */
    @GetMapping(path = "/api/security-log.csv", produces = "text/csv")
    ResponseEntity<String> exportSecurityLog(Principal who, HttpServletRequest request) {
        StringBuilder text =
                new StringBuilder(Csv.row(List.of("time", "what", "who", "where", "which", "from", "more", "times")));
        long before = 0;
        List<SecurityLog.Entry> page = new ArrayList<>(log.newest(before, PAGE, List.of()));
        for (int rows = 0; !page.isEmpty() && rows < MOST_ROWS; rows += PAGE) {
            for (SecurityLog.Entry r : page) {
                text.append(Csv.row(List.of(
                        r.at().toString(),
                        r.what().name(),
                        r.who(),
                        r.place().kind().name(),
                        r.place().name(),
                        r.source(),
                        r.words(),
                        Integer.toString(r.times()))));
                before = r.id();
            }
            page = log.newest(before, PAGE, List.of());
        }
        log.note(
                SecurityLog.Event.EXPORTED,
                who.getName(),
                SecurityLog.Place.DESK,
                Source.of(request).address(),
                "sign-ins");
        return StreamedContent.csv("sign-ins.csv").body(text.toString());
    }
}
