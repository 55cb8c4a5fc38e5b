package inky.courier.job;

import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import java.util.UUID;
import org.springframework.stereotype.Component;

@Component
class JobTable extends EntityTable<Job, JobItem> {
    private final JobDraftRepository drafts;

    JobTable(JobRepository rows, JobDraftRepository drafts, Clock clock) {
        super(ItemKind.JOB, JobItem.class, rows, id -> Job.of(id, clock.instant()));
        this.drafts = drafts;
    }

    @Override
    protected void removed(UUID id) {
        drafts.deleteById(id);
    }
}
