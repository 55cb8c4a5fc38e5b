package inky.courier.watch;

import inky.courier.core.access.Right;
import inky.courier.web.Needs;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.READ_DELIVERIES)
class WatchController {
    private final Watch watch;
    private final Finder finder;

    WatchController(Watch watch, Finder finder) {
        this.watch = watch;
        this.finder = finder;
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
