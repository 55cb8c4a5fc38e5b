package inky.courier.job;

import inky.courier.core.office.ItemKind;
import inky.courier.core.office.JobItem;
import inky.courier.setup.EntityTable;
import java.time.Clock;
import org.springframework.stereotype.Component;

@Component
class JobTable extends EntityTable<Job, JobItem> {
    JobTable(JobRepository rows, Clock clock) {
        super(ItemKind.JOB, JobItem.class, rows, id -> Job.of(id, clock.instant()));
    }
}
