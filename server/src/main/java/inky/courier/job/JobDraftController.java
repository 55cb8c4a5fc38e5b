package inky.courier.job;

import inky.courier.core.access.Right;
import inky.courier.job.JobDrafts.JobDraftForm;
import inky.courier.job.JobDrafts.JobDraftRow;
import inky.courier.job.JobDrafts.JobDraftView;
import inky.courier.job.JobService.JobForm;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.time.Instant;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/jobs/drafts")
class JobDraftController {
    private final JobDrafts drafts;

    JobDraftController(JobDrafts drafts) {
        this.drafts = drafts;
    }

    @GetMapping
    List<JobDraftRow> listJobDrafts() {
        return drafts.all();
    }

    /** None, or the one. */
    @GetMapping("/{id}")
    List<JobDraftView> getJobDraft(@PathVariable UUID id) {
        return drafts.find(id).stream().toList();
    }

    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    JobDraftView addJobDraft(@RequestBody JobForm form) {
        return drafts.add(form);
    }

    /** @param last when the draft that was looked at was kept */
    @PutMapping("/{id}")
    JobDraftView keepJobDraft(
            @PathVariable UUID id,
            @RequestBody JobDraftForm form,
            @RequestParam(required = false) @Nullable Instant last) {
        return drafts.keep(id, form, last);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void discardJobDraft(@PathVariable UUID id) {
        drafts.discard(id);
    }
}
