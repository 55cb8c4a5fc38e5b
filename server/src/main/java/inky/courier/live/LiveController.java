package inky.courier.live;

import inky.courier.core.access.Right;
import inky.courier.live.Live.Owner;
import inky.courier.web.Access;
import inky.courier.web.Needs;
import jakarta.servlet.http.HttpSession;
import java.util.List;
import java.util.function.Predicate;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

@RestController
@Needs(Right.READ_DELIVERIES)
class LiveController {
    private final Live live;
    private final SessionCheck sessions;
    private final List<NoticePlaces> places;

    LiveController(Live live, SessionCheck sessions, List<NoticePlaces> places) {
        this.live = live;
        this.sessions = sessions;
        this.places = places;
    }

    /** Everything that changes, for the desk, as long as its session. */
    @GetMapping(path = "/api/live", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
    SseEmitter live(HttpSession session) {
        String id = session.getId();
        Owner owner = new Owner(id, () -> sessions.isOpen(id));
        Predicate<Live.Notice> seen = Access.places()
                .<Predicate<Live.Notice>>map(at -> new NoticesAt(at, places))
                .orElse(notice -> true);
        return live.listen(owner, seen);
    }
}
