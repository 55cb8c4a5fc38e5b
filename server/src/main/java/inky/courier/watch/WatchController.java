package inky.courier.watch;

import inky.courier.audit.SecurityLog;
import inky.courier.audit.SecurityLog.Event;
import inky.courier.audit.SecurityLog.Place;
import inky.courier.core.access.Right;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.web.Needs;
import jakarta.servlet.http.HttpServletRequest;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.READ_DELIVERIES)
class WatchController {
    private final Watch watch;
    private final Finder finder;
    private final Dependents dependents;
    private final FirstScan firstScan;
    private final SupportFile support;
    private final SecurityLog log;

    WatchController(
            Watch watch,
            Finder finder,
            Dependents dependents,
            FirstScan firstScan,
            SupportFile support,
            SecurityLog log) {
        this.support = support;
        this.log = log;
        this.firstScan = firstScan;
        this.watch = watch;
        this.finder = finder;
        this.dependents = dependents;
    }

    /** What would stop without a thing of the set-up. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/api/dependents")
    Dependents.Chain dependentsOf(@RequestParam ItemKind kind, @RequestParam UUID id) {
        return dependents.of(new Reference(kind, id));
    }

    /** What a thing of the set-up does not work without. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/api/needs")
    Dependents.Chain needsOf(@RequestParam ItemKind kind, @RequestParam UUID id) {
        return dependents.needs(new Reference(kind, id));
    }

    /** Makes what is missing between a device with a mail server and a first scan to one's own mail. */
    @Needs(Right.CHANGE_SETUP)
    @PostMapping("/api/first-scan")
    FirstScan.FirstScanReady prepareFirstScan(Principal who) {
        return firstScan.make(who.getName());
    }

    /**
     * What whoever helps has to know, in parts that are looked through before they leave.
     *
     * @param number of deliveries whose steps are wanted
     * @param names whether names and addresses of people stay as they are
     */
    @Needs(Right.CHANGE_SETUP)
    @GetMapping("/api/support-file")
    SupportFile.Support supportFile(
            @RequestParam(defaultValue = "") List<Long> number,
            @RequestParam(defaultValue = "false") boolean names,
            Principal who,
            HttpServletRequest request) {
        log.note(Event.EXPORTED, who.getName(), Place.DESK, request.getRemoteAddr(), "a support file");
        return support.make(number, names);
    }

    @GetMapping("/api/overview")
    Watch.Overview overview() {
        return watch.overview();
    }

    @GetMapping("/api/today")
    Watch.Today today() {
        return watch.today();
    }

    @GetMapping("/api/find")
    List<Finder.Hit> find(@RequestParam String text) {
        return finder.find(text);
    }
}
