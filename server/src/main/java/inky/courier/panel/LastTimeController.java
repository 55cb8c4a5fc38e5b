package inky.courier.panel;

import inky.courier.panel.LastTime.LastAnswers;
import java.util.UUID;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What somebody answered last; as for {@link WalkUpController}, the user is who is signed in at this device. */
@RestController
@RequestMapping("/api/panel/{device}/jobs/{job}/last-time")
class LastTimeController {
    private final LastTime lastTime;

    LastTimeController(LastTime lastTime) {
        this.lastTime = lastTime;
    }

    @GetMapping
    LastAnswers lastAnswers(
            @PathVariable UUID device, @PathVariable UUID job, @AuthenticationPrincipal PanelUser user) {
        return lastTime.of(user, job);
    }
}
