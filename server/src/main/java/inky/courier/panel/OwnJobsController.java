package inky.courier.panel;

import inky.courier.panel.JobQuestions.Answers;
import inky.courier.panel.LastTime.LastAnswers;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Jobs of somebody's own; as for {@link WalkUpController}, the user is who is signed in at this device. */
@RestController
@RequestMapping("/api/panel/{device}/own-jobs")
class OwnJobsController {
    private final OwnJobs own;

    OwnJobsController(OwnJobs own) {
        this.own = own;
    }

    record NewOwnJob(UUID jobId, String name, Answers answers) {}

    record KeptOwnJob(UUID id, String name) {}

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    KeptOwnJob keepOwnJob(
            @PathVariable UUID device, @RequestBody NewOwnJob wanted, @AuthenticationPrincipal PanelUser user) {
        OwnJobs.OwnJob kept = own.keep(user, wanted.jobId, wanted.name, wanted.answers);
        return new KeptOwnJob(kept.id(), kept.name());
    }

    @GetMapping("/{id}")
    LastAnswers ownJobAnswers(
            @PathVariable UUID device, @PathVariable UUID id, @AuthenticationPrincipal PanelUser user) {
        return own.answers(user, id);
    }

    record OwnJobName(String name) {}

    @PutMapping("/{id}/name")
    KeptOwnJob renameOwnJob(
            @PathVariable UUID device,
            @PathVariable UUID id,
            @RequestBody OwnJobName wanted,
            @AuthenticationPrincipal PanelUser user) {
        return new KeptOwnJob(id, own.rename(user, id, wanted.name).name());
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeOwnJob(@PathVariable UUID device, @PathVariable UUID id, @AuthenticationPrincipal PanelUser user) {
        own.remove(user, id);
    }
}
