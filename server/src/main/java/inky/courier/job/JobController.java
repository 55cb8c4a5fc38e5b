package inky.courier.job;

import inky.courier.core.access.Right;
import inky.courier.core.job.JobPicture;
import inky.courier.destination.DestinationService.DestinationRow;
import inky.courier.job.JobService.JobForm;
import inky.courier.job.JobService.JobRow;
import inky.courier.job.JobService.JobView;
import inky.courier.job.JobService.ReadyMade;
import inky.courier.web.ListPart;
import inky.courier.web.ListRequest;
import inky.courier.web.Needs;
import jakarta.annotation.Nullable;
import java.io.IOException;
import java.util.List;
import java.util.UUID;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

@RestController
@Needs(Right.CHANGE_SETUP)
@RequestMapping("/api/jobs")
class JobController {
    private final JobService jobs;

    JobController(JobService jobs) {
        this.jobs = jobs;
    }

    @Needs(Right.READ_SETUP)
    @GetMapping
    ListPart<JobRow> listJobs(@ParameterObject ListRequest wanted) {
        return jobs.list(wanted);
    }

    /** Jobs for common purposes to begin with. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/ready-made")
    List<ReadyMade> readyMadeJobs() {
        return jobs.readyMade();
    }

    /** Those of the jobs that were changed last. */
    @Needs(Right.READ_SETUP)
    @GetMapping("/recent-destinations")
    List<DestinationRow> recentDestinations() {
        return jobs.recentDestinations();
    }

    /** @param png in base64 */
    record SmallPicture(String png) {}

    /** A picture made as small as a stamp's; it is kept with the job when that is saved. */
    @PostMapping("/picture")
    SmallPicture smallPicture(@RequestPart MultipartFile file) throws IOException {
        return new SmallPicture(JobPicture.of(file.getBytes()));
    }

    @Needs(Right.READ_SETUP)
    @GetMapping("/{id}")
    JobView getJob(@PathVariable UUID id) {
        return jobs.get(id);
    }

    /** @param draft that it is made of, which then is none any more */
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    JobView addJob(@RequestBody JobForm form, @RequestParam(required = false) @Nullable UUID draft) {
        return jobs.add(form, draft);
    }

    @PutMapping("/{id}")
    JobView changeJob(
            @PathVariable UUID id,
            @RequestBody JobForm form,
            @RequestHeader(name = HttpHeaders.IF_MATCH, defaultValue = "") String version) {
        return jobs.change(id, form, version);
    }

    @DeleteMapping("/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void deleteJob(@PathVariable UUID id) {
        jobs.delete(id);
    }
}
