package inky.courier.watch;

import inky.courier.core.access.Right;
import inky.courier.core.office.ItemKind;
import inky.courier.core.office.Reference;
import inky.courier.web.Needs;
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

    WatchController(Watch watch, Finder finder, Dependents dependents, FirstScan firstScan) {
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
