package inky.courier.live;

import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

@RestController
class LiveController {
    private final Live live;

    LiveController(Live live) {
        this.live = live;
    }

    /** Everything that changes, for the desk. */
    @GetMapping(path = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter live() {
        return live.listen(notice -> true);
    }
}
