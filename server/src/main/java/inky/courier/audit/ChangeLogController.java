package inky.courier.audit;

import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/changes")
class ChangeLogController {
    private final ChangeLog log;

    ChangeLogController(ChangeLog log) {
        this.log = log;
    }

    @GetMapping
    List<ChangeLog.Change> changes(
            @RequestParam(defaultValue = "0") long before, @RequestParam(defaultValue = "100") int limit) {
        return log.newest(before, limit);
    }
}
